// @vitest-environment jsdom
/** Marks: when one is due, how many stay, and a whole kit taken back by the fewest changes. */
import 'fake-indexeddb/auto'
import { makeDemo } from '@gliv/demo'
import type { Kit } from '@gliv/document'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { db, edit, openDocument, saved, undo, useDocument } from './document.ts'
import {
  AUTO_KEPT,
  EVERY_EDITS,
  EVERY_MS,
  followMarks,
  isDue,
  markNow,
  marksOf,
  renameMark,
  takeAllBack,
} from './marks.ts'
import { addKit } from './shelf.ts'

const kitNow = (): Kit => useDocument.getState().kit!
let id = ''

beforeEach(async () => {
  await Promise.all(db.tables.map((table) => table.clear()))
  id = await addKit(db, makeDemo(), () => 'other')
  await openDocument(id)
})

const settled = (count: number): Promise<void> =>
  vi.waitFor(async () => expect((await marksOf(id)).length).toBeGreaterThanOrEqual(count), 10_000)

describe('marks', () => {
  it('are due by number of edits and by time', () => {
    expect(isDue({ edits: 0, ms: EVERY_MS * 2 })).toBe(false)
    expect(isDue({ edits: 1, ms: EVERY_MS - 1 })).toBe(false)
    expect(isDue({ edits: 1, ms: EVERY_MS })).toBe(true)
    expect(isDue({ edits: EVERY_EDITS, ms: 0 })).toBe(true)
  })

  it('are made by themselves: before the first edit, then every so many; old ones go, named ones stay', async () => {
    const opened = kitNow()
    const end = followMarks(id)
    const [effect] = opened.effectOrder as [string]
    for (let n = 1; n <= EVERY_EDITS + 1; n++)
      edit('Seed', (kit) => void (kit.effects[effect]!.seed = 1000 + n))
    await settled(2)
    const made = await marksOf(id)
    expect(made.map(({ name, auto }) => [name, auto])).toEqual(
      expect.arrayContaining([
        ['When it was opened', true],
        ['By itself', true],
      ]),
    )
    const first = made.find(({ name }) => name === 'When it was opened')!
    expect(first.document).toEqual(opened)
    await renameMark(first.id, 'Kept')
    // Many older ones: the next prunes them, but for the one that has a name now.
    const rows = Array.from({ length: AUTO_KEPT + 5 }, (_, k) => ({
      ...first,
      id: `old-${k}`,
      at: k,
      auto: true,
    }))
    await db.marks.bulkPut(rows)
    for (let n = 1; n <= EVERY_EDITS; n++) edit('Seed', (kit) => void (kit.effects[effect]!.seed = n))
    await vi.waitFor(async () => {
      const left = await marksOf(id)
      expect(left.filter(({ auto }) => auto)).toHaveLength(AUTO_KEPT)
      expect(left.some(({ name, auto }) => name === 'Kept' && !auto)).toBe(true)
      expect(left.filter(({ id: mark }) => mark === 'old-0')).toEqual([])
    }, 10_000)
    end()
    await saved()
  })

  it('are taken back as one step that names no more than it changes', async () => {
    await markNow('Good')
    const [mark] = await marksOf(id)
    const [a, b] = kitNow().effectOrder as [string, string]
    edit('Seed', (kit) => void (kit.effects[a]!.seed = 5))
    edit('Name', (kit) => void (kit.effects[b]!.name = 'Other'))
    const changed = kitNow()
    await takeAllBack('All as in “Good”', mark!.document)
    expect(kitNow()).toEqual(mark!.document)
    const step = useDocument.getState().history.undo.at(-1)!
    expect(step.patches.map(({ path }) => path.slice(0, 2).join('.')).sort()).toEqual(
      [`effects.${a}`, `effects.${b}`].sort(),
    )
    undo()
    expect(kitNow()).toEqual(changed)
    await saved()
  })
})
