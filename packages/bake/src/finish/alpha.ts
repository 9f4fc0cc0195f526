/**
 * From painted frames to 8 bits a channel, by what becomes of alpha and of light. Painted is C over alpha A,
 * and C may exceed A where light was added; over a ground G the game should see C + (1 − A)·G.
 */
import { parseColour } from '@gliv/base'
import type { ShipValues } from '@gliv/model'
import { toStraight } from '@gliv/paint'
import { createImage, type Image } from '@gliv/pixels'
import type { Raw } from '../draw/raw.ts'

type Colours = ShipValues<'colours'>

/** A frame's filled rectangle as pictures: what is drawn over, and light that is added after it. */
export interface Finished {
  readonly main: Image
  readonly light: Image | null
}

const byte = (value: number): number => (value + 64) >> 7

const write = (out: Uint8Array, o: number, r: number, g: number, b: number, a: number): void => {
  out[o] = r
  out[o + 1] = g
  out[o + 2] = b
  out[o + 3] = a
}

/** Straight alpha from premultiplied parts with 16 bits. */
const straight = (out: Uint8Array, o: number, r: number, g: number, b: number, a: number): void => {
  if (a === 0) return
  write(out, o, (r * 255) / a + 0.5, (g * 255) / a + 0.5, (b * 255) / a + 0.5, byte(a))
}

const multiplied = (out: Uint8Array, o: number, r: number, g: number, b: number, a: number): void =>
  write(out, o, byte(r), byte(g), byte(b), byte(a))

const each = (
  { w, h, data }: Raw,
  paint: (out: Uint8Array, o: number, r: number, g: number, b: number, a: number) => void,
): Image => {
  const image = createImage(w, h)
  for (let o = 0; o < data.length; o += 4)
    paint(image.data, o, data[o]!, data[o + 1]!, data[o + 2]!, data[o + 3]!)
  return image
}

/** Alpha is raised to the brightest channel, so that light stays where it is drawn over black. */
const brightest = (raw: Raw, alpha: Colours['alpha']): Finished => ({
  main:
    alpha === 'straight'
      ? { width: raw.w, height: raw.h, data: toStraight({ width: raw.w, height: raw.h, data: raw.data }) }
      : // Colour above alpha is light that premultiplied drawing adds: exact over every ground.
        each(raw, multiplied),
  light: null,
})

/** What is drawn over keeps to alpha; what is above it goes to a picture that is added: exact over every ground. */
const apart = (raw: Raw, alpha: Colours['alpha']): Finished => {
  const put = alpha === 'straight' ? straight : multiplied
  const [main, light] = [createImage(raw.w, raw.h), createImage(raw.w, raw.h)]
  const { data } = raw
  for (let o = 0; o < data.length; o += 4) {
    const r = data[o]!
    const g = data[o + 1]!
    const b = data[o + 2]!
    const a = data[o + 3]!
    const most = Math.max(r, g, b)
    if (a > 0) put(main.data, o, Math.min(r, a), Math.min(g, a), Math.min(b, a), a)
    if (most > a) put(light.data, o, Math.max(0, r - a), Math.max(0, g - a), Math.max(0, b - a), most - a)
  }
  return { main, light }
}

/** Everything over one colour, without alpha. */
const grounded = (raw: Raw, ground: string): Finished => {
  const [red, green, blue] = parseColour(ground)
  return {
    main: each(raw, (out, o, r, g, b, a) => {
      const rest = 255 * 128 - a
      const over = (channel: number, under: number): number =>
        Math.min(255, byte(channel + (rest * under) / 255))
      write(out, o, over(r, red), over(g, green), over(b, blue), 255)
    }),
    light: null,
  }
}

/** A painted frame in 8 bits. */
export const finished = (raw: Raw, { alpha, light, ground }: Colours): Finished => {
  if (light === 'ground') return grounded(raw, ground)
  return light === 'sheet' ? apart(raw, alpha) : brightest(raw, alpha)
}

/** Light that stands where nothing is under it: whether a frame has any, and its share of the filled pixels. */
export const lightShare = ({ data }: Raw): number => {
  let lit = 0
  let filled = 0
  for (let o = 0; o < data.length; o += 4) {
    const a = data[o + 3]!
    const most = Math.max(data[o]!, data[o + 1]!, data[o + 2]!)
    if (a === 0 && most === 0) continue
    filled++
    if (most > a + 256) lit++
  }
  return filled === 0 ? 0 : lit / filled
}
