import 'fake-indexeddb/auto'
import { addEffect, type Kit, readKit } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import fc from 'fast-check'
import { produceWithPatches } from 'immer'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { Database } from './db.ts'
import {
  appendCommit,
  Conflict,
  type NewCommit,
  openKit,
  OutOfDate,
  recoverDrafts,
  saveDraft,
  SNAPSHOT_EVERY,
} from './journal.ts'
import { addKit, deleteKit, kitFileOf } from './shelf.ts'

let db: Database
let count = 0

beforeEach(async () => {
  db = new Database(`test-${++count}`)
  await addKit(db, makeDemo(), () => 'fresh')
})
afterEach(() => db.delete())

const ID = 'last-ferry'
type Recipe = (kit: Kit) => void

/** A tab: its own idea of the kit, committing like the studio does. */
const openTab = async (tab: string) => {
  let { kit, rev } = await openKit(db, ID)
  return {
    get kit() {
      return kit
    },
    async commit(label: string, recipe: Recipe, kind: NewCommit['kind'] = 'edit') {
      const [next, patches, inverse] = produceWithPatches(kit, (draft) => void recipe(draft as Kit))
      const done = await appendCommit(db, next, rev, { kit: ID, label, patches, inverse, tab, kind })
      ;({ kit, rev } = await openKit(db, ID))
      return done
    },
  }
}

const setDrag =
  (value: number): Recipe =>
  (kit) =>
    void (kit.types['dust']!.numbers.drag = value)
const setFlow =
  (value: number): Recipe =>
  (kit) =>
    void (kit.effects['canal-rain']!.emitters['rain-far']!.numbers.flow = value)

describe('commits', () => {
  it('come back after a reload, with their history', async () => {
    const tab = await openTab('a')
    await tab.commit('Drag', setDrag(2))
    await tab.commit('Flow', setFlow(9))
    const { kit, history, rev } = await openKit(db, ID)
    expect([
      kit.types['dust']!.numbers.drag,
      kit.effects['canal-rain']!.emitters['rain-far']!.numbers.flow,
      rev,
    ]).toEqual([2, 9, 2])
    expect(history.undo.map((e) => e.label)).toEqual(['Drag', 'Flow'])
  })

  it('of two tabs join where they are disjoint', async () => {
    const [a, b] = [await openTab('a'), await openTab('b')]
    await a.commit('Drag', setDrag(3))
    const { foreign } = await b.commit('Flow', setFlow(77))
    expect(foreign.map((c) => c.label)).toEqual(['Drag'])
    expect([
      b.kit.types['dust']!.numbers.drag,
      b.kit.effects['canal-rain']!.emitters['rain-far']!.numbers.flow,
    ]).toEqual([3, 77])
  })

  it('of two tabs to the same place are refused, and nothing is written', async () => {
    const [a, b] = [await openTab('a'), await openTab('b')]
    await a.commit('Drag', setDrag(3))
    await expect(b.commit('Drag again', setDrag(4))).rejects.toThrow(Conflict)
    expect((await openKit(db, ID)).kit.types['dust']!.numbers.drag).toBe(3)
    expect((await db.kits.get(ID))!.rev).toBe(1)
  })

  it('keep the shelf’s row up to date', async () => {
    const tab = await openTab('a')
    await tab.commit(
      'Effect',
      (kit) => void addEffect(kit, (p) => `${p}-x${Math.floor(kit.effectOrder.length)}`),
    )
    await tab.commit('Name', (kit) => void (kit.name = 'Other'))
    expect(await db.kits.get(ID)).toMatchObject({
      name: 'Other',
      effects: Object.keys(makeDemo().kit.effects).length + 1,
      rev: 2,
    })
  })

  it('are folded into a snapshot each hundred, which changes nothing', async () => {
    const tab = await openTab('a')
    for (let i = 1; i <= SNAPSHOT_EVERY + 3; i++) await tab.commit(`Step ${i}`, setDrag(i / 50))
    expect((await db.snapshots.toArray()).map((s) => s.rev)).toEqual([0, SNAPSHOT_EVERY])
    expect((await openKit(db, ID)).kit).toEqual(tab.kit)
    expect((await openKit(db, ID)).history.undo.length).toBe(SNAPSHOT_EVERY + 3)
  }, 120_000)

  it('random edits come back equal to a stored copy', async () => {
    const tab = await openTab('a')
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.boolean(), fc.double({ min: 0, max: 50, noNaN: true })), {
          minLength: 1,
          maxLength: 6,
        }),
        async (edits) => {
          for (const [which, value] of edits)
            await tab.commit('Edit', which ? setDrag(value) : setFlow(value))
          const copy = JSON.parse(JSON.stringify(tab.kit)) as Kit
          expect((await openKit(db, ID)).kit).toEqual(copy)
        },
      ),
      { numRuns: 15 },
    )
  }, 30_000)
})

describe('loading', () => {
  it('sets a broken entry aside, names it, and goes on', async () => {
    const tab = await openTab('a')
    await tab.commit('Good', setDrag(2))
    await tab.commit('Broken', setDrag(3))
    await tab.commit('Later', setFlow(5))
    await db.commits.update([ID, 2], {
      patches: [{ op: 'replace', path: ['types', 'ghost', 'numbers', 'drag'], value: 1 }],
    })
    const { kit, setAside } = await openKit(db, ID)
    expect(setAside).toEqual([
      { place: 'journal.2', message: '“Broken” is damaged: its content does not have its hash' },
    ])
    expect([
      kit.types['dust']!.numbers.drag,
      kit.effects['canal-rain']!.emitters['rain-far']!.numbers.flow,
    ]).toEqual([2, 5])
  })

  it('yields to a newer Gliv instead of misreading it', async () => {
    const tab = await openTab('a')
    await tab.commit('Drag', setDrag(2))
    await db.commits.update([ID, 1], { formatVersion: 99 })
    await expect(openKit(db, ID)).rejects.toThrow(OutOfDate)
  })

  it('says so when there is no such kit', async () => {
    await expect(openKit(db, 'nowhere')).rejects.toThrow(/no kit "nowhere".*import its file again/)
  })
})

describe('drags of killed tabs', () => {
  const draftOf = async (tab: string, recipe: Recipe): Promise<void> => {
    const { kit, rev } = await openKit(db, ID)
    const [, patches, inverse] = produceWithPatches(kit, (draft) => void recipe(draft as Kit))
    await saveDraft(db, { kit: ID, tab, baseRev: rev, label: 'Drag in progress', patches, inverse })
  }

  it('are recovered as one step of undo', async () => {
    await draftOf('dead', setDrag(6))
    expect(await recoverDrafts(db, ID, async () => false)).toEqual(['Drag in progress'])
    const { kit, history } = await openKit(db, ID)
    expect([kit.types['dust']!.numbers.drag, history.undo.at(-1)!.label]).toEqual([6, 'Drag in progress'])
    expect(await db.drafts.count()).toBe(0)
  })

  it('are left alone while their tab lives, and dropped when the kit has moved on', async () => {
    await draftOf('alive', setDrag(6))
    expect(await recoverDrafts(db, ID, async () => true)).toEqual([])
    const tab = await openTab('a')
    await tab.commit('Flow', setFlow(1))
    expect(await recoverDrafts(db, ID, async () => false)).toEqual([])
    expect((await openKit(db, ID)).kit.types['dust']!.numbers.drag).toBe(4.2)
  })
})

describe('the shelf', () => {
  it('takes a kit twice as two, and gives it out as a file', async () => {
    const id = await addKit(db, makeDemo(), () => 'fresh')
    expect(id).toBe('fresh')
    expect((await db.kits.toArray()).map((k) => k.name).sort()).toEqual(['Last Ferry', 'Last Ferry 2'])
    const file = await kitFileOf(db, 'fresh')
    expect(readKit(file.kit)).toEqual(file.kit)
    expect(file.pictures.size).toBe(makeDemo().pictures.size)
  })

  it('deletes a kit with all it had', async () => {
    const tab = await openTab('a')
    await tab.commit('Drag', setDrag(2))
    await deleteKit(db, ID)
    expect([await db.kits.count(), await db.commits.count(), await db.snapshots.count()]).toEqual([0, 0, 0])
  })
})
