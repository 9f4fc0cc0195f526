/** Effects for tests, built from the defaults. */
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  type NumbersOf,
  type ResolvedBurst,
  type ResolvedEffect,
  type ResolvedEmitter,
  type ResolvedPart,
  type ResolvedRelay,
  type ResolvedType,
} from '@gliv/model'

const frame = { x: 0, y: 0, w: 8, h: 8, pivotX: 4, pivotY: 4 }

export const makeType = (
  numbers: Partial<NumbersOf<'type'>> = {},
  more: Partial<Omit<ResolvedType, 'numbers'>> = {},
): ResolvedType => ({
  id: 'type',
  name: 'Type',
  numbers: { ...defaultsOf('type'), ...numbers },
  ramps: DEFAULT_RAMPS,
  ...DEFAULT_TYPE_CHOICES,
  palette: null,
  mark: null,
  pictures: [{ sheetId: 'sheet', sheet: 0, weight: 1, frameIndices: [0], frames: [frame] }],
  ...more,
})

export const makeEmitter = (
  numbers: Partial<NumbersOf<'emitter'>> = {},
  more: Partial<Omit<ResolvedEmitter, 'numbers'>> = {},
): ResolvedEmitter => ({
  id: 'emitter',
  name: 'Emitter',
  salt: 77,
  numbers: { ...defaultsOf('emitter'), ...numbers },
  ...DEFAULT_EMITTER_CHOICES,
  mask: null,
  bursts: [],
  relays: [],
  type: makeType(),
  ...more,
})

export const makeBurst = (
  id: string,
  at: number,
  count: number,
  numbers: Partial<NumbersOf<'burst'>> = {},
): ResolvedBurst => ({
  id,
  eachPlace: false,
  numbers: { ...defaultsOf('burst'), burstAt: fixed(at), burstCount: fixed(count), ...numbers },
})

export const makeRelay = (
  emitter: string | null,
  more: Partial<Omit<ResolvedRelay, 'numbers'>> = {},
  numbers: Partial<NumbersOf<'relay'>> = {},
): ResolvedRelay => ({
  id: `to-${emitter}`,
  salt: 991,
  trigger: 'end',
  launch: 'travel',
  emitter,
  effect: null,
  ...more,
  numbers: { ...defaultsOf('relay'), ...numbers },
})

export const makeEffect = (
  emitters: readonly ResolvedEmitter[],
  more: Partial<ResolvedEffect> = {},
): ResolvedEffect => ({
  id: 'effect',
  name: 'Effect',
  seed: 41,
  rate: 60,
  play: 'once',
  backwards: false,
  wholePixels: false,
  source: null,
  numbers: defaultsOf('effect'),
  lanes: {},
  emitters,
  parts: [],
  ...more,
})

export const fixed = (value: number) => ({ from: value, to: value })

/** A part that plays one effect from its beginning. */
export const makePart = (id: string, effect: ResolvedEffect): ResolvedPart => ({
  id,
  salt: 5,
  mirror: false,
  reversed: false,
  numbers: defaultsOf('part'),
  choices: [{ weight: 1, effect }],
})
