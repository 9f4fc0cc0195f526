/** Pictures that were read and wait for a word how to come in. Lifetime: moment; cancelling forgets them. */
import type { SlicingChoice } from '@gliv/document'
import { checkFile, encodePng, type Image, likelySlicing, pictureKind, refuseSize } from '@gliv/pixels'
import { create } from 'zustand'
import { readFile } from './jobs.ts'
import { tell } from './pixels.ts'

export interface Arrival {
  readonly id: number
  /** The file's name without its ending. */
  readonly name: string
  readonly frames: readonly Image[]
  /** How long each frame of an animation is shown; 0 for a still picture. */
  readonly seconds: readonly number[]
  readonly slicing: SlicingChoice
  /** What spoke for the slicing. */
  readonly why: string
  /** Whether the slicing is more than an offer. */
  readonly sure: boolean
  /** The drawing itself, for pictures that can be read at any size. */
  readonly svg: string | null
  /** PNG bytes of the first frame, for cutting in a worker. */
  readonly png: Uint8Array
}

interface Arrivals {
  readonly list: readonly Arrival[]
  /** Files being read. */
  readonly reading: number
  /** The sheet whose picture is to be replaced. */
  readonly replaces: string | null
}

export const useArrivals = create<Arrivals>(() => ({ list: [], reading: 0, replaces: null }))

const set = useArrivals.setState
let count = 0

export const stemOf = (fileName: string): string => fileName.replace(/\.[^.]+$/, '').slice(0, 120) || 'picture'

/** Largest side that an SVG is drawn with, px. */
export const SVG_LIMIT = 2048

/** Draws an SVG at a width; inside an image nothing in it runs, and nothing is loaded. */
export const rasterise = async (svg: string, width: number | null): Promise<Image> => {
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    const image = new window.Image()
    image.src = url
    await image.decode().catch(() => {
      throw new Error('The SVG is damaged and cannot be drawn; save it again')
    })
    const [w, h] = [image.naturalWidth || 64, image.naturalHeight || 64]
    const wide = Math.round(width ?? Math.min(SVG_LIMIT, w))
    const high = Math.max(1, Math.round((wide * h) / w))
    refuseSize(wide, high)
    const canvas = document.createElement('canvas')
    canvas.width = wide
    canvas.height = high
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.drawImage(image, 0, 0, wide, high)
    return { width: wide, height: high, data: new Uint8Array(context.getImageData(0, 0, wide, high).data) }
  } finally {
    URL.revokeObjectURL(url)
  }
}

const readSvg = async (bytes: Uint8Array, name: string, width: number | null = null): Promise<Omit<Arrival, 'id' | 'name'>> => {
  const svg = new TextDecoder().decode(bytes)
  const image = await rasterise(svg, width)
  const { slicing, why, sure } = likelySlicing(image, name)
  return { frames: [image], seconds: [0], slicing, why, sure, svg, png: encodePng(image) }
}

const readOne = async (file: File): Promise<Omit<Arrival, 'id' | 'name'>> => {
  const bytes = new Uint8Array(await file.arrayBuffer())
  checkFile(bytes)
  if (pictureKind(bytes) === 'svg') return readSvg(bytes, file.name)
  const { frames, seconds, guess, png } = await readFile(bytes, file.name)
  return { frames, seconds, slicing: guess.slicing, why: guess.why, sure: guess.sure, svg: null, png }
}

const SHOW_EVERY_MS = 250

/** Reads picture files; what cannot be read is named with the reason, and the others go on. */
export const receivePictures = async (files: readonly File[], replaces: string | null = null): Promise<void> => {
  set((s) => ({ reading: s.reading + files.length, replaces }))
  let ready: Arrival[] = []
  let done = 0
  let shownAt = performance.now()
  // Many files are shown some at a time: the list is drawn anew with each showing.
  const show = (): void => {
    const [arrived, ended] = [ready, done]
    ready = []
    done = 0
    shownAt = performance.now()
    set((s) => ({ list: replaces ? arrived.slice(-1) : [...s.list, ...arrived], reading: s.reading - ended }))
  }
  for (const file of files) {
    try {
      const read = await readOne(file)
      ready.push({ ...read, id: ++count, name: stemOf(file.name) })
    } catch (error) {
      tell(`${file.name} was not imported. ${error instanceof Error ? error.message : String(error)}`)
    }
    done++
    if (performance.now() - shownAt > SHOW_EVERY_MS) show()
  }
  show()
  if (useArrivals.getState().list.length === 0) set({ replaces: null })
}

/** Draws an arrived SVG at another width. */
export const resizeArrival = async (arrival: Arrival, width: number): Promise<void> => {
  const read = await readSvg(new TextEncoder().encode(arrival.svg ?? ''), '', width)
  set((s) => ({ list: s.list.map((a) => (a.id === arrival.id ? { ...a, ...read } : a)) }))
}

export const changeArrival = (id: number, change: Partial<Arrival>): void => {
  set((s) => ({ list: s.list.map((a) => (a.id === id ? { ...a, ...change } : a)) }))
}

export const forgetArrivals = (): void => set({ list: [], replaces: null })

/** Picture files among others, by type or by ending. */
export const isPictureFile = (file: File): boolean => file.type.startsWith('image/') || /\.(a?png|gif|webp|jpe?g|svg)$/i.test(file.name)
