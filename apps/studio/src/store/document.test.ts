import 'fake-indexeddb/auto'
import { makeDemo } from '@gliv/demo'
import type { Kit } from '@gliv/document'
import fc from 'fast-check'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { cancelMoment, closeDocument, db, edit, editMoment, editStep, endMoment, endRun, openDocument, redo, saved, shownKit, undo, useDocument } from './document.ts'
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
    expect((await db.commits.toArray()).map((c) => [c.kind, c.of])).toEqual([['edit', undefined], ['undo', 1], ['redo', 1]])
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
    expect([useDocument.getState().pending, useDocument.getState().notice]).toEqual([0, null])
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
      fc.asyncProperty(fc.array(fc.oneof(fc.record({ do: fc.constant('edit' as const), value: fc.integer({ min: 0, max: 900 }) }), fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const) })), { maxLength: 14 }), async (steps) => {
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
      }),
      { numRuns: 12 },
    )
  })

  it('what cannot be written is said, and stays where it can be exported', async () => {
    const add = vi.spyOn(db.commits, 'add').mockRejectedValueOnce(new Error('the disk is full'))
    edit('Drag', setDrag(1))
    await saved()
    expect(useDocument.getState().notice).toMatch(/"Drag" could not be saved \(.*the disk is full.*\); it is still here, so export the kit/)
    expect(drag()).toBe(1)
    add.mockRestore()
    useDocument.setState({ notice: null })
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
