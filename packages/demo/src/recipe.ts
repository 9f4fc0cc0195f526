/** Short ways to write the demo's effects down. */
import {
  type Burst,
  type DriveChoice,
  type Effect,
  type Emitter,
  type Knob,
  newRelay,
  type ParticleType,
  type Relay,
} from '@gliv/document'
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  FORCE_KINDS,
  RISING_RAMP,
  sourceOfId,
  type Ease,
  type EmitterChoices,
  type PathPoint,
  type Range,
  type Ramp,
  type RelayTrigger,
  type TintRamp,
  type TypeChoices,
} from '@gliv/model'

export const range = (from: number, to: number): Range => ({ from, to })
export const fixed = (value: number): Range => ({ from: value, to: value })

/** `[at, value, ease]` rows. */
export const ramp = (...rows: readonly (readonly [number, number, Ease?])[]): Ramp => ({
  points: rows.map(([at, value, ease]) => ({ at, value, ease: ease ?? 'linear' })),
})

export const tint = (...rows: readonly (readonly [number, string])[]): TintRamp => ({
  points: rows.map(([at, colour]) => ({ at, colour, ease: 'linear' as const })),
})

type TypeMore = Partial<Pick<ParticleType, keyof TypeChoices | 'palette' | 'mark'>> & {
  readonly pictures?: readonly (Omit<ParticleType['pictures'][number], 'clip'> & { readonly clip?: string })[]
  readonly numbers?: Partial<ParticleType['numbers']>
  readonly ramps?: Partial<ParticleType['ramps']>
}

export interface FrameName {
  readonly sheet: string
  readonly frame: number
}

export const type = (
  id: string,
  name: string,
  picture: FrameName,
  { numbers, ramps, pictures, ...more }: TypeMore = {},
): ParticleType => ({
  ...DEFAULT_TYPE_CHOICES,
  id,
  name,
  pictures: (pictures ?? [{ sheet: picture.sheet, frames: [picture.frame], weight: 1 }]).map((p) => ({
    clip: null,
    ...p,
  })),
  palette: null,
  mark: null,
  ...more,
  forces: FORCE_KINDS.filter((force) => more.forces?.includes(force)),
  numbers: { ...defaultsOf('type'), ...numbers },
  ramps: { ...DEFAULT_RAMPS, ...ramps },
})

export const burst = (
  id: string,
  at: number,
  count: number | Range,
  numbers: Partial<Burst['numbers']> = {},
  eachPlace = false,
): Burst => ({
  id,
  eachPlace,
  numbers: {
    ...defaultsOf('burst'),
    burstAt: fixed(at),
    burstCount: typeof count === 'number' ? fixed(count) : count,
    ...numbers,
  },
})

/** A point of a curved path with handles that mirror each other. */
export const corner = (x: number, y: number, outX = 0, outY = 0): PathPoint => ({
  x,
  y,
  inX: -outX,
  inY: -outY,
  outX,
  outY,
})

export const relay = (
  to: string,
  trigger: RelayTrigger,
  numbers: Partial<Relay['numbers']> = {},
  launch: Relay['launch'] = 'travel',
): Relay => ({
  ...newRelay(`${to}-${trigger}`, to),
  trigger,
  launch,
  numbers: { ...defaultsOf('relay'), ...numbers },
})

type EmitterMore = Partial<
  Pick<Emitter, keyof EmitterChoices | 'companionOf' | 'mask' | 'drives' | 'colourKnob'>
> & {
  readonly numbers?: Partial<Emitter['numbers']>
  readonly bursts?: Burst[]
  readonly relays?: Relay[]
}

export const emitter = (
  id: string,
  name: string,
  typeId: string,
  { numbers, bursts, relays, ...more }: EmitterMore = {},
): Emitter => ({
  ...DEFAULT_EMITTER_CHOICES,
  id,
  name,
  type: typeId,
  salt: sourceOfId(id),
  muted: false,
  companionOf: null,
  mask: null,
  ...more,
  numbers: { ...defaultsOf('emitter'), ...numbers },
  bursts: bursts ?? [],
  relays: relays ?? [],
})

/** What a knob makes of a number, in a straight line between its ends. */
export const by = (knob: string, from: number, to: number): DriveChoice => ({
  knob,
  from,
  to,
  points: RISING_RAMP.points,
})

/** Emitters are given from the lowest layer to the highest. */
export const effect = (
  id: string,
  name: string,
  seed: number,
  loopSeconds: number | null,
  emitters: readonly Emitter[],
  more: {
    play?: Effect['play']
    backwards?: boolean
    source?: FrameName
    parts?: Effect['parts']
    knobs?: readonly Knob[]
    numbers?: Partial<Effect['numbers']>
  } = {},
): Effect => ({
  id,
  name,
  seed,
  play: more.play ?? (loopSeconds === null ? 'once' : 'loop'),
  backwards: more.backwards ?? false,
  source: more.source ?? null,
  numbers: { ...defaultsOf('effect'), ...(loopSeconds === null ? {} : { loopSeconds }), ...more.numbers },
  lanes: {},
  ...(more.knobs ? { knobs: more.knobs } : {}),
  emitters: Object.fromEntries(emitters.map((e) => [e.id, e])),
  parts: more.parts ?? [],
  emitterOrder: emitters.map((e) => e.id),
})
