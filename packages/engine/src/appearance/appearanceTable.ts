/** For drawing plain particles: all that a share of life decides about their looks, one cache line a cell. */
import { APPEARANCE_BYTES, TABLE_CELLS, floatsFor } from '../kernels/index.ts'
import type { Appearance } from './appearance.ts'
import { type CompiledRamp, drawTableOf } from './ramp.ts'
import { type CompiledTint, tintTableOf } from './tint.ts'

/** Float64 in a cell: offset and slope of scale, then of opacity; behind them, as a word, the tint. */
export const APPEARANCE_FLOATS = APPEARANCE_BYTES / 8
export const APPEARANCE_TINT = 8

/**
 * The tables of two ramps and a tint, cell by cell side by side, so that one look-up finds all three. It owns
 * its memory.
 */
export class AppearanceTable {
  readonly floats: Float64Array
  readonly words: Uint32Array

  constructor(scale: CompiledRamp, opacity: CompiledRamp, tint: CompiledTint) {
    const [scales, opacities, tints] = [drawTableOf(scale), drawTableOf(opacity), tintTableOf(tint)]
    this.floats = floatsFor(this, (TABLE_CELLS + 1) * APPEARANCE_FLOATS)
    this.words = new Uint32Array(this.floats.buffer, this.floats.byteOffset, this.floats.length * 2)
    for (let cell = 0; cell <= TABLE_CELLS; cell++) {
      const o = cell * APPEARANCE_FLOATS
      this.floats[o] = scales[cell * 2]!
      this.floats[o + 1] = scales[cell * 2 + 1]!
      this.floats[o + 2] = opacities[cell * 2]!
      this.floats[o + 3] = opacities[cell * 2 + 1]!
      this.words[o * 2 + APPEARANCE_TINT] = tints[cell]!
    }
  }
}

/** The value of a key, made when there is none. */
const ensure = <K extends object, V>(map: WeakMap<K, V>, key: K, make: () => V): V => {
  let value = map.get(key)
  if (value === undefined) map.set(key, (value = make()))
  return value
}

/** Of equal ramps and tints there is one table. */
const shared = new WeakMap<CompiledRamp, WeakMap<CompiledRamp, WeakMap<CompiledTint, AppearanceTable>>>()
const found = new WeakMap<Appearance, AppearanceTable>()

const share = (appearance: Appearance): AppearanceTable => {
  const { scaleRamp, opacityRamp, tint } = appearance
  const table = ensure(
    ensure(
      ensure(shared, scaleRamp, () => new WeakMap()),
      opacityRamp,
      () => new WeakMap(),
    ),
    tint,
    () => new AppearanceTable(scaleRamp, opacityRamp, tint),
  )
  found.set(appearance, table)
  return table
}

/** Asked for at every picture: a function made in here would cost an object each time. */
export const appearanceTableOf = (appearance: Appearance): AppearanceTable =>
  found.get(appearance) ?? share(appearance)
