/** What each choice touches when it changes; the table of numbers says it for the numbers. */
import type { InvalidationLevel } from './property.ts'
import type { EmitterChoices, TypeChoices } from './choices.ts'

export const EMITTER_INVALIDATES = {
  shape: 'birth',
  fill: 'birth',
  placement: 'birth',
  sizeUnit: 'birth',
  pieceFit: 'emission',
  space: 'birth',
  side: 'birth',
  edgeSlant: 'birth',
  wrap: 'output',
  wrapIn: 'output',
  aim: 'birth',
  rhythm: 'emission',
  capPolicy: 'emission',
  order: 'output',
  layer: 'output',
  path: 'birth',
  travel: 'emission',
  along: 'emission',
  lanes: 'emission',
  dormant: 'emission',
} as const satisfies Record<keyof EmitterChoices, InvalidationLevel>

export const TYPE_INVALIDATES = {
  blend: 'output',
  lifeMode: 'birth',
  scaleApart: 'output',
  styles: 'output',
  facing: 'motion',
  anchor: 'output',
  turnRelative: 'output',
  frameChoice: 'output',
  randomStart: 'output',
  tintSpace: 'output',
  tintPick: 'output',
  pickColours: 'output',
  pickAction: 'output',
  spreadOn: 'output',
  forces: 'motion',
  forceRamps: 'motion',
  axes: 'motion',
  thrustEnd: 'motion',
  windMode: 'motion',
  pullTo: 'motion',
  pullFalloff: 'motion',
  swirlTo: 'motion',
  swirlFalloff: 'motion',
  churnSpace: 'motion',
  rail: 'motion',
  railMode: 'motion',
  avoids: 'motion',
  wavers: 'motion',
  contact: 'motion',
  markBlend: 'motion',
  markColours: 'motion',
  endsOutside: 'motion',
} as const satisfies Record<keyof TypeChoices, InvalidationLevel>

export const EMITTER_CHOICE_KEYS = Object.keys(EMITTER_INVALIDATES) as (keyof EmitterChoices)[]
export const TYPE_CHOICE_KEYS = Object.keys(TYPE_INVALIDATES) as (keyof TypeChoices)[]
