/** How a premultiplied source, in canvas units, joins a pixel. One entry a blend. */
import type { Blend } from '@gliv/model'
import { ONE } from './canvas.ts'

export type BlendInto = (data: Uint16Array, o: number, r: number, g: number, b: number, a: number) => void

/** Source over: d = s + d·(1 − a). */
const normal: BlendInto = (data, o, r, g, b, a) => {
  const keep = (ONE - a) / ONE
  data[o] = r + data[o]! * keep + 0.5
  data[o + 1] = g + data[o + 1]! * keep + 0.5
  data[o + 2] = b + data[o + 2]! * keep + 0.5
  data[o + 3] = a + data[o + 3]! * keep + 0.5
}

/** Light is added, held at full; the ground's alpha stays. */
const additive: BlendInto = (data, o, r, g, b) => {
  data[o] = Math.min(ONE, data[o]! + r + 0.5)
  data[o + 1] = Math.min(ONE, data[o + 1]! + g + 0.5)
  data[o + 2] = Math.min(ONE, data[o + 2]! + b + 0.5)
}

/** d = s + d·(1 − s): light that never overshoots; the ground's alpha stays. */
const screen: BlendInto = (data, o, r, g, b) => {
  data[o] = r + data[o]! * ((ONE - r) / ONE) + 0.5
  data[o + 1] = g + data[o + 1]! * ((ONE - g) / ONE) + 0.5
  data[o + 2] = b + data[o + 2]! * ((ONE - b) / ONE) + 0.5
}

/**
 * d = d·(1 − a + s): darkens what is there. Where nothing is there yet, it leaves black with the alpha a − (r
 * + g + b) ÷ 3,
 * which darkens a backdrop that comes under it later as much as a grey of the same brightness would.
 */
const multiply: BlendInto = (data, o, r, g, b, a) => {
  data[o] = data[o]! * ((ONE - a + r) / ONE) + 0.5
  data[o + 1] = data[o + 1]! * ((ONE - a + g) / ONE) + 0.5
  data[o + 2] = data[o + 2]! * ((ONE - a + b) / ONE) + 0.5
  const alpha = data[o + 3]!
  data[o + 3] = alpha + (ONE - alpha) * ((a - (r + g + b) / 3) / ONE) + 0.5
}

export const BLEND_INTO = { normal, additive, screen, multiply } as const satisfies Record<Blend, BlendInto>
