// @vitest-environment jsdom
import 'fake-indexeddb/auto'
import { makeDemo } from '@gliv/demo'
import type { Kit } from '@gliv/document'
import fc from 'fast-check'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import {
  cancelMoment,
  closeDocument,
  db,
  edit,
  editMoment,
  editStep,
  endMoment,
  endRun,
  keepAgain,
  leavePage,
  openDocument,
  redo,
  saved,
  shownKit,
  undo,
  useDocument,
} from './document.ts'
import { tryAgain, useSaving } from './saving.ts'
import { addKit } from './shelf.ts'

const drag = (): number => shownKit()!.types['dust']!.numbers.drag
const setDrag = (value: number) => (kit: Kit) => void (kit.types['dust']!.numbers.drag = value)

beforeEach(async () => {
  closeDocument()
  await saved()
  await Promise.all([db.kits, db.commits, db.snapshots, db.drafts].map((t) => t.clear()))
  await addKit(db, makeDemo(), () => 'fresh')
  await openDocument('last-ferry')
})

describe('the document store', () => {
  it('an edit is seen at once, saved, undone and redone', async () => {
    edit('Drag', setDrag(1))
    expect(drag()).toBe(1)
    undo()
    expect(drag()).toBe(4.2)
    redo()
    expect(drag()).toBe(1)
    await saved()
    const [first, ...more] = await db.commits.toArray()
    expect([first!.kind, ...more.map((c) => [c.kind, c.ofUid === first!.uid])]).toEqual([
      'edit',
      ['undo', true],
      ['redo', true],
    ])
    await openDocument('last-ferry')
    expect(drag()).toBe(1)
  })

  it('undo goes on where it was after a reload', async () => {
    edit('One', setDrag(1))
    edit('Two', setDrag(2))
    undo()
    await saved()
    closeDocument()
    await openDocument('last-ferry')
    expect(useDocument.getState().history.undo.map((e) => e.label)).toEqual(['One'])
    undo()
    expect(drag()).toBe(4.2)
    redo()
    redo()
    expect(drag()).toBe(2)
    await saved()
  })

  it('a drag is one step, each of its steps made on the state before it', async () => {
    for (const value of [1, 2, 3]) editMoment('Drag', setDrag(value))
    expect([drag(), useDocument.getState().kit!.types['dust']!.numbers.drag]).toEqual([3, 4.2])
    endMoment()
    await saved()
    expect(await db.commits.count()).toBe(1)
    undo()
    expect(drag()).toBe(4.2)
    await saved()
  })

  it('a drag that is given up leaves nothing', async () => {
    editMoment('Drag', setDrag(1))
    cancelMoment()
    expect(drag()).toBe(4.2)
    await saved()
    expect(await db.commits.count()).toBe(0)
  })

  it('a drag that ends where it began is no step', async () => {
    editMoment('Drag', setDrag(1))
    editMoment('Drag', setDrag(4.2))
    endMoment()
    await saved()
    expect(await db.commits.count()).toBe(0)
  })

  it('leaving at once loses neither the last edit nor the drag in progress', async () => {
    edit('Drag', setDrag(1))
    editMoment('Name', (kit) => void (kit.name = 'Half typed'))
    closeDocument()
    await openDocument('last-ferry')
    expect([drag(), shownKit()!.name]).toEqual([1, 'Half typed'])
    await saved()
    expect([useSaving.getState().pending, useDocument.getState().notice]).toEqual([0, null])
  })

  it('a foreign edit during a drag is still there when the drag ends', async () => {
    editMoment('Drag', setDrag(1))
    // As another tab's broadcast would bring it.
    const { kit } = useDocument.getState()
    useDocument.setState({ kit: { ...kit!, name: 'Renamed elsewhere' } })
    endMoment()
    expect([drag(), shownKit()!.name]).toEqual([1, 'Renamed elsewhere'])
    await saved()
  })

  it('random edits, undos and redos equal stored copies, in memory and after a reload', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.oneof(
            fc.record({ do: fc.constant('edit' as const), value: fc.integer({ min: 0, max: 900 }) }),
            fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const) }),
          ),
          { maxLength: 14 },
        ),
        async (steps) => {
          const depth = useDocument.getState().history.undo.length
          // The slow truth: whole copies, and a place among them.
          let copies = [JSON.stringify(shownKit())]
          let at = 0
          for (const step of steps) {
            if (step.do === 'edit') {
              if (drag() === step.value) continue
              edit('Drag', setDrag(step.value))
              copies = [...copies.slice(0, at + 1), JSON.stringify(shownKit())]
              at++
            } else if (step.do === 'undo' && useDocument.getState().history.undo.length > depth) {
              undo()
              at--
            } else if (step.do === 'redo' && at < copies.length - 1) {
              redo()
              at++
            }
            expect(JSON.stringify(shownKit())).toBe(copies[at])
          }
          await saved()
          await openDocument('last-ferry')
          expect(shownKit()).toEqual(JSON.parse(copies[at]!))
        },
      ),
      { numRuns: 12 },
    )
  })

  it('what cannot be written is said for as long as it lasts, is tried again, and is written in the end', async () => {
    const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' })
    const add = vi.spyOn(db.commits, 'add').mockRejectedValueOnce(full).mockRejectedValueOnce(full)
    edit('Drag', setDrag(1))
    edit('Name', (kit) => void (kit.name = 'Later'))
    await vi.waitFor(() =>
      expect(useSaving.getState()).toEqual({ pending: 2, problem: 'the storage is full' }),
    )
    expect(drag()).toBe(1)
    tryAgain()
    await vi.waitFor(() => expect(add).toHaveBeenCalledTimes(2))
    expect(useSaving.getState().problem).toBe('the storage is full')
    tryAgain()
    await saved()
    expect(useSaving.getState()).toEqual({ pending: 0, problem: null })
    expect((await db.commits.toArray()).map((c) => c.label)).toEqual(['Drag', 'Name'])
    add.mockRestore()
  })

  it('a kit that is deleted under the page is not taken for saved, and can be put back', async () => {
    edit('Drag', setDrag(1))
    await saved()
    await Promise.all([db.kits, db.commits, db.snapshots].map((table) => table.clear()))
    edit('Drag', setDrag(2))
    await vi.waitFor(() =>
      expect(useSaving.getState().problem).toMatch(/no longer in this browser's storage/),
    )
    expect(drag()).toBe(2)
    await keepAgain()
    await saved()
    expect(useSaving.getState().problem).toBeNull()
    await openDocument('last-ferry')
    expect(drag()).toBe(2)
  })

  it('what the loader would not take is refused in words, and changes nothing', async () => {
    const before = shownKit()
    const [effect] = Object.values(before!.effects)
    const emitter = effect!.emitterOrder[0]!
    edit(
      'Cap',
      (kit) =>
        void Object.assign(kit.effects[effect!.id]!.emitters[emitter]!.numbers, { minimum: 50, cap: 20 }),
    )
    expect(useDocument.getState().notice).toMatch(
      /“Cap” was not taken\. .*minimum is 50 and cap is 20; at least so many alive must not be over the cap; lower minimum or raise cap/,
    )
    expect(shownKit()).toBe(before)
    editMoment('Drag', setDrag(NaN))
    endMoment()
    expect(shownKit()).toBe(before)
    await saved()
    expect(await db.commits.count()).toBe(0)
    useDocument.setState({ notice: null })
  })

  it('what was not written when the page was left is taken in by the next opening, once', async () => {
    const add = vi.spyOn(db.commits, 'add').mockRejectedValue(new Error('busy'))
    edit('One', setDrag(1))
    editMoment('Two', setDrag(2))
    expect(leavePage()).toBe(true)
    expect(localStorage.length).toBe(1)
    const handed = localStorage.getItem(localStorage.key(0)!)!
    add.mockRestore()
    tryAgain()
    await saved()
    // Written after all: the copy is gone, and one of a page that was killed at that moment is not taken
    // twice.
    expect(localStorage.length).toBe(0)
    localStorage.setItem('gliv-handover:last-ferry:gone', handed.replaceAll(/tab-[\d-]+"/g, 'gone"'))
    closeDocument()
    await openDocument('last-ferry')
    expect([drag(), useDocument.getState().history.undo.map((e) => e.label)]).toEqual([2, ['One', 'Two']])
    // Not written at all: taken in, as the steps that they were.
    await Promise.all([db.commits.clear(), db.kits.update('last-ferry', { rev: 0 })])
    localStorage.setItem('gliv-handover:last-ferry:gone', handed)
    closeDocument()
    await openDocument('last-ferry')
    expect([drag(), useDocument.getState().history.undo.map((e) => e.label)]).toEqual([2, ['One', 'Two']])
    expect(localStorage.length).toBe(0)
  })

  it('a copy that cannot be read is set aside', async () => {
    localStorage.setItem('gliv-handover:last-ferry:gone', '{"commits": 7}')
    closeDocument()
    await openDocument('last-ferry')
    expect(useDocument.getState().aside.map(({ place }) => place)).toEqual(['handover'])
  })

  it('presses of one kind that follow each other are one step, others are not', async () => {
    for (const value of [1, 2, 3]) editStep('Drag', setDrag(value))
    expect(drag()).toBe(3)
    editStep('Name', (kit) => void (kit.name = 'New'))
    endRun()
    await saved()
    expect((await db.commits.toArray()).map((c) => c.label)).toEqual(['Drag', 'Name'])
    editStep('Drag', setDrag(4))
    undo()
    expect(drag()).toBe(3)
    undo()
    undo()
    expect(drag()).toBe(4.2)
    await saved()
  })

  it('presses that rest for a while become a step by themselves; a drag is not ended by that', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    try {
      editStep('Drag', setDrag(1))
      vi.advanceTimersByTime(1000)
      expect([useDocument.getState().moment, drag()]).toEqual([null, 1])
      editMoment('Drag', setDrag(2))
      endRun()
      vi.advanceTimersByTime(1000)
      expect(useDocument.getState().moment?.label).toBe('Drag')
    } finally {
      vi.useRealTimers()
    }
    endMoment()
    await saved()
  })

  it('an edit during a drag ends the drag first', async () => {
    editMoment('Drag', setDrag(1))
    edit('Name', (kit) => void (kit.name = 'New'))
    await saved()
    expect((await db.commits.toArray()).map((c) => c.label)).toEqual(['Drag', 'Name'])
  })
})
