/** Palettes: read and written as text, taken from a picture, put on a picture. Colours are `#rrggbb`. */
import { compilePalette, nearestIn, parseColour, toOklab } from '@gliv/base'
import * as gifenc from 'gifenc'
import { createImage, type Image } from './image.ts'
import { PictureError } from './pngCheck.ts'

/** Most colours of a palette. */
export const PALETTE_LIMIT = 256

/** A palette as a file gives it; colours are `#rrggbb`. */
export interface NamedColours {
  readonly name: string
  readonly colours: readonly string[]
}

const hex = (r: number, g: number, b: number): string =>
  `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`

const channelsIn = (line: string): [number, number, number] | null => {
  const match = /^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})\b/.exec(line)
  const values = match?.slice(1).map(Number)
  return values?.every((v) => v <= 255) ? (values as [number, number, number]) : null
}

/** Lines of three numbers, the form that both open palette files share. */
const readTriples = (lines: readonly string[]): string[] =>
  lines.flatMap((line) => {
    const rgb = channelsIn(line)
    return rgb ? [hex(...rgb)] : []
  })

interface Form {
  readonly label: string
  readonly extension: string
  /** Null when the text is not of this form. */
  read(text: string): NamedColours | null
  write(palette: NamedColours): string
}

/** Forms of palette text, tried in this order. */
export const PALETTE_FORMS = {
  gpl: {
    label: 'Palette file (.gpl)',
    extension: 'gpl',
    read: (text) => {
      if (!text.startsWith('GIMP Palette')) return null
      return {
        name: /^Name:\s*(.*\S)/m.exec(text)?.[1] ?? '',
        colours: readTriples(text.split(/\r?\n/).slice(1)),
      }
    },
    write: ({ name, colours }) =>
      `GIMP Palette\nName: ${name.replace(/\s+/g, ' ')}\nColumns: 0\n#\n${colours.map((c) => `${[1, 3, 5].map((i) => String(Number.parseInt(c.slice(i, i + 2), 16)).padStart(3)).join(' ')}\t${c.slice(1)}\n`).join('')}`,
  },
  pal: {
    label: 'Palette file (.pal)',
    extension: 'pal',
    read: (text) =>
      text.startsWith('JASC-PAL') ? { name: '', colours: readTriples(text.split(/\r?\n/).slice(3)) } : null,
    write: ({ colours }) =>
      `JASC-PAL\r\n0100\r\n${colours.length}\r\n${colours.map((c) => `${[1, 3, 5].map((i) => Number.parseInt(c.slice(i, i + 2), 16)).join(' ')}\r\n`).join('')}`,
  },
  list: {
    label: 'Plain list (.txt)',
    extension: 'txt',
    read: (text) => {
      const colours = [
        ...text.matchAll(
          /(?<![0-9a-z])(?:#|0x)?(?:[0-9a-f]{2})?([0-9a-f]{6})(?![0-9a-z])|(?<![0-9a-z])#([0-9a-f]{3})(?![0-9a-z])/gi,
        ),
      ].map(([, six, three]) => `#${(six ?? [...three!].map((d) => d + d).join('')).toLowerCase()}`)
      return colours.length > 0 ? { name: '', colours } : null
    },
    write: ({ colours }) => colours.map((c) => `${c}\n`).join(''),
  },
} as const satisfies Record<string, Form>
/** Name of a form in `PALETTE_FORMS`. */
export type PaletteForm = keyof typeof PALETTE_FORMS

/** Text of any known form to colours, each once, in order. Throws `PictureError` in words. */
export const readPalette = (text: string): NamedColours => {
  const found = (Object.keys(PALETTE_FORMS) as PaletteForm[])
    .map((form) => PALETTE_FORMS[form].read(text))
    .find((palette) => palette !== null)
  const colours = [...new Set(found?.colours ?? [])]
  if (colours.length === 0)
    throw new PictureError('There is no colour in this text; write one as #rrggbb a line')
  if (colours.length > PALETTE_LIMIT)
    throw new PictureError(
      `The text has ${colours.length} colours; a palette has at most ${PALETTE_LIMIT}; leave some out`,
    )
  return { name: found!.name, colours }
}

/** A palette as text of a form. */
export const writePalette = (palette: NamedColours, form: PaletteForm): string =>
  PALETTE_FORMS[form].write(palette)

/**
 * Colours of a picture's filled texels, from dark to light; more than `most` are brought down to that many.
 */
export const coloursOf = ({ data }: Image, most: number): string[] => {
  const seen = new Set<number>()
  const opaque = new Uint8Array(data.length)
  let n = 0
  for (let o = 0; o < data.length; o += 4) {
    if (data[o + 3] === 0) continue
    seen.add((data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!)
    opaque.set([data[o]!, data[o + 1]!, data[o + 2]!, 255], n)
    n += 4
  }
  if (n === 0) throw new PictureError('The picture is empty; take the palette from another')
  const colours =
    seen.size <= most
      ? [...seen].map((c) => hex(c >> 16, (c >> 8) & 255, c & 255))
      : quantized(opaque.slice(0, n), most)
  const lightness = (colour: string): number => toOklab(parseColour(colour))[0]
  return [...new Set(colours)].sort((a, b) => lightness(a) - lightness(b))
}

/** At most so many colours that stand for opaque RGBA texels, as `#rrggbb`, each once. */
export const quantized = (rgba: Uint8Array, most: number): string[] => [
  ...new Set(quantize(rgba, most).map(([r, g, b]) => hex(r!, g!, b!))),
]

interface Quantizer {
  quantize(rgba: Uint8Array, most: number, options: { format: 'rgb565' }): number[][]
}

const quantize = (rgba: Uint8Array, most: number): number[][] => {
  // In bundles the package has named exports, in Node they hang on its default one.
  const named = ('quantize' in gifenc ? gifenc : (gifenc as { default: unknown }).default) as Quantizer
  return named.quantize(rgba, most, { format: 'rgb565' })
}

/** Each texel in the nearest colour of the palette, by distance in OKLab; alpha stays. */
export const onPalette = (image: Image, colours: readonly string[]): Image => {
  const palette = compilePalette(colours)
  const known = new Map<number, number>()
  const nearest = (rgb: number): number =>
    Number.parseInt(colours[nearestIn(palette, [rgb >> 16, (rgb >> 8) & 255, rgb & 255])]!.slice(1), 16)
  const out = createImage(image.width, image.height)
  for (let o = 0; o < out.data.length; o += 4) {
    const alpha = image.data[o + 3]!
    if (alpha === 0) continue
    const rgb = (image.data[o]! << 16) | (image.data[o + 1]! << 8) | image.data[o + 2]!
    let mapped = known.get(rgb)
    if (mapped === undefined) known.set(rgb, (mapped = nearest(rgb)))
    out.data[o] = mapped >> 16
    out.data[o + 1] = (mapped >> 8) & 255
    out.data[o + 2] = mapped & 255
    out.data[o + 3] = alpha
  }
  return out
}
