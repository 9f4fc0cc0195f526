/**
 * Colours by + − × ÷ and the square root alone: the same bits in every JavaScript engine. sRGB, OKLab and the
 * nearest of a palette.
 */
import { cubeRoot, nthRoot } from './roots.ts'

/** Three channels: red, green, blue from 0 to 255, or L, a, b of OKLab. */
export type Colour = readonly [number, number, number]

/** Red, green and blue, 0 to 255, of `#rrggbb`; the text is not checked. */
export const parseColour = (text: string): Colour => {
  const n = Number.parseInt(text.slice(1), 16)
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255]
}

/** sRGB's transfer curves (IEC 61966-2-1); x^2.4 = x²·(x^(1/5))², x^(1/2.4) = (x^(1/12))^5. */
const toLinear = (byte: number): number => {
  const v = byte / 255
  if (v <= 0.04045) return v / 12.92
  const x = (v + 0.055) / 1.055
  const fifth = nthRoot(x, 5)
  return x * x * fifth * fifth
}
const toByte = (linear: number): number => {
  if (linear <= 0) return 0
  if (linear >= 1) return 255
  if (linear <= 0.0031308) return linear * 12.92 * 255
  const twelfth = cubeRoot(Math.sqrt(Math.sqrt(linear)))
  const square = twelfth * twelfth
  return (1.055 * square * square * twelfth - 0.055) * 255
}

/** OKLab (Björn Ottosson, 2020): L from 0 to 1, a and b about ±0.4. */
export const toOklab = ([r8, g8, b8]: Colour): Colour => {
  const r = toLinear(r8)
  const g = toLinear(g8)
  const b = toLinear(b8)
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b)
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b)
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b)
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ]
}

/** Red, green and blue, 0 to 255 and not rounded, of an OKLab colour; what sRGB cannot show is clipped. */
export const fromOklab = ([lightness, a, b]: Colour): Colour => {
  const l0 = lightness + 0.3963377774 * a + 0.2158037573 * b
  const m0 = lightness - 0.1055613458 * a - 0.0638541728 * b
  const s0 = lightness - 0.0894841775 * a - 1.291485548 * b
  const l = l0 * l0 * l0
  const m = m0 * m0 * m0
  const s = s0 * s0 * s0
  return [
    toByte(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    toByte(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    toByte(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  ]
}

/** A palette ready for the search of the nearest colour, which is measured in OKLab. */
export interface CompiledPalette {
  readonly colours: readonly Colour[]
  readonly labs: readonly Colour[]
}

const palettes = new WeakMap<readonly string[], CompiledPalette>()

/** A palette of `#rrggbb`; the same list is compiled once. */
export const compilePalette = (colours: readonly string[]): CompiledPalette => {
  let palette = palettes.get(colours)
  if (!palette) {
    const parsed = colours.map(parseColour)
    palettes.set(colours, (palette = { colours: parsed, labs: parsed.map(toOklab) }))
  }
  return palette
}

/** Index of the nearest colour of a palette; the first of equals. Channels 0 to 255. */
export const nearestIn = (palette: CompiledPalette, colour: Colour): number => {
  const lab = toOklab(colour)
  let best = 0
  let least = Infinity
  palette.labs.forEach((p, i) => {
    const distance =
      (p[0] - lab[0]) * (p[0] - lab[0]) +
      (p[1] - lab[1]) * (p[1] - lab[1]) +
      (p[2] - lab[2]) * (p[2] - lab[2])
    if (distance < least) {
      best = i
      least = distance
    }
  })
  return best
}
