/** A small picture of an effect, and from when to when a running one shows it. Pure; works off the page. */
import { maskReader, prepareSheets } from '@gliv/bake'
import { type KitFile, resolveEffect } from '@gliv/document'
import { compile, createSimulation, longestLife, type Simulation } from '@gliv/engine'
import { Refusal, type ResolvedEffect } from '@gliv/model'
import { createCanvas, fill, paintFrame, toStraight } from '@gliv/paint'
import { encodePng } from '@gliv/pixels'
import type { Camera } from '@gliv/player'
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
}

export interface Still {
  readonly png: Uint8Array
  readonly show: Show
}

/** Seconds of nothing between two showings. */
const BREATH = 0.15
const MOMENTS = 24
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
  return { from: 0, to: shareOf(last, end) + BREATH, at: shareOf(middle, end) }
}

const spanOf = (effect: ResolvedEffect, simulation: Simulation): Omit<Show, 'camera'> => {
  if (effect.play === 'once' || effect.play === 'sustain') return spanOnce(effect, simulation)
  const full = Math.max(0, ...effect.emitters.map((emitter) => longestLife(emitter)))
  return { from: full, to: full + LOOP_SHOWN, at: full + 0.3 }
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

/** The picture of an effect as a PNG; null when the engine refuses it. @param ground red, green, blue, 0 to 255 */
export const makeStill = (
  file: KitFile,
  effectId: string,
  ground: readonly [number, number, number],
): Still | null => {
  const run = runSmall(file, effectId)
  if (!run) return null
  const { effect, simulation } = run
  const show = showOf(effect, simulation, file.kit)
  simulation.seek(Math.round(show.at * simulation.rate))
  const canvas = createCanvas(STILL_WIDTH, STILL_HEIGHT)
  fill(canvas, ground)
  paintFrame(canvas, simulation.frame(1), prepareSheets(file), show.camera)
  simulation.dispose()
  return { png: encodePng({ width: STILL_WIDTH, height: STILL_HEIGHT, data: toStraight(canvas) }), show }
}
