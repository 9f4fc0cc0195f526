/** Damage to the database itself: a kit opens with everything that was not damaged, and says what was. */
import 'fake-indexeddb/auto'
import { addEffect, checkKit, type Kit } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { produceWithPatches } from 'immer'
import { beforeEach, describe, expect, it } from 'vitest'
import { damage, type Dice, diceOf } from '../../../../packages/document/src/testing/damage.ts'
import { LONG } from '../../../../packages/document/src/testing/long.ts'
import { Database } from './db.ts'
import {
  appendCommit,
  olderSnapshots,
  openKit,
  rawData,
  repairKit,
  SNAPSHOT_EVERY,
  Unreadable,
} from './journal.ts'
import { completePictures, loadBlobs } from './pictureStore.ts'
import { restore, type Stored } from './restore.ts'
import { addKit, shelfRows } from './shelf.ts'

/** `GLIV_LONG=1` (npm run test:long): the full two thousand. */
const RUNS = LONG ? 2000 : 60
const ID = 'last-ferry'

let db: Database
let count = 0
beforeEach(async () => {
  db = new Database(`damage-${++count}`)
})

const commit = async (label: string, recipe: (kit: Kit) => void): Promise<void> => {
  const { kit, rev } = await openKit(db, ID)
  const [next, patches, inverse] = produceWithPatches(kit, (draft) => void recipe(draft as Kit))
  await appendCommit(db, next, rev, {
    kit: ID,
    label,
    patches,
    inverse,
    tab: 'a',
    kind: 'edit',
    uid: `a.${rev + 1}`,
  })
}

/** A demo with a few steps; each touches another effect, so that what is lost can be told. */
const prepare = async (steps: number): Promise<void> => {
  await addKit(db, makeDemo(), () => 'fresh')
  const { kit } = makeDemo()
  for (let k = 0; k < steps; k++)
    await commit(
      `Step ${k + 1}`,
      (draft) => void (draft.effects[kit.effectOrder[k % kit.effectOrder.length]!]!.seed = 1000 + k),
    )
}

const storedNow = async (): Promise<Stored> => ({
  id: ID,
  rev: (await db.kits.get(ID))!.rev,
  snapshots: await db.snapshots.toArray(),
  commits: await db.commits.toArray(),
})
const copy = <T>(value: T): T => structuredClone(value)

describe('snapshots', () => {
  it('are read back before they are written, and the last five stay', async () => {
    await addKit(db, makeDemo(), () => 'fresh')
    const { kit } = await openKit(db, ID)
    const [effect] = kit.effectOrder
    // Commits straight into the table, so that six hundred take no minutes.
    for (let rev = 1; rev < 6 * SNAPSHOT_EVERY; rev++) {
      if (rev % SNAPSHOT_EVERY !== 0) {
        await db.commits.add({
          kit: ID,
          rev,
          label: `Step ${rev}`,
          patches: [{ op: 'replace', path: ['effects', effect!, 'seed'], value: rev }],
          inverse: [],
          tab: 'a',
          formatVersion: 3,
          kind: 'edit',
        })
        await db.kits.update(ID, { rev })
      } else await commit(`Step ${rev}`, (draft) => void (draft.effects[effect!]!.seed = rev))
    }
    await commit('Last', (draft) => void (draft.effects[effect!]!.seed = 600))
    const snapshots = await db.snapshots.toArray()
    expect(snapshots.map((s) => s.rev)).toEqual([200, 300, 400, 500, 600])
    // The newest is damaged: the one before it and the journal give the same.
    await db.snapshots.update([ID, 600], { document: { ...snapshots[4]!.document, name: 'Touched' } })
    const opened = await openKit(db, ID)
    expect([opened.kit.effects[effect!]!.seed, opened.kit.name]).toEqual([600, 'Last Ferry'])
    expect(opened.setAside.map(({ place }) => place)).toEqual(['snapshot.600'])
    expect((await olderSnapshots(db, ID)).map((s) => s.rev)).toEqual([600, 500, 400, 300, 200])
  }, 60_000)

  it('of a state that cannot be opened again are not written', async () => {
    await prepare(2)
    for (let rev = 3; rev < SNAPSHOT_EVERY; rev++)
      await db.commits.add({
        kit: ID,
        rev,
        label: `Step ${rev}`,
        patches: [{ op: 'replace', path: ['name'], value: `Name ${rev}` }],
        inverse: [],
        tab: 'a',
        formatVersion: 3,
        kind: 'edit',
      })
    await db.kits.update(ID, { rev: SNAPSHOT_EVERY - 1 })
    // As an older Gliv took it: at least fifty, and a cap of twenty.
    const { kit } = await openKit(db, ID)
    const [effect] = Object.values(kit.effects)
    const path = ['effects', effect!.id, 'emitters', effect!.emitterOrder[0]!, 'numbers']
    await appendCommit(db, kit, SNAPSHOT_EVERY - 1, {
      kit: ID,
      label: 'Bad',
      patches: [
        { op: 'replace', path: [...path, 'minimum'], value: 50 },
        { op: 'replace', path: [...path, 'cap'], value: 20 },
      ],
      inverse: [],
      tab: 'a',
      kind: 'edit',
    })
    const opened = await openKit(db, ID)
    expect(opened.kit.name).toBe(`Name ${SNAPSHOT_EVERY - 1}`)
    for (const { document } of await db.snapshots.toArray()) expect(checkKit(document)).toEqual([])
  }, 30_000)
})

describe('the journal', () => {
  it('notices a missing entry in the middle and at the end, and goes on', async () => {
    await prepare(6)
    await db.commits.delete([ID, 3])
    expect((await openKit(db, ID)).setAside).toEqual([{ place: 'journal.3', message: 'step 3 is missing' }])
    await db.commits.delete([ID, 6])
    const { kit, setAside } = await openKit(db, ID)
    expect(setAside.map(({ place }) => place)).toEqual(['journal.3', 'journal.6'])
    const seeds = makeDemo()
      .kit.effectOrder.slice(0, 5)
      .map((id) => kit.effects[id]!.seed)
    expect([seeds[0], seeds[1], seeds[3], seeds[4]]).toEqual([1000, 1001, 1003, 1004])
  })

  it('notices an entry of another line of history', async () => {
    await prepare(3)
    const second = (await db.commits.get([ID, 2]))!
    await db.commits.put({ ...second, label: 'Other', hash: undefined as never })
    const other = { ...second, label: 'Other' }
    const { commitHash } = await import('./restore.ts')
    await db.commits.put({ ...other, hash: commitHash(other) })
    expect((await openKit(db, ID)).setAside).toEqual([
      { place: 'journal.2', message: '“Other” is not the step that “Step 3” was made on' },
    ])
  })

  it('is repaired once: the next opening is clean, the list is kept, and what is stored is not overwritten', async () => {
    await prepare(4)
    await db.commits.update([ID, 2], { patches: 'torn' as never })
    const before = await db.commits.toArray()
    const opened = await openKit(db, ID)
    expect(opened.setAside).toHaveLength(1)
    await repairKit(db, ID, opened)
    const again = await openKit(db, ID)
    expect([again.setAside, again.kit]).toEqual([[], opened.kit])
    expect(await db.commits.toArray()).toEqual(before)
    expect((await db.aside.toArray()).map(({ place }) => place)).toEqual(['journal.2'])
    await commit('After', (draft) => void (draft.name = 'Goes on'))
    expect((await openKit(db, ID)).kit.name).toBe('Goes on')
    expect(Object.keys(await rawData(db, ID))).toContain('snapshots')
  })
})

describe('pictures', () => {
  it('that are missing or broken have a stand-in of their size, named by their sheet', async () => {
    await prepare(0)
    const { kit } = await openKit(db, ID)
    const [first, second] = kit.sheetOrder.map((id) => kit.sheets[id]!)
    await db.pictures.delete(first!.picture)
    const row = (await db.pictures.get(second!.picture))!
    const torn = row.bytes.slice()
    torn[torn.length >> 1]! ^= 255
    await db.pictures.put({ hash: row.hash, bytes: torn })
    const { pictures, missing, aside } = completePictures(kit, await loadBlobs(db, kit))
    expect([...missing].sort()).toEqual([first!.picture, second!.picture].sort())
    expect(aside.map(({ message }) => message)).toEqual(
      [first!, second!].map(
        (sheet) =>
          `the picture of “${sheet.name}” is missing or damaged; checks stand in for it until it is replaced`,
      ),
    )
    expect(kit.sheetOrder.every((id) => pictures.has(kit.sheets[id]!.picture))).toBe(true)
  })
})

it(`${RUNS / 2} damages to pictures: those that were not touched are loaded, the others have stand-ins`, async () => {
  await prepare(0)
  const { kit } = await openKit(db, ID)
  const rows = await db.pictures.toArray()
  const dice = diceOf(5)
  for (let k = 0; k < RUNS / 2; k++) {
    const row = rows[dice(rows.length)]!
    const torn = row.bytes.slice(0, dice(2) === 0 ? dice(row.bytes.length) : undefined)
    if (torn.length === row.bytes.length) torn[dice(torn.length)]! ^= 1 + dice(255)
    const broken: unknown = [torn, 'text', null, new Uint8Array()][dice(4)]
    await db.pictures.put({ hash: row.hash, bytes: broken as Uint8Array })
    const { pictures, missing } = completePictures(kit, await loadBlobs(db, kit))
    expect([...missing]).toEqual([row.hash])
    for (const other of rows)
      if (other.hash !== row.hash) expect(pictures.get(other.hash)).toEqual(other.bytes)
    await db.pictures.put(row)
  }
}, 120_000)

it('the shelf shows kits whose rows are damaged or lost', async () => {
  await prepare(1)
  await db.kits.update(ID, { name: 7 as never, rev: 'x' as never })
  expect(await shelfRows(db)).toMatchObject([{ id: ID, name: `Kit ${ID}` }])
  await db.kits.delete(ID)
  expect(await shelfRows(db)).toMatchObject([{ id: ID }])
  const opened = await openKit(db, ID)
  expect(opened.rev).toBe(1)
})

it('what is nothing at all is said to be unreadable, with its raw data at hand', async () => {
  await prepare(0)
  await db.snapshots.update([ID, 0], { document: 7 as never })
  await expect(openKit(db, ID)).rejects.toThrow(Unreadable)
  expect(await rawData(db, ID)).toMatchObject({ format: 'gliv-raw' })
})

/** One thing of what is stored goes wrong. Gives what it was. */
const damageStored = (stored: { snapshots: object[]; commits: object[] }, dice: Dice): string => {
  const which = dice(3)
  if (which === 0) return `snapshots.${damage(stored.snapshots, dice).join('.')}`
  if (which === 1) return `commits.${damage(stored.commits, dice).join('.')}`
  stored.commits.splice(dice(stored.commits.length), 1)
  return 'commits, one gone'
}

it(`${RUNS} damages to snapshots and journal: the kit opens each time with everything that was not damaged`, async () => {
  const STEPS = 12
  await prepare(STEPS)
  await commit('New effect', (draft) => void addEffect(draft, (prefix) => `made-${prefix}`))
  const sound = await storedNow()
  const whole = restore(sound)!
  const seed = 99
  const dice = diceOf(seed)
  let told = 0
  for (let k = 0; k < RUNS; k++) {
    const stored = copy(sound) as unknown as {
      id: string
      rev: number
      snapshots: object[]
      commits: object[]
    }
    const what = damageStored(stored, dice)
    const opened = restore(stored as never)
    // The only snapshot may lose what made it a snapshot; then there is nothing to open but its raw data.
    if (!opened) {
      expect(what, 'only the one snapshot as a whole may be lost').toMatch(
        /^snapshots\.0(\.(document|rev))?$/,
      )
      continue
    }
    expect(checkKit(opened.kit), what).toEqual([])
    if (opened.setAside.length > 0) told++
    const changed = Object.keys(whole.kit.effects).filter(
      (id) => JSON.stringify(opened.kit.effects[id]) !== JSON.stringify(whole.kit.effects[id]),
    )
    // Damage inside of an effect, or of its step, costs no other effect.
    if (what.startsWith('commits'))
      expect(changed.length, `${what}: ${changed.join()}`).toBeLessThanOrEqual(1)
    const inside = /^snapshots\.0\.document\.effects\.([^.]+)/.exec(what)?.[1]
    if (inside !== undefined) {
      const playing = new Set(
        changed.filter(
          (id) =>
            whole.kit.effects[id]!.parts.some((part) =>
              part.effects.some((choice) => choice.effect === inside),
            ) || JSON.stringify(whole.kit.effects[id]).includes(`"effect":"${inside}"`),
        ),
      )
      expect(
        changed.filter((id) => id !== inside && !playing.has(id)),
        what,
      ).toEqual([])
    }
  }
  console.log(
    `  ${RUNS} damages (seed ${seed}): ${RUNS} opened or named, ${told} with something set aside, 0 failed`,
  )
}, 600_000)
