/**
 * The table of numbers: one entry for every number that a designer can set.
 *
 * Everything else that knows about numbers (schema, sampler, control, sentence, export) is keyed by these ids
 * and
 * mapped from this table, so that a new property is one entry here and the compiler names the places that
 * miss it.
 */

import { CONTACT_PROPERTIES } from './contactProperties.ts'
import { FORCE_NUMBERS } from './forceNumbers.ts'
import {
  ANGLE,
  FAR,
  NEAR,
  number,
  type Owner,
  type Property,
  range,
  type Range,
  SECONDS,
  SHARE,
  SIZE,
  TURN,
} from './property.ts'
import { RELAY_PROPERTIES } from './relayProperties.ts'
import { STREAMS } from './streams.ts'

/** Largest cap of one emitter; the sum over an effect has its own limit in the engine. */
export const CAP_LIMIT = 100_000

export const PROPERTIES = {
  loopSeconds: number('effect', 's', 2, [0.05, 600], [0.1, 10], 'emission', 'none'),
  periodSeconds: number('effect', 's', 2, [0.05, 600], [0.1, 10], 'emission', 'none'),
  sustainFrom: number('effect', 's', 0.5, SECONDS, [0, 4], 'emission', 'none'),
  sustainTo: number('effect', 's', 1.5, [0.05, 600], [0.1, 8], 'emission', 'none'),
  warmUp: number('effect', 's', 0, SECONDS, [0, 8], 'emission', 'none'),
  timeScale: number('effect', 'factor', 1, [0, 8], [0, 3], 'emission', 'times'),
  jumpPx: number('effect', 'px', 400, [1, 100_000], [20, 1000], 'emission', 'none'),

  delay: number('emitter', 's', 0, SECONDS, [0, 2], 'emission', 'none'),
  duration: number('emitter', 's', 1, SECONDS, [0, 6], 'emission', 'none'),
  flow: number('emitter', 'per s', 24, SIZE, [0, 600], 'emission', 'times'),
  flowPerPx: number('emitter', 'per px', 0, [0, 100], [0, 1], 'emission', 'none'),
  minimum: number('emitter', 'count', 0, [0, CAP_LIMIT], [0, 200], 'emission', 'none', { whole: true }),
  cap: number('emitter', 'count', 2000, [1, CAP_LIMIT], [1, 2000], 'emission', 'none', { whole: true }),
  offsetX: number('emitter', 'px', 0, FAR, NEAR, 'birth', 'plus'),
  offsetY: number('emitter', 'px', 0, FAR, NEAR, 'birth', 'plus'),
  shapeWidth: number('emitter', 'px', 64, SIZE, [0, 800], 'birth', 'times'),
  shapeHeight: number('emitter', 'px', 16, SIZE, [0, 600], 'birth', 'times'),
  shapeRadius: number('emitter', 'px', 24, SIZE, [0, 400], 'birth', 'times'),
  shapeInner: number('emitter', 'px', 12, SIZE, [0, 400], 'birth', 'times'),
  shapeArc: number('emitter', 'deg', 360, [0, 360], [0, 360], 'birth', 'times'),
  shapeAngle: number('emitter', 'deg', 0, ANGLE, TURN, 'birth', 'plus'),
  shapeTilt: number('emitter', 'deg', 0, ANGLE, TURN, 'birth', 'plus'),
  shapeSides: number('emitter', 'count', 6, [3, 64], [3, 12], 'birth', 'none', { whole: true }),
  endX: number('emitter', 'px', 160, FAR, NEAR, 'birth', 'plus'),
  endY: number('emitter', 'px', 0, FAR, NEAR, 'birth', 'plus'),
  pieceEvery: number('emitter', 'px', 12, [1, 10_000], [1, 80], 'emission', 'none'),
  places: number('emitter', 'count', 12, [1, 10_000], [1, 60], 'birth', 'none', { whole: true }),
  edgeDepth: number('emitter', 'px', 16, SIZE, [0, 200], 'birth', 'times'),
  wrapWidth: number('emitter', 'px', 640, [1, 100_000], [16, 1280], 'output', 'none'),
  wrapHeight: number('emitter', 'px', 360, [1, 100_000], [16, 720], 'output', 'none'),
  wrapMargin: number('emitter', 'px', 32, SIZE, [0, 200], 'output', 'none'),
  edgeOutset: number('emitter', 'px', 8, FAR, [-100, 200], 'birth', 'plus'),
  grid: number('emitter', 'px', 2, [1, 8], [1, 8], 'emission', 'none', { whole: true }),
  jitterX: number('emitter', 'px', 0, SIZE, [0, 200], 'birth', 'times', { stream: STREAMS.jitter, draws: 2 }),
  jitterY: number('emitter', 'px', 0, SIZE, [0, 200], 'birth', 'times'),
  heading: number('emitter', 'deg', -90, ANGLE, TURN, 'birth', 'plus'),
  fan: number('emitter', 'deg', 30, [0, 360], [0, 360], 'birth', 'times', { stream: STREAMS.fan }),
  targetX: number('emitter', 'px', 0, FAR, NEAR, 'birth', 'plus'),
  targetY: number('emitter', 'px', 0, FAR, NEAR, 'birth', 'plus'),
  speed: range('emitter', 'px/s', 60, 120, FAR, [0, 800], 'birth', 'times', STREAMS.speed),
  inherit: number('emitter', 'share', 0, [-4, 4], [-1, 1], 'birth', 'times'),
  travelSeconds: number('emitter', 's', 1, [0.01, 600], [0.1, 6], 'birth', 'none'),
  alongDelay: number('emitter', 's', 0, [0, 60], [0, 2], 'emission', 'none'),

  burstAt: range('burst', 's', 0, 0, SECONDS, [0, 2], 'emission', 'none', STREAMS.burstAt),
  burstCount: range('burst', 'count', 20, 20, [0, 20_000], [0, 200], 'emission', 'none', STREAMS.burstCount, {
    whole: true,
  }),
  burstSpan: number('burst', 's', 0, SECONDS, SHARE, 'emission', 'none'),
  burstRepeats: number('burst', 'count', 1, [1, 1000], [1, 20], 'emission', 'none', { whole: true }),
  burstInterval: range(
    'burst',
    's',
    0.25,
    0.25,
    [0.001, 600],
    [0.02, 2],
    'emission',
    'none',
    STREAMS.burstInterval,
  ),
  burstChance: number('burst', 'share', 1, SHARE, SHARE, 'emission', 'none', { stream: STREAMS.burstChance }),

  life: range('type', 's', 0.8, 1.2, [0.001, 600], [0.05, 6], 'birth', 'times', STREAMS.life),
  scale: range('type', 'factor', 1, 1, [0, 1000], [0.05, 8], 'output', 'times', STREAMS.scale),
  scaleFloor: range('type', 'factor', 0, 0, [0, 1000], [0, 8], 'output', 'none', STREAMS.scaleFloor),
  scaleRate: range('type', 'factor/s', 1, 1, [-1000, 1000], [-8, 8], 'output', 'none', STREAMS.scaleRate),
  scaleY: range('type', 'factor', 1, 1, [0, 1000], [0.05, 8], 'output', 'times', STREAMS.scaleY),
  scaleYFloor: range('type', 'factor', 0, 0, [0, 1000], [0, 8], 'output', 'none', STREAMS.scaleYFloor),
  scaleYRate: range('type', 'factor/s', 1, 1, [-1000, 1000], [-8, 8], 'output', 'none', STREAMS.scaleYRate),
  scaleLow: number('type', 'factor', 0, [0, 1000], [0, 8], 'output', 'none'),
  scaleHigh: number('type', 'factor', 8, [0, 1000], [0, 8], 'output', 'none'),
  opacity: range('type', 'share', 1, 1, SHARE, SHARE, 'output', 'times', STREAMS.opacity),
  opacityFloor: range('type', 'share', 0, 0, SHARE, SHARE, 'output', 'none', STREAMS.opacityFloor),
  opacityRate: range(
    'type',
    'share/s',
    -1,
    -1,
    [-1000, 1000],
    [-4, 4],
    'output',
    'none',
    STREAMS.opacityRate,
  ),
  opacityLow: number('type', 'share', 0, SHARE, SHARE, 'output', 'none'),
  opacityHigh: number('type', 'share', 1, SHARE, SHARE, 'output', 'none'),
  depthScale: number('type', 'share', 1, SHARE, SHARE, 'output', 'none'),
  depthSpeed: number('type', 'share', 1, SHARE, SHARE, 'birth', 'none'),
  depthOpacity: number('type', 'share', 1, SHARE, SHARE, 'output', 'none'),
  startAngle: range('type', 'deg', 0, 0, ANGLE, TURN, 'output', 'plus', STREAMS.startAngle),
  spin: range('type', 'deg/s', 0, 0, ANGLE, [-720, 720], 'output', 'none', STREAMS.spin),
  turnFrom: range('type', 'deg', 0, 0, ANGLE, [-360, 360], 'output', 'none', STREAMS.turnFrom),
  turnTo: range('type', 'deg', 0, 0, ANGLE, [-360, 360], 'output', 'none', STREAMS.turnTo),
  stretch: number('type', 'factor', 0, [-100, 100], [0, 2], 'output', 'times'),
  stretchLimit: number('type', 'factor', 6, [0, 1000], [0, 12], 'output', 'none'),
  fps: number('type', 'per s', 12, [0, 240], [1, 60], 'output', 'none'),
  clipRounds: number('type', 'factor', 1, [0, 1000], [0.25, 8], 'output', 'none'),
  hueSpread: number('type', 'deg', 0, [0, 360], [0, 180], 'output', 'none', { stream: STREAMS.hueSpread }),
  saturationSpread: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', {
    stream: STREAMS.saturationSpread,
  }),
  valueSpread: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', { stream: STREAMS.valueSpread }),
  redSpread: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', { stream: STREAMS.redSpread }),
  greenSpread: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', { stream: STREAMS.greenSpread }),
  blueSpread: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', { stream: STREAMS.blueSpread }),
  hueTurn: number('type', 'deg', 0, ANGLE, [-360, 360], 'output', 'times'),
  ...FORCE_NUMBERS,
  ...CONTACT_PROPERTIES,
  ...RELAY_PROPERTIES,
} as const satisfies Record<string, Property>

export type PropertyId = keyof typeof PROPERTIES
export type PropertyOf<O extends Owner> = {
  [K in PropertyId]: (typeof PROPERTIES)[K]['owner'] extends O ? K : never
}[PropertyId]
export type ValueOf<K extends PropertyId> = (typeof PROPERTIES)[K]['kind'] extends 'range' ? Range : number
/** The numbers of one owner, all of them present. */
export type NumbersOf<O extends Owner> = { readonly [K in PropertyOf<O>]: ValueOf<K> }

export const property = (id: PropertyId): Property => PROPERTIES[id]

/** Ids of one owner in the table's order. */
export const propertiesOf = <O extends Owner>(owner: O): PropertyOf<O>[] =>
  (Object.keys(PROPERTIES) as PropertyId[]).filter((id) => PROPERTIES[id].owner === owner) as PropertyOf<O>[]

/** Defaults of one owner. */
export const defaultsOf = <O extends Owner>(owner: O): NumbersOf<O> =>
  Object.fromEntries(propertiesOf(owner).map((id) => [id, PROPERTIES[id].default])) as NumbersOf<O>
