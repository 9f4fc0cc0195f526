/** A tape made ready for look-ups: where the effect is and what the view shows, moment by moment. */
import { BoundedCache } from '@gliv/base'
import type { KnobValues, PoseParts, Surface, Tape, TapeEntry, ViewRect } from '@gliv/model'
import {
  copyPose,
  emptyPose,
  type MutableView,
  type Pose,
  poseBetweenInto,
  posed,
  viewBetweenInto,
  checkSurfaces,
  surfacesBetween,
  Surroundings,
} from '../geometry/index.ts'
import { checkPose, checkView } from './checkPose.ts'
import { checkTape } from './checkTape.ts'
import { KnobTrack } from './knobTrack.ts'
import { type CompiledTape, DEFAULT_VIEW } from './tape.ts'

interface Timed<T> {
  readonly tick: number
  readonly value: T
  readonly jump: boolean
}

/** Last index whose tick is ≤ `ticks`, or −1. */
const lastAt = (rows: readonly { readonly tick: number }[], ticks: number): number => {
  let low = 0
  let high = rows.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (rows[mid]!.tick <= ticks) low = mid + 1
    else high = mid
  }
  return low - 1
}

/** Calls `between` with the rows around a moment and how far it is from the first to the second. */
const lookUp = <T>(
  rows: readonly Timed<T>[],
  ticks: number,
  between: (a: T, b: T, t: number) => void,
): void => {
  const i = rows.length === 1 ? 0 : Math.max(0, lastAt(rows, ticks))
  const here = rows[i]!
  const next = rows[i + 1]
  if (!next || next.jump || ticks <= here.tick) between(here.value, here.value, 1)
  else between(here.value, next.value, (ticks - here.tick) / (next.tick - here.tick))
}

/** Surroundings of this many ticks are kept, while surfaces move. */
const KEPT_TICKS = 64

/** Looks up the surfaces of a tick; still ones are made ready once. */
const surroundingsOf = (
  rows: readonly { readonly tick: number; readonly value: readonly Surface[] }[],
): ((tick: number) => Surroundings) => {
  const still = new Map<readonly Surface[], Surroundings>()
  const moving = new BoundedCache<number, Surroundings>(KEPT_TICKS)
  const at = (tick: number): readonly Surface[] => {
    const i = Math.max(0, lastAt(rows, tick))
    const here = rows[i]!
    const next = rows[i + 1]
    return next
      ? surfacesBetween(here.value, next.value, (tick - here.tick) / (next.tick - here.tick))
      : here.value
  }
  const stillFrom = (tick: number): readonly Surface[] | null => {
    const i = Math.max(0, lastAt(rows, Math.max(0, tick - 1)))
    const here = rows[i]!
    const next = rows[i + 1]
    return next && next.value.some((surface) => here.value.some((other) => other.id === surface.id))
      ? null
      : here.value
  }
  return (tick) => {
    const fixed = stillFrom(tick)
    if (fixed) {
      if (!still.has(fixed)) still.set(fixed, new Surroundings(fixed))
      return still.get(fixed)!
    }
    return moving.ensure(tick, () => {
      // The way to the tick of the next entry ends where that entry begins.
      const i = Math.max(0, lastAt(rows, Math.max(0, tick - 1)))
      const [here, next] = [rows[i]!, rows[i + 1]!]
      const share = Math.min(1, (tick - here.tick) / (next.tick - here.tick))
      return new Surroundings(at(Math.max(0, tick - 1)), surfacesBetween(here.value, next.value, share))
    })
  }
}

const checkStart = (start: PoseParts, view: ViewRect, surfaces: readonly Surface[]): void => {
  checkPose('the effect', start)
  checkView('--view', view)
  if (surfaces.length > 0) checkSurfaces('surfaces', surfaces)
}

/** What a tape says, sorted by what it is about. */
class Columns {
  readonly poses: Timed<Pose>[]
  readonly views: Timed<ViewRect>[]
  readonly grounds: { tick: number; value: readonly Surface[] }[]
  readonly gates: { tick: number; on: boolean }[] = []
  readonly knobs: KnobTrack
  readonly jumps = new Set<number>()
  stop = Infinity

  constructor(start: PoseParts, view: ViewRect, surfaces: readonly Surface[], turned: KnobValues) {
    this.poses = [{ tick: 0, value: posed(emptyPose(), start), jump: true }]
    this.views = [{ tick: 0, value: view, jump: true }]
    this.grounds = [{ tick: 0, value: surfaces }]
    this.knobs = new KnobTrack(turned)
  }

  /** @param tick on the clock, warm-up included */
  add(entry: TapeEntry, tick: number): void {
    if (entry.do === 'stop') this.stop = Math.min(this.stop, tick)
    else if (entry.do === 'emit') this.gates.push({ tick, on: entry.on })
    else if (entry.do === 'knob') this.knobs.set(entry.name, entry.value, tick + 1)
    else if (entry.do === 'surfaces') this.grounds.push({ tick, value: entry.surfaces })
    else if (entry.do === 'view') {
      const { x, y, w, h } = entry
      this.views.push({ tick, value: { x, y, w, h }, jump: false })
    } else {
      const jump = entry.do === 'teleport'
      this.poses.push({ tick, value: posed(this.poses.at(-1)!.value, entry), jump })
      if (jump) this.jumps.add(tick)
    }
  }
}

/**
 * Compiles a tape for an effect placed at a pose. Throws `Refusal` on unsorted or broken entries. @param warm
 * ticks that pass before the tape's tick 0 @param turned how knobs are set from the beginning
 */
export const compileTape = (
  tape: Tape,
  start: PoseParts = {},
  view: ViewRect = DEFAULT_VIEW,
  warm = 0,
  surfaces: readonly Surface[] = [],
  turned: KnobValues = {},
): CompiledTape => {
  checkStart(start, view, surfaces)
  checkTape(tape)
  const columns = new Columns(start, view, surfaces, turned)
  for (const entry of tape) columns.add(entry, entry.tick + warm)
  const { poses, views, grounds, gates, knobs, jumps, stop } = columns
  // One function each, made once: a look-up allocates nothing.
  let poseOut: Pose
  let viewOut: MutableView
  const toPose = (a: Pose, b: Pose, t: number): void =>
    a === b ? copyPose(a, poseOut) : poseBetweenInto(a, b, t, poseOut)
  const toView = (a: ViewRect, b: ViewRect, t: number): void => viewBetweenInto(a, b, t, viewOut)
  return {
    still: poses.length === 1,
    hasEmitToggle: gates.some((g) => !g.on) || stop < Infinity,
    knobsSaid: knobs.said,
    knobAt: (name, tick) => knobs.at(name, tick),
    stopTick: () => stop,
    endTick: () => {
      // Emission ends for good at the stop, or at the first gate after which none opens again.
      let end = stop
      for (let i = gates.length - 1; i >= 0 && !gates[i]!.on; i--) end = Math.min(end, gates[i]!.tick)
      return end
    },
    emitsAt: (ticks) => {
      const i = gates.length === 0 ? -1 : lastAt(gates, ticks)
      return i < 0 || gates[i]!.on
    },
    jumpsTo: (tick) => jumps.has(tick),
    surroundings: surroundingsOf(grounds),
    poseInto: (ticks, out) => {
      poseOut = out
      lookUp(poses, ticks, toPose)
    },
    viewInto: (ticks, out) => {
      viewOut = out
      lookUp(views, ticks, toView)
    },
  }
}
