/** What the whole screen does: when effects say so, and what is left of it at a tick. */
import { dueMoments, timedEventsOf } from '@gliv/engine'
import type { ResolvedEffect, ScreenEvent } from '@gliv/model'
import { drawOf } from './chance.ts'
import { programOf } from './programs.ts'

/** A screen event on a run's ticks. */
export interface ScreenMoment {
  readonly tick: number
  readonly event: ScreenEvent
  /** Of the firing; a shake goes with it. 1 is as designed. */
  readonly strength: number
}

/** What the screen looks like at a tick. */
export interface ScreenNow {
  /** How far a shake throws the view, world px. */
  readonly x: number
  readonly y: number
  readonly zoom: number
  /** Colours over everything, the latest last. */
  readonly over: readonly { readonly colour: string; readonly opacity: number }[]
}

export const CALM: ScreenNow = { x: 0, y: 0, zoom: 1, over: [] }

/** Seconds of an effect without an end of which screen events are known. */
const LONGEST = 120
/** Turns of a shake a second. */
const SHAKES = 30
const MOST_SHAKE = 2

const known = new WeakMap<ResolvedEffect, readonly ScreenMoment[]>()

/**
 * Screen events of an effect by its own ticks, those of parts that play one effect included.
 * @throws Refusal as `compile` does
 */
export const screenMoments = (effect: ResolvedEffect): readonly ScreenMoment[] => {
  const found = known.get(effect) ?? momentsOf(effect)
  known.set(effect, found)
  return found
}

const momentsOf = (effect: ResolvedEffect): ScreenMoment[] => [
  ...own(effect),
  ...effect.parts.flatMap(({ choices, numbers, reversed }) =>
    choices.length === 1 && !reversed
      ? screenMoments(choices[0]!.effect).map((moment) => ({
          ...moment,
          tick: moment.tick + Math.ceil(numbers.partAt * effect.rate - 1e-6),
        }))
      : [],
  ),
]

const own = (effect: ResolvedEffect): ScreenMoment[] => {
  const list = timedEventsOf(effect).filter(({ kind }) => kind === 'screen')
  if (list.length === 0) return []
  const { clock, timeline, warmTicks } = programOf(effect, 1)
  const last = (effect.play === 'once' ? list.at(-1)!.at / 1e6 + 1 : LONGEST) * effect.rate
  const moments: ScreenMoment[] = []
  for (let tick = 0; tick <= last; tick++)
    dueMoments(list, clock, timeline, tick + warmTicks, Infinity, ({ index }) =>
      moments.push({ tick, event: effect.screen![index]!, strength: 1 }),
    )
  return moments
}

/** What is left of an event so long after it: it dies away evenly. */
const leftOf = (event: ScreenEvent, seconds: number): number =>
  event.seconds > 0 ? Math.max(0, 1 - seconds / event.seconds) : seconds === 0 ? 1 : 0

/**
 * What the screen does at a tick: shakes add up, zooms multiply, colours lie over one another.
 * @param rate ticks per second
 */
export const screenNow = (moments: readonly ScreenMoment[], tick: number, rate: number): ScreenNow => {
  let [x, y, zoom] = [0, 0, 1]
  const over: { colour: string; opacity: number }[] = []
  for (const { tick: at, event, strength } of moments) {
    if (at > tick) continue
    const left = leftOf(event, (tick - at) / rate)
    if (left <= 0) continue
    if (event.kind === 'shake') {
      const turn = Math.floor(((tick - at) * SHAKES) / rate)
      const by = event.amount * left * Math.min(MOST_SHAKE, strength)
      x += (drawOf(`screen ${event.id} ${at}`, turn, 0) * 2 - 1) * by
      y += (drawOf(`screen ${event.id} ${at}`, turn, 1) * 2 - 1) * by
    } else if (event.kind === 'zoom') zoom *= 1 + (event.amount - 1) * left * left
    else if (event.kind !== 'freeze') over.push({ colour: event.colour, opacity: event.amount * left })
  }
  return x === 0 && y === 0 && zoom === 1 && over.length === 0 ? CALM : { x, y, zoom, over }
}

/** A view as the screen's zoom and shake make it: zoomed around its middle. */
export const screenView = <V extends { readonly x: number; readonly y: number; readonly zoom: number }>(
  camera: V,
  { x, y, zoom }: ScreenNow,
  width: number,
  height: number,
): V => {
  const [w, h] = [width / camera.zoom, height / camera.zoom]
  return {
    ...camera,
    x: camera.x + x + (w - w / zoom) / 2,
    y: camera.y + y + (h - h / zoom) / 2,
    zoom: camera.zoom * zoom,
  }
}
