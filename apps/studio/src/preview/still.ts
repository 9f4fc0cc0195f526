/** A small picture of an effect, and from when to when a running one shows it. Pure; works off the page. */
import { maskReader, prepareSheets } from '@gliv/bake'
import { type KitFile, resolveEffect } from '@gliv/document'
import { compile, createSimulation, longestLife, type Simulation } from '@gliv/engine'
import { Refusal, type ResolvedEffect } from '@gliv/model'
import { type Canvas, createCanvas, fill, paintFrame, type PaintSheet, toStraight } from '@gliv/paint'
import { encodePng } from '@gliv/pixels'
import type { Camera } from '@gliv/player/renderers'
import { STILL } from '../state/stagePreview.ts'
import { boundsOf, cameraFor } from './fit.ts'
import { previewOptions, shownEnd } from './previewOptions.ts'

/** Canvas px of a card's picture. */
export const STILL_WIDTH = 288
export const STILL_HEIGHT = 180

/** From when to when a small picture runs, what it shows at first, and how it is framed. */
export interface Show {
  /** Seconds. */
  readonly from: number
  readonly to: number
  /** Seconds at which the still was taken. */
  readonly at: number
  readonly camera: Camera
  /** Particles at most, over what is shown. */
  readonly most: number
  /** Seconds until it is over, or of one round; 0 for what goes on steadily. */
  readonly seconds: number
}

export interface Still {
  readonly png: Uint8Array
  readonly show: Show
}

/** Seconds of nothing between two showings. */
const BREATH = 0.15
const MOMENTS = 24
/** Seconds of a loop that are looked through. */
const LOOKED = 3
/** Longest that a loop is shown before it begins again, in seconds. */
const LOOP_SHOWN = 60

const shareOf = (moment: number, end: number): number => ((moment + 1) / MOMENTS) * end

/** How many are alive at each moment up to the end. */
const countsOf = (simulation: Simulation, end: number): number[] =>
  Array.from({ length: MOMENTS }, (_, k) => {
    simulation.seek(Math.round(shareOf(k, end) * simulation.rate))
    return simulation.alive
  })

/**
 * What plays once runs until a quarter of the most are left, so that a card is not left empty for
 * stragglers, and is pictured in the middle of its fullest moments.
 */
const spanOnce = (effect: ResolvedEffect, simulation: Simulation): Omit<Show, 'camera'> => {
  const end = shownEnd(effect)
  const counts = countsOf(simulation, end)
  const most = Math.max(1, ...counts)
  const last = counts.findLastIndex((count) => count >= most / 4)
  const full = counts.flatMap((count, k) => (count >= most * 0.7 ? [k] : []))
  const middle = full[Math.floor(full.length / 2)] ?? 0
  const span = { from: 0, to: shareOf(last, end) + BREATH, at: shareOf(middle, end) }
  return { ...span, most: Math.max(0, ...counts), seconds: end }
}

const spanOf = (effect: ResolvedEffect, simulation: Simulation): Omit<Show, 'camera'> => {
  if (effect.play === 'once' || effect.play === 'sustain') return spanOnce(effect, simulation)
  const full = Math.max(0, ...effect.emitters.map((emitter) => longestLife(emitter)))
  const { loopSeconds, periodSeconds } = effect.numbers
  const seconds = effect.play === 'loop' ? loopSeconds : effect.play === 'period' ? periodSeconds : 0
  const most = Math.max(0, ...countsOf(simulation, full + (seconds || LOOKED)))
  return { from: full, to: full + LOOP_SHOWN, at: full + 0.3, most, seconds }
}

/** An effect as a small picture runs it; null when the engine refuses it: the editor says why. */
export const runSmall = (
  { kit, pictures }: KitFile,
  effectId: string,
): { readonly effect: ResolvedEffect; readonly simulation: Simulation } | null => {
  const effect = resolveEffect(
    kit,
    kit.effects[effectId]!,
    maskReader(() => pictures),
  )
  try {
    return { effect, simulation: createSimulation(compile(effect), previewOptions(effect, STILL, kit)) }
  } catch (error) {
    if (error instanceof Refusal) return null
    throw error
  }
}

/** How an effect is shown small: its span and its frame. */
export const showOf = (effect: ResolvedEffect, simulation: Simulation, kit: KitFile['kit']): Show => ({
  ...spanOf(effect, simulation),
  camera: cameraFor(boundsOf(effect, previewOptions(effect, STILL, kit)), STILL_WIDTH, STILL_HEIGHT, 1.5),
})

/** How much coarser moments are compared than the picture is drawn. */
const COARSER = 4

/** Area × contrast: the sum of how far each pixel's luminance is from the ground's. */
const fullness = (canvas: Canvas, ground: readonly [number, number, number]): number => {
  const of = (r: number, g: number, b: number): number => 0.2126 * r + 0.7152 * g + 0.0722 * b
  const base = of(...ground) * 128
  const { data } = canvas
  let sum = 0
  for (let o = 0; o < data.length; o += 4) sum += Math.abs(of(data[o]!, data[o + 1]!, data[o + 2]!) - base)
  return sum
}

/** The moment of a span at which most is to be seen, in seconds: largest area × contrast with the ground. */
export const fullestMoment = (
  simulation: Simulation,
  sheets: readonly PaintSheet[],
  { from, to, camera }: Show,
  ground: readonly [number, number, number],
): number => {
  const canvas = createCanvas(STILL_WIDTH / COARSER, STILL_HEIGHT / COARSER)
  const end = Math.min(to, from + LOOKED)
  let [best, at] = [-1, from]
  for (let k = 0; k < MOMENTS; k++) {
    const seconds = from + ((k + 0.5) / MOMENTS) * (end - from)
    simulation.seek(Math.round(seconds * simulation.rate))
    fill(canvas, ground)
    paintFrame(canvas, simulation.frame(1), sheets, { ...camera, zoom: camera.zoom / COARSER })
    const full = fullness(canvas, ground)
    if (full > best) [best, at] = [full, seconds]
  }
  return at
}

/** The picture of an effect as a PNG; null when the engine refuses it. @param ground red, green, blue, 0 to 255 */
export const makeStill = (
  file: KitFile,
  effectId: string,
  ground: readonly [number, number, number],
): Still | null => {
  const run = runSmall(file, effectId)
  if (!run) return null
  const { effect, simulation } = run
  const sheets = prepareSheets(file)
  const span = showOf(effect, simulation, file.kit)
  const show = { ...span, at: fullestMoment(simulation, sheets, span, ground) }
  simulation.seek(Math.round(show.at * simulation.rate))
  const canvas = createCanvas(STILL_WIDTH, STILL_HEIGHT)
  fill(canvas, ground)
  paintFrame(canvas, simulation.frame(1), sheets, show.camera)
  simulation.dispose()
  return { png: encodePng({ width: STILL_WIDTH, height: STILL_HEIGHT, data: toStraight(canvas) }), show }
}
