/** What was typed into the bake form, as options or as a refusal in words. Pure. */
import type { BakeOptions } from '@gliv/bake'

export interface BakeForm {
  readonly size: string
  readonly origin: string
  readonly fps: string
  readonly from: string
  readonly to: string
  readonly columns: string
  readonly sampling: 'own' | 'smooth' | 'nearest'
  /** As large as what particles wrap in, without a seam. */
  readonly tile: boolean
}

export const EMPTY_FORM: BakeForm = {
  size: '',
  origin: '',
  fps: '',
  from: '',
  to: '',
  columns: '',
  sampling: 'own',
  tile: false,
}

type Read =
  | { readonly refusal: null; readonly options: BakeOptions }
  | { readonly refusal: string; readonly options: null }

const pair = (text: string): [number, number] | null => {
  const parts = text.split(/[x×,]/).map((p) => (p.trim() === '' ? Number.NaN : Number(p)))
  return parts.length === 2 && parts.every((n) => Number.isFinite(n)) ? (parts as [number, number]) : null
}

export const readForm = (form: BakeForm): Read => {
  const options: { -readonly [K in keyof BakeOptions]: BakeOptions[K] } = {}
  if (form.size.trim()) {
    const size = pair(form.size)
    if (!size)
      return {
        refusal: `Frame size is “${form.size}”; write two numbers like 128 x 96, or leave it empty`,
        options: null,
      }
    options.size = { w: size[0], h: size[1] }
  }
  if (form.origin.trim()) {
    const origin = pair(form.origin)
    if (!origin)
      return {
        refusal: `Origin is “${form.origin}”; write two numbers like 64, 90, or leave it empty`,
        options: null,
      }
    options.origin = { x: origin[0], y: origin[1] }
  }
  for (const key of ['fps', 'from', 'to', 'columns'] as const) {
    if (!form[key].trim()) continue
    const value = Number(form[key].replace(',', '.'))
    if (!Number.isFinite(value))
      return { refusal: `“${form[key]}” is no number; write digits, or leave it empty`, options: null }
    options[key] = value
  }
  if (form.tile) options.tile = true
  if (form.sampling !== 'own') options.sampling = form.sampling
  return { refusal: null, options }
}

/** What the fields of the form are called, by the option of the command line that they stand for. */
const FIELD_WORDS = {
  '--size': 'Frame size',
  '--origin': 'Origin in the frame',
  '--fps': 'Frames per second',
  '--from': 'From',
  '--to': 'To',
  '--columns': 'Columns',
  '--tile': 'A tile',
} as const

/** A refusal of the bake in the words of the form instead of those of the command line. */
export const inFormWords = (message: string): string =>
  message.replace(/--[a-z]+/g, (option) => {
    const words = (FIELD_WORDS as Readonly<Record<string, string>>)[option]
    return words === undefined ? option : `“${words}”`
  })
