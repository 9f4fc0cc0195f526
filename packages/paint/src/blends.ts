/**
 * How a premultiplied source, in canvas units, joins a pixel; one entry a blend. Arithmetic is float32, every
 * step rounded, so that the SIMD kernel gives the same bytes.
 */
import type { Blend } from '@gliv/model'
import { ONE } from './canvas.ts'

/** r, g, b and a are float32. */
export type BlendInto = (data: Uint16Array, o: number, r: number, g: number, b: number, a: number) => void

const { fround, min } = Math

/** 1 ÷ ONE in float32: a product costs less than a quotient. */
const SHARE = fround(1 / ONE)

/** s + d·keep + ½ */
const over = (d: number, s: number, keep: number): number => fround(fround(s + fround(d * keep)) + 0.5)

/** Source over: d = s + d·(1 − a). */
const normal: BlendInto = (data, o, r, g, b, a) => {
  const keep = fround(fround(ONE - a) * SHARE)
  data[o] = over(data[o]!, r, keep)
  data[o + 1] = over(data[o + 1]!, g, keep)
  data[o + 2] = over(data[o + 2]!, b, keep)
  data[o + 3] = over(data[o + 3]!, a, keep)
}

const added = (d: number, s: number): number => min(ONE, fround(fround(d + s) + 0.5))

/** Light is added, held at full; the ground's alpha stays. */
const additive: BlendInto = (data, o, r, g, b) => {
  data[o] = added(data[o]!, r)
  data[o + 1] = added(data[o + 1]!, g)
  data[o + 2] = added(data[o + 2]!, b)
}

const screened = (d: number, s: number): number => over(d, s, fround(fround(ONE - s) * SHARE))

/** d = s + d·(1 − s): light that never overshoots; the ground's alpha stays. */
const screen: BlendInto = (data, o, r, g, b) => {
  data[o] = screened(data[o]!, r)
  data[o + 1] = screened(data[o + 1]!, g)
  data[o + 2] = screened(data[o + 2]!, b)
}

const darkened = (d: number, s: number, rest: number): number =>
  fround(fround(d * fround(fround(rest + s) * SHARE)) + 0.5)

/**
 * d = d·(1 − a + s): darkens what is there. Where nothing is there yet, it leaves black with the alpha a − (r
 * + g + b) ÷ 3,
 * which darkens a backdrop that comes under it later as much as a grey of the same brightness would.
 */
const multiply: BlendInto = (data, o, r, g, b, a) => {
  const rest = fround(ONE - a)
  data[o] = darkened(data[o]!, r, rest)
  data[o + 1] = darkened(data[o + 1]!, g, rest)
  data[o + 2] = darkened(data[o + 2]!, b, rest)
  const alpha = data[o + 3]!
  const grey = fround(fround(fround(r + g) + b) / 3)
  const share = fround(fround(a - grey) * SHARE)
  data[o + 3] = fround(fround(alpha + fround((ONE - alpha) * share)) + 0.5)
}

export const BLEND_INTO = { normal, additive, screen, multiply } as const satisfies Record<Blend, BlendInto>
