/** Choices of a fresh particle type and a fresh emitter. */
import type { EmitterChoices, Path, TypeChoices } from './choices.ts'
import { SPACE } from './kinds.ts'
import { DEFAULT_ALONG } from './ramps.ts'

/** A line of 160 px across the emitter's centre: what a path starts as. */
export const DEFAULT_PATH: Path = {
  closed: false,
  points: [
    { x: -80, y: 0, inX: 0, inY: 0, outX: 40, outY: 0 },
    { x: 80, y: 0, inX: -40, inY: 0, outX: 0, outY: 0 },
  ],
}

export const DEFAULT_TYPE_CHOICES: TypeChoices = {
  blend: 'normal',
  lifeMode: 'range',
  scaleApart: false,
  styles: {
    scale: { by: 'ramp', relative: false },
    scaleY: { by: 'ramp', relative: false },
    opacity: { by: 'ramp', relative: false },
  },
  facing: 'fixed',
  anchor: 'centre',
  turnRelative: true,
  frameChoice: 'fixed',
  randomStart: false,
  tintSpace: 'srgb',
  tintPick: 'none',
  pickColours: ['#ffffff'],
  pickAction: 'multiply',
  spreadOn: 'tint',
  forces: [],
  forceRamps: {},
  axes: { gravity: 'world', wind: 'world', drift: 'world', sway: 'effect' },
  thrustEnd: 'stop',
  windMode: 'push',
  pullTo: 'point',
  pullFalloff: 'steady',
  swirlTo: 'point',
  swirlFalloff: 'near',
  churnSpace: 'world',
  rail: DEFAULT_PATH,
  railMode: 'age',
  avoids: 'circle',
  wavers: { speed: 'walk', heading: 'walk', spin: 'sine', scale: 'sine', opacity: 'walk' },
  contact: 'none',
  markBlend: 'normal',
  markClip: 'edge',
  markColours: ['#ffffff'],
  endsOutside: false,
}

export const DEFAULT_EMITTER_CHOICES: EmitterChoices = {
  shape: 'point',
  fill: 'even',
  placement: 'random',
  sizeUnit: 'px',
  pieceFit: 'spread',
  space: SPACE.released,
  side: 'top',
  edgeSlant: false,
  wrap: 'none',
  wrapIn: 'view',
  aim: 'direction',
  rhythm: 'even',
  capPolicy: 'skip',
  order: 'newest',
  layer: 'front',
  path: DEFAULT_PATH,
  travel: null,
  along: DEFAULT_ALONG,
  lanes: {},
  dormant: false,
}
