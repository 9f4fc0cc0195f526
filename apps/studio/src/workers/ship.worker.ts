/**
 * Bakes for the ship screen: drafts while somebody changes something, and whole files. What was drawn is kept, so
 * that colours and sheets change without drawing again.
 */
import {
  checkJob,
  deflateBy,
  draftOf as draftJob,
  type DrawnEffect,
  drawJob,
  inputHash,
  type Note,
  notesOf,
  type Page,
  planJob,
  type ShipJob,
  type Sheet,
  sheetOf,
  type SheetClip,
  type SheetFrame,
  writeSheet,
  type EncodedFile,
} from '@gliv/bake'
import type { KitFile } from '@gliv/document'
import { SHIP_DEFAULTS } from '@gliv/model'
import { expose, transfer } from 'comlink'
import zlibUrl from 'zlib-streams/zlib-streams.wasm?url'
import { sharedPainter } from './paintThreads.ts'
import { webmBytes } from './webm.ts'

/** A page to be drawn on a canvas: what lies over, and light that is added. */
export interface ShownPage {
  readonly main: ImageBitmap
  readonly light: ImageBitmap | null
  readonly w: number
  readonly h: number
}

/** What the screen shows of a sheet. */
export interface ShownSheet {
  readonly pages: readonly ShownPage[]
  readonly frames: readonly SheetFrame[]
  readonly clips: readonly SheetClip[]
  /** By frame of all clips: the tick that it shows, and whether that is gone. */
  readonly ticks: readonly { readonly tick: number; readonly gone: boolean }[]
  /** Null in a draft: its figures are not those of the whole. */
  readonly notes: readonly Note[] | null
  readonly used: number
  /** Share of the scale that it is drawn at; 1: as it will be written. */
  readonly draft: number
  readonly hash: string
}

/** A whole bake of a sheet: its files, and what it shows. */
export interface ShippedSheet {
  readonly shown: ShownSheet
  readonly files: readonly EncodedFile[]
}

/** Pixels of all frames together that a draft begins with: enough for a small effect at full size. */
const DRAFT_PIXELS = 900_000
const [LEAST_PIXELS, MOST_PIXELS] = [150_000, 2_000_000]
/** How long drawing a draft should take, in ms: what is seen comes within 300. */
const DRAFT_MS = 150

/** Pixels by effects, learnt from how long their drafts took on this machine. */
const budgets = new Map<string, number>()
const budgetKey = (jobs: readonly ShipJob[]): string => jobs.map(({ effect }) => effect.id).join(' ')
const budgetOf = (jobs: readonly ShipJob[]): number => budgets.get(budgetKey(jobs)) ?? DRAFT_PIXELS
const learnBudget = (jobs: readonly ShipJob[], took: number): void => {
  const by = Math.min(1.25, Math.max(0.4, DRAFT_MS / Math.max(1, took)))
  budgets.set(budgetKey(jobs), Math.min(MOST_PIXELS, Math.max(LEAST_PIXELS, budgetOf(jobs) * by)))
}

const drawn = new Map<string, DrawnEffect>()
/** Effects of which frames are kept. */
const KEPT = 12

/** What a drawing depends on: sentences that only decide what becomes of it are all alike in its key. */
const drawnKey = (file: KitFile, job: ShipJob, draft: number): string => {
  const { range, order, loop, size, moves, sheet } = job.settings
  const settings = {
    ...SHIP_DEFAULTS,
    range,
    order,
    loop,
    size,
    moves,
    sheet: { ...SHIP_DEFAULTS.sheet, maxSide: sheet.maxSide },
  }
  return `${inputHash(file, [{ ...job, file: null, settings }])} ${draft}`
}

const draw = async (file: KitFile, job: ShipJob, draft: number): Promise<DrawnEffect> => {
  const key = drawnKey(file, job, draft)
  const known = drawn.get(key)
  if (known) {
    drawn.delete(key)
    drawn.set(key, known)
    // What was drawn stays; the sentences are those of now.
    return { ...known, job: draftJob(job, draft) }
  }
  const painter = sharedPainter(file, draftJob(job, draft))
  const made = await drawJob(file, job, { draft, ...(painter ? { painter } : {}) })
  drawn.set(key, made)
  for (const old of drawn.keys()) {
    if (drawn.size <= KEPT) break
    drawn.delete(old)
  }
  return made
}

/** How much smaller a draft is drawn; 1 when the effect is small. */
const draftOf = (file: KitFile, jobs: readonly ShipJob[]): number => {
  const pixels = jobs.reduce((sum, job) => sum + pixelsOf(file, job), 0)
  const budget = budgetOf(jobs)
  return pixels <= budget ? 1 : Math.max(0.125, Math.sqrt(budget / pixels))
}

/** A guess at the pixels of all frames: what was drawn before tells it best. */
const guesses = new Map<string, number>()
const pixelsOf = (file: KitFile, job: ShipJob): number => {
  const known = guesses.get(job.effect.id)
  if (known !== undefined) return known * (job.settings.size.scale / 100) ** 2
  const frames = planJob(file, job).clips.reduce((sum, clip) => sum + clip.frames.length, 0)
  return frames * 128 * 128 * (job.settings.size.scale / 100) ** 2
}
const learn = ({ job, fit, clips }: DrawnEffect, draft: number): void => {
  const frames = clips.reduce((sum, clip) => sum + clip.frames.length, 0)
  const scale = (job.settings.size.scale / 100) * draft
  guesses.set(job.effect.id, (fit.w * fit.h * frames) / scale ** 2)
}

/** A premultiplied page as it looks: what lies over, and what exceeds alpha as light. */
const apart = ({ main }: Page): Page => {
  const over = new Uint8Array(main.data.length)
  const light = new Uint8Array(main.data.length)
  for (let o = 0; o < main.data.length; o += 4) {
    const a = main.data[o + 3]!
    for (let c = 0; c < 3; c++) {
      const value = main.data[o + c]!
      over[o + c] = a === 0 ? 0 : (Math.min(value, a) * 255) / a
      light[o + c] = Math.max(0, value - a)
    }
    over[o + 3] = a
    light[o + 3] = 255
  }
  return { main: { ...main, data: over }, light: { ...main, data: light } }
}

const bitmapOf = ({ width, height, data }: Page['main']): Promise<ImageBitmap> =>
  createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height), {
    colorSpaceConversion: 'none',
  })

const shownOf = async (sheet: Sheet, draft: number, hash: string): Promise<ShownSheet> => {
  const premultiplied = sheet.numbers.alpha === 'premultiplied'
  const pages = await Promise.all(
    sheet.pages.map(async (page) => {
      const { main, light } = premultiplied && !page.light ? apart(page) : page
      return {
        main: await bitmapOf(main),
        light: light && (await bitmapOf(light)),
        w: main.width,
        h: main.height,
      }
    }),
  )
  const { frames, clips } = sheet.numbers
  return {
    pages,
    frames,
    clips,
    ticks: sheet.drawn.flatMap((one) =>
      one.clips.flatMap((clip) => clip.frames.map(({ tick, gone }) => ({ tick, gone }))),
    ),
    // Figures of a draft would be wrong.
    notes: draft === 1 ? notesOf(sheet) : null,
    used: sheet.used,
    draft,
    hash,
  }
}

const bitmapsOf = ({ pages }: ShownSheet): ImageBitmap[] =>
  pages.flatMap(({ main, light }) => (light ? [main, light] : [main]))

const sheetBy = async (file: KitFile, jobs: readonly ShipJob[], draft: number): Promise<Sheet> => {
  const all: DrawnEffect[] = []
  for (const job of jobs) {
    const one = await draw(file, job, draft)
    learn(one, draft)
    all.push(one)
  }
  return sheetOf(file.kit, all as [DrawnEffect, ...DrawnEffect[]], draft)
}

const zlib = (async () => {
  const { instance } = await WebAssembly.instantiateStreaming(fetch(zlibUrl), {})
  return deflateBy(instance.exports)
})()

/** The browser's own; its bytes may differ from one browser to the next. */
const fastDeflate = async (bytes: Uint8Array): Promise<Uint8Array> =>
  new Uint8Array(
    await new Response(
      new Blob([bytes as Uint8Array<ArrayBuffer>]).stream().pipeThrough(new CompressionStream('deflate')),
    ).arrayBuffer(),
  )

/** Quality at which lossy pictures stay over 35 dB on soft sprites. */
const WEBP_QUALITY = 0.92

const lossy = {
  webp: async ({ width, height, data }: Page['main']): Promise<Uint8Array> => {
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0)
    const blob = await canvas.convertToBlob({ type: 'image/webp', quality: WEBP_QUALITY })
    if (blob.type !== 'image/webp') throw new Error('This browser does not write WebP; choose PNG')
    return new Uint8Array(await blob.arrayBuffer())
  },
  webm: webmBytes,
}

const api = {
  /** A sheet as it will look, smaller where it would take long. */
  async draft(file: KitFile, jobs: readonly ShipJob[], whole: boolean): Promise<ShownSheet> {
    const draft = whole ? 1 : draftOf(file, jobs)
    const known = jobs.every((job) => drawn.has(drawnKey(file, job, draft)))
    const start = performance.now()
    const sheet = await sheetBy(file, jobs, draft)
    if (draft < 1 && !known) learnBudget(jobs, performance.now() - start)
    const shown = await shownOf(sheet, draft, inputHash(file, jobs))
    return transfer(shown, bitmapsOf(shown))
  },
  /** A sheet with its files. */
  async bake(file: KitFile, jobs: readonly [ShipJob, ...ShipJob[]]): Promise<ShippedSheet> {
    for (const job of jobs) checkJob(job, true)
    const sheet = await sheetBy(file, jobs, 1)
    const files = await writeSheet(file.kit, jobs, sheet, { deflate: await zlib, fastDeflate, lossy })
    const shown = await shownOf(sheet, 1, inputHash(file, jobs))
    return transfer({ shown, files }, bitmapsOf(shown))
  },
  hash: (file: KitFile, jobs: readonly ShipJob[]): string => inputHash(file, jobs),
}

export type ShipApi = typeof api

expose(api)
