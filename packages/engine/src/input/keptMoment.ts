/** What a kept tape holds as data, so that somebody else can run an effect to the same moment. */
import type { KnobValues, PoseParts, Surface, TapeEntry, ViewRect } from '@gliv/model'
import type { Pose } from '../geometry/index.ts'
import type { KeptTape } from './keptTape.ts'
import type { TapeRow } from './liveTape.ts'

/** Where an effect began, and what has happened to it since; ticks without its warm-up. */
export interface KeptMoment {
  readonly start: PoseParts
  readonly view: ViewRect
  readonly surfaces: readonly Surface[]
  readonly knobs: KnobValues
  readonly tape: readonly TapeEntry[]
}

const partsOf = ({ x, y, rotate, scale, mirror }: Pose): PoseParts => ({ x, y, rotate, scale, mirror })
const same = (a: object, b: object): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

/** Entries for what differs from one row to the next. */
const between = (before: TapeRow, row: TapeRow, tick: number, isStill: boolean): TapeEntry[] => {
  const entries: TapeEntry[] = []
  const from = Math.max(0, tick - 1)
  if (row.on !== before.on) entries.push({ tick: from, do: 'emit', on: row.on })
  if (row.surfaces !== before.surfaces) entries.push({ tick, do: 'surfaces', surfaces: row.surfaces })
  if (!same(row.toView, before.toView)) entries.push({ tick, do: 'view', ...row.toView })
  if (!same(row.to, before.to)) {
    // It stood still until then.
    if (isStill && !row.jumped) entries.push({ tick: from, do: 'move', ...partsOf(before.to) })
    entries.push({ tick, do: row.jumped ? 'teleport' : 'move', ...partsOf(row.to) })
  }
  return entries
}

/**
 * A kept tape as a tape. @param warm ticks of warm-up, which lie before tick 0
 */
export const keptMoment = (tape: KeptTape, warm: number): KeptMoment => {
  const rows = tape.rows
  const first = rows[0]
  const entries: TapeEntry[] = []
  let isStill = true
  rows.forEach((row, k) => {
    const tick = tape.now - (rows.length - 1 - k) - warm
    if (k === 0 || tick < 0) return
    const before = rows[k - 1]!
    entries.push(...between(before, row, tick, isStill))
    isStill = same(row.to, before.to)
  })
  entries.push(
    ...tape.turns.flatMap(({ tick, name, value }): TapeEntry[] =>
      tick > warm ? [{ tick: tick - warm - 1, do: 'knob', name, value }] : [],
    ),
  )
  const stop = tape.stopTick()
  if (stop < Infinity) entries.push({ tick: Math.max(0, stop - warm), do: 'stop' })
  return {
    start: first ? partsOf(first.to) : {},
    view: first?.toView ?? { x: 0, y: 0, w: 1, h: 1 },
    surfaces: first?.surfaces ?? [],
    knobs: tape.startKnobs,
    tape: entries.sort((a, b) => a.tick - b.tick),
  }
}
