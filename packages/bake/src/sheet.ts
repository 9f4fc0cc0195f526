/**
 * Baking an effect to a sprite sheet: the frames of the contract, painted in software, the same bytes every
 * time.
 */
import { resolveEffect, type Effect, type KitFile } from '@gliv/document'
import {
  compile,
  createSimulation,
  latestEndSeconds,
  longestLife,
  loopSecondsOf,
  type Simulation,
  tickOf,
} from '@gliv/engine'
import {
  INSTANCE_WORDS,
  Refusal,
  type Frame,
  type ResolvedEffect,
  type Sampling,
  type Surface,
  type Tape,
} from '@gliv/model'
import { createCanvas, fill, paintFrame, prepareSheet, toStraight, type PaintSheet } from '@gliv/paint'
import { maskReader } from './masks.ts'
import { blit, createImage, decodePng, encodePng, type Image, onPalette } from '@gliv/pixels'

export interface BakeOptions {
  /** Unsigned 32 bits; default: the effect's own. */
  readonly seed?: number
  /** Frame size in px; default: as large as the effect needs. */
  readonly size?: { readonly w: number; readonly h: number }
  /**
   * Where the effect's origin lies in a frame, px from its left top corner; default: fitted, or the centre of
   * a given size.
   */
  readonly origin?: { readonly x: number; readonly y: number }
  /** Frames per second; default 30. */
  readonly fps?: number
  /** What particles can touch, in world px around the effect's origin. */
  readonly surfaces?: readonly Surface[]
  /** Seconds; default 0, for a loop the first repeat in which all earlier particles are gone. */
  readonly from?: number
  /** Seconds, exclusive; default: the latest end, for a loop one repeat. */
  readonly to?: number
  /** Overrides the sheets' own sampling. */
  readonly sampling?: Sampling
  readonly columns?: number
  /** The only colours that the sheet may have, `#rrggbb`; each texel takes the nearest. */
  readonly palette?: readonly string[]
}

export interface SheetJson {
  readonly format: 'gliv-sheet'
  readonly version: 1
  readonly image: string
  readonly size: { readonly w: number; readonly h: number }
  readonly fps: number
  readonly durationSeconds: number
  readonly loop: boolean
  readonly pivot: { readonly x: number; readonly y: number }
  readonly frames: readonly {
    readonly x: number
    readonly y: number
    readonly w: number
    readonly h: number
    readonly offsetX: number
    readonly offsetY: number
    readonly seconds: number
  }[]
}

export interface BakedSheet {
  readonly png: Uint8Array
  readonly json: SheetJson
}

/** Reports progress from 0 to 1; return false to cancel. */
export type Progress = (done: number) => boolean | void

export class BakeCancelled extends Error {
  override readonly name = 'BakeCancelled'
}

export const SHEET_SIDE_LIMIT = 8192
const FRAME_LIMIT = 4096

export const prepareSheets = ({ kit, pictures }: KitFile, sampling?: Sampling): PaintSheet[] =>
  kit.sheetOrder.map((id) => {
    const sheet = kit.sheets[id]!
    const image = decodePng(pictures.get(sheet.picture)!)
    return prepareSheet(image.width, image.height, image.data, sampling ?? sheet.sampling)
  })

interface Span {
  readonly from: number
  readonly to: number
  readonly fps: number
  readonly count: number
}

const spanOf = (simulation: Simulation, options: BakeOptions): Span => {
  const { effect } = simulation.program
  const longest = Math.max(0, ...effect.emitters.map((e) => longestLife(e)))
  const loop = loopSecondsOf(effect)
  const from = options.from ?? (loop ? Math.ceil(longest / loop) * loop : 0)
  const to = options.to ?? (loop ? from + loop : latestEndSeconds(effect))
  if (to === Infinity)
    throw new Refusal(
      '--to',
      'the effect never ends, because its time stands still; say until when with --to',
    )
  const fps = options.fps ?? 30
  if (!(fps > 0 && fps <= 240))
    throw new Refusal('--fps', `${fps} is not a frame rate; it must be over 0 and at most 240`)
  if (!(from >= 0) || !(to > from))
    throw new Refusal(
      '--to',
      `${from} to ${to} s is no span; "to" must be later than "from", and "from" 0 or more`,
    )
  const count = Math.round((to - from) * fps)
  if (count < 1 || count > FRAME_LIMIT)
    throw new Refusal(
      '--to',
      `${from} to ${to} s at ${fps} fps makes ${count} frames; between 1 and ${FRAME_LIMIT} can be baked; change the span or the rate`,
    )
  return { from, to, fps, count }
}

/** Frame k shows tick floor((from + k ÷ fps) × rate + ½). */
export const bakeTick = (from: number, fps: number, k: number, rate: number): number =>
  tickOf(from + k / fps, rate)

interface Bounds {
  left: number
  top: number
  right: number
  bottom: number
}

const grow = (bounds: Bounds, { f32, count }: Frame): void => {
  for (let i = 0; i < count; i++) {
    const o = i * INSTANCE_WORDS
    if (!(f32[o + 11]! > 0)) continue
    for (let corner = 0; corner < 4; corner++) {
      const x = f32[o]! + (corner & 1) * f32[o + 2]! + (corner >> 1) * f32[o + 4]!
      const y = f32[o + 1]! + (corner & 1) * f32[o + 3]! + (corner >> 1) * f32[o + 5]!
      bounds.left = Math.min(bounds.left, x)
      bounds.right = Math.max(bounds.right, x)
      bounds.top = Math.min(bounds.top, y)
      bounds.bottom = Math.max(bounds.bottom, y)
    }
  }
}

interface Fit {
  readonly w: number
  readonly h: number
  readonly x: number
  readonly y: number
}

/** Frame size and origin that hold everything, whole pixels, the origin inside. */
const fit = (simulation: Simulation, span: Span): Fit => {
  const bounds = { left: 0, top: 0, right: 1, bottom: 1 }
  for (let k = 0; k < span.count; k++) {
    simulation.seek(bakeTick(span.from, span.fps, k, simulation.rate))
    grow(bounds, simulation.frame(1))
  }
  const x = Math.ceil(-bounds.left) + 1
  const y = Math.ceil(-bounds.top) + 1
  return { w: x + Math.ceil(bounds.right) + 1, h: y + Math.ceil(bounds.bottom) + 1, x, y }
}

const placement = (simulation: Simulation, span: Span, { size, origin }: BakeOptions): Fit => {
  if (size && !(Number.isInteger(size.w) && Number.isInteger(size.h) && size.w > 0 && size.h > 0))
    throw new Refusal('--size', `${size.w}x${size.h} is no frame size; give whole pixels, like 128x128`)
  if (size) return { w: size.w, h: size.h, x: origin?.x ?? size.w / 2, y: origin?.y ?? size.h / 2 }
  const fitted = fit(simulation, span)
  return origin ? { ...fitted, ...origin } : fitted
}

const columnsOf = (count: number, { w, h }: Fit, asked: number | undefined): number => {
  const columns =
    asked ?? Math.max(1, Math.min(count, Math.floor(4096 / w) || 1, Math.ceil(Math.sqrt((count * h) / w))))
  if (!(Number.isInteger(columns) && columns > 0))
    throw new Refusal('--columns', `${columns} is not a number of columns; give a whole number from 1`)
  const sides = [Math.min(columns, count) * w, Math.ceil(count / columns) * h]
  if (Math.max(...sides) > SHEET_SIDE_LIMIT)
    throw new Refusal(
      '--size',
      `the sheet would be ${sides[0]} × ${sides[1]} px; at most ${SHEET_SIDE_LIMIT} on a side fit; lower the size, the frame rate or the span`,
    )
  return columns
}

/** A sustained effect is baked with one round of its middle: start, middle, tail. */
const onceThrough = (effect: ResolvedEffect): Tape =>
  effect.play === 'sustain'
    ? [
        {
          tick: tickOf(Math.max(0, effect.numbers.sustainTo - effect.numbers.warmUp), effect.rate),
          do: 'stop',
        },
      ]
    : []

/**
 * Bakes one effect of a kit. Throws `Refusal` on impossible options, `BakeCancelled` when `progress` says so.
 */
export const bakeSheet = (
  file: KitFile,
  effect: Effect,
  imageName: string,
  options: BakeOptions = {},
  progress?: Progress,
): BakedSheet => {
  const resolved = resolveEffect(
    file.kit,
    effect,
    maskReader(() => file.pictures),
  )
  const simulation = createSimulation(compile(resolved), {
    tape: onceThrough(resolved),
    surfaces: options.surfaces ?? [],
    ...(options.seed === undefined ? {} : { seed: options.seed }),
  })
  const span = spanOf(simulation, options)
  const place = placement(simulation, span, options)
  const columns = columnsOf(span.count, place, options.columns)
  const sheets = prepareSheets(file, options.sampling)
  const canvas = createCanvas(place.w, place.h)
  const used = Math.min(columns, span.count)
  const sheet: Image = createImage(used * place.w, Math.ceil(span.count / columns) * place.h)
  const frames: SheetJson['frames'][number][] = []
  for (let k = 0; k < span.count; k++) {
    if (progress?.(k / span.count) === false) throw new BakeCancelled('Baking was cancelled')
    simulation.seek(bakeTick(span.from, span.fps, k, simulation.rate))
    fill(canvas)
    paintFrame(canvas, simulation.frame(1), sheets, { x: -place.x, y: -place.y, zoom: 1 })
    const x = (k % columns) * place.w
    const y = Math.floor(k / columns) * place.h
    blit({ width: place.w, height: place.h, data: toStraight(canvas) }, sheet, x, y)
    frames.push({ x, y, w: place.w, h: place.h, offsetX: 0, offsetY: 0, seconds: 1 / span.fps })
  }
  const json: SheetJson = {
    format: 'gliv-sheet',
    version: 1,
    image: imageName,
    size: { w: sheet.width, h: sheet.height },
    fps: span.fps,
    durationSeconds: span.count / span.fps,
    loop: loopSecondsOf(resolved) !== null,
    pivot: { x: place.x, y: place.y },
    frames,
  }
  return { png: encodePng(options.palette ? onPalette(sheet, options.palette) : sheet), json }
}

/** A file name without surprises: letters, digits and hyphens. */
export const fileNameOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60) || 'effect'
