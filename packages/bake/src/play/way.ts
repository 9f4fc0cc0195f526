/** Where an effect is carried while it is baked: tapes of plain ways, and the place at a tick of any tape. Pure. */
import { cosSin } from '@gliv/base'
import type { ShipValues, Tape, TapeEntry } from '@gliv/model'

/** Samples of one round of a circle, close enough that it looks round. */
const ROUND_STEPS = 48

/** A tape for `ticks` ticks along a line or a circle, at `rate` ticks a second; starts where the effect is. */
export const wayTape = (moves: ShipValues<'moves'>, rate: number, ticks: number): Tape => {
  const { along, dx, dy, seconds } = moves
  if (along === 'line') {
    const per = 1 / (seconds * rate)
    return [
      { tick: 0, do: 'move', x: 0, y: 0 },
      { tick: Math.max(1, ticks), do: 'move', x: dx * ticks * per, y: dy * ticks * per },
    ]
  }
  const steps = Math.ceil((ticks / (seconds * rate)) * ROUND_STEPS)
  const pair = new Float64Array(2)
  return Array.from({ length: steps + 1 }, (_, k) => {
    cosSin(((k % ROUND_STEPS) * 360) / ROUND_STEPS, pair)
    return {
      tick: Math.round((k / ROUND_STEPS) * seconds * rate),
      do: 'move' as const,
      x: (pair[1]! * dx) / 2,
      y: ((pair[0]! - 1) * (dy || dx)) / 2,
    }
  })
}

type Posed = Extract<TapeEntry, { do: 'move' | 'teleport' }>
const isPosed = (entry: TapeEntry): entry is Posed => entry.do === 'move' || entry.do === 'teleport'

/** The place on a tape at a tick, px: linear between moves, at once at a teleport; before all of it the start. */
export const placeOn = (
  tape: Tape,
  tick: number,
  start: readonly [x: number, y: number],
): readonly [x: number, y: number] => {
  let [fromTick, x, y] = [0, ...start]
  for (const entry of tape) {
    if (!isPosed(entry)) continue
    const [toX, toY] = [entry.x ?? x, entry.y ?? y]
    if (entry.tick > tick) {
      if (entry.do === 'teleport' || entry.tick === fromTick) break
      const share = (tick - fromTick) / (entry.tick - fromTick)
      return [x + (toX - x) * share, y + (toY - y) * share]
    }
    ;[fromTick, x, y] = [entry.tick, toX, toY]
  }
  return [x, y]
}
