/**
 * From an effect to its frames, painted in software, the same bytes every time. Frame k shows the tick that
 * lies
 * nearest to its time; a loop is taken in the first repeat in which all earlier particles are gone.
 */
import { type Effect, type KitFile, resolveEffect } from '@gliv/document'
import {
  compile,
  createSimulation,
  latestEndSeconds,
  type SimulationOptions,
  longestLife,
  loopSecondsOf,
  type Simulation,
  tickOf,
} from '@gliv/engine'
import {
  type Frame,
  INSTANCE_WORDS,
  Refusal,
  type ResolvedEffect,
  type Sampling,
  type Surface,
  type Tape,
} from '@gliv/model'
import { createCanvas, fill, paintFrame, type PaintSheet, prepareSheet, toStraight } from '@gliv/paint'
import { decodePng, type Image } from '@gliv/pixels'
import { maskReader } from './masks.ts'
import { repeatedIn, type Tile, tileOf } from './tile.ts'

/** Which frames of an effect are drawn, and how. */
export interface RenderOptions {
  /** Unsigned 32 bits; default: the effect's own. */
  readonly seed?: number
  /** Frame size in px; default: as large as the effect needs. */
  readonly size?: { readonly w: number; readonly h: number }
  /**
   * Where the effect's origin lies in a frame, px from its left top corner; default: fitted, or the centre of
   * a given size.
   */
  readonly origin?: { readonly x: number; readonly y: number }
  /**
   * A frame is as large as the rectangle that particles wrap in, and repeats without a seam; size and origin
   * follow from that.
   */
  readonly tile?: boolean
  /** Frames per second; default 30. */
  readonly fps?: number
  /** What particles can touch, in world px around the effect's origin. */
  readonly surfaces?: readonly Surface[]
  /** How it plays at a firing of a scene: place, seed, tape, surfaces; frames lie around where it began. */
  readonly placed?: SimulationOptions
  /** Changes the effect before it plays: a strength. */
  readonly change?: (effect: ResolvedEffect) => ResolvedEffect
  /** Seconds; default 0, for a loop the first repeat in which all earlier particles are gone. */
  readonly from?: number
  /** Seconds, exclusive; default: the latest end, for a loop one repeat. */
  readonly to?: number
  /** Overrides the sheets' own sampling. */
  readonly sampling?: Sampling
}

const FRAME_LIMIT = 4096

/** The sheets of a kit as paint reads them. @param sampling overrides the sheets' own */
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

/** What is asked for, else the first whole round after everything is in flow, or all of it. */
const secondsOf = (
  effect: ResolvedEffect,
  options: RenderOptions,
): { readonly from: number; readonly to: number } => {
  const longest = Math.max(0, ...effect.emitters.map((e) => longestLife(e)))
  const loop = loopSecondsOf(effect)
  const from = options.from ?? (loop ? Math.ceil(longest / loop) * loop : 0)
  const to = options.to ?? (loop ? from + loop : latestEndSeconds(effect))
  if (to === Infinity)
    throw new Refusal(
      '--to',
      'the effect never ends, because its time stands still; say until when with --to',
    )
  return { from, to }
}

const spanOf = (simulation: Simulation, options: RenderOptions): Span => {
  const { from, to } = secondsOf(simulation.program.effect, options)
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

const grow = (bounds: Bounds, { f32, count, originX, originY }: Frame): void => {
  for (let i = 0; i < count; i++) {
    const o = i * INSTANCE_WORDS
    if (!(f32[o + 11]! > 0)) continue
    for (let corner = 0; corner < 4; corner++) {
      const x = originX + f32[o]! + (corner & 1) * f32[o + 2]! + (corner >> 1) * f32[o + 4]!
      const y = originY + f32[o + 1]! + (corner & 1) * f32[o + 3]! + (corner >> 1) * f32[o + 5]!
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

type Start = readonly [x: number, y: number]
const startOf = (placed: SimulationOptions | undefined): Start => [placed?.x ?? 0, placed?.y ?? 0]

/** A frame around where its effect began. */
const around = (frame: Frame, [x, y]: Start): Frame =>
  x === 0 && y === 0 ? frame : { ...frame, originX: frame.originX - x, originY: frame.originY - y }

/** Frame size and origin that hold everything, whole pixels, the origin inside. */
const fit = (simulation: Simulation, span: Span, start: Start): Fit => {
  const bounds = { left: 0, top: 0, right: 1, bottom: 1 }
  for (let k = 0; k < span.count; k++) {
    simulation.seek(bakeTick(span.from, span.fps, k, simulation.rate))
    grow(bounds, around(simulation.frame(1), start))
  }
  const x = Math.ceil(-bounds.left) + 1
  const y = Math.ceil(-bounds.top) + 1
  return { w: x + Math.ceil(bounds.right) + 1, h: y + Math.ceil(bounds.bottom) + 1, x, y }
}

const placement = (simulation: Simulation, span: Span, { size, origin, placed }: RenderOptions): Fit => {
  if (size && !(Number.isInteger(size.w) && Number.isInteger(size.h) && size.w > 0 && size.h > 0))
    throw new Refusal('--size', `${size.w}x${size.h} is no frame size; give whole pixels, like 128x128`)
  if (size) return { w: size.w, h: size.h, x: origin?.x ?? size.w / 2, y: origin?.y ?? size.h / 2 }
  const fitted = fit(simulation, span, startOf(placed))
  return origin ? { ...fitted, ...origin } : fitted
}

/** Frames of a tile lie around the effect; along an axis that does not repeat they are as large as needed. */
const tilePlacement = (simulation: Simulation, span: Span, options: RenderOptions, tile: Tile): Fit => {
  if (options.size || options.origin)
    throw new Refusal(
      '--tile',
      'a tile has the size of the rectangle that particles wrap in; leave --size and --origin out',
    )
  const fitted =
    tile.w === null || tile.h === null
      ? fit(simulation, span, startOf(options.placed))
      : { w: 1, h: 1, x: 0, y: 0 }
  return {
    ...(tile.w === null ? { w: fitted.w, x: fitted.x } : { w: tile.w, x: tile.w / 2 }),
    ...(tile.h === null ? { h: fitted.h, y: fitted.y } : { h: tile.h, y: tile.h / 2 }),
  }
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

/** The frames of an effect, drawn one at a time as they are asked for. */
export interface RenderedFrames {
  /** Size of each frame, px. */
  readonly w: number
  readonly h: number
  /** Where the effect's origin lies in a frame, px from its left top corner. */
  readonly x: number
  readonly y: number
  readonly fps: number
  readonly count: number
  readonly loop: boolean
  /** Frame k of `count`: straight RGBA, a fresh picture each time. Cheapest in ascending order. */
  draw(k: number): Image
}

/** Makes an effect ready to be drawn frame by frame. Throws `Refusal` for options that cannot be. */
export const renderFrames = (file: KitFile, effect: Effect, options: RenderOptions = {}): RenderedFrames => {
  const plain = resolveEffect(
    file.kit,
    effect,
    maskReader(() => file.pictures),
  )
  const resolved = options.change?.(plain) ?? plain
  const simulation = createSimulation(compile(resolved), {
    tape: onceThrough(resolved),
    surfaces: options.surfaces ?? [],
    ...options.placed,
    ...(options.seed === undefined ? {} : { seed: options.seed }),
  })
  const start = startOf(options.placed)
  const { from, fps, count } = spanOf(simulation, options)
  const tile = options.tile ? tileOf(resolved) : null
  const span = { from, to: 0, fps, count }
  const place = tile ? tilePlacement(simulation, span, options, tile) : placement(simulation, span, options)
  const sheets = prepareSheets(file, options.sampling)
  const canvas = createCanvas(place.w, place.h)
  return {
    ...place,
    fps,
    count,
    loop: loopSecondsOf(resolved) !== null,
    draw: (k) => {
      simulation.seek(bakeTick(from, fps, k, simulation.rate))
      fill(canvas)
      const frame = around(simulation.frame(1), start)
      const drawn = tile
        ? repeatedIn(frame, tile, { x: -place.x, y: -place.y, w: place.w, h: place.h })
        : frame
      paintFrame(canvas, drawn, sheets, { x: -place.x, y: -place.y, zoom: 1 })
      return { width: place.w, height: place.h, data: toStraight(canvas) }
    },
  }
}
