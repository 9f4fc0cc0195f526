/**
 * What happens while an effect plays, and what is bound to it: events by name, sounds, and what the whole screen does.
 * Pure types and tables; docs/format.md says what they do.
 */

/** What the engine tells, in the order of its numbers. */
export const EFFECT_EVENTS = [
  'born',
  'contact',
  'relayed',
  'emissionEnded',
  'finished',
  'named',
  'sound',
  'screen',
] as const
export type EffectEventKind = (typeof EFFECT_EVENTS)[number]

/** A moment of the effect's timeline that the game is told by name. */
export interface NamedEvent {
  readonly id: string
  readonly name: string
  /** Seconds on the effect's timeline. */
  readonly at: number
  /** What the game is told with it, in words of its own; may be empty. */
  readonly payload: string
}

/** What sets off a sound: a moment of the timeline, or what happens. */
export const SOUND_TRIGGERS = [
  'time',
  'born',
  'contact',
  'relayed',
  'emissionEnded',
  'finished',
  'named',
] as const
export type SoundTrigger = (typeof SOUND_TRIGGERS)[number]

interface NumberRule {
  readonly default: number
  readonly low: number
  readonly high: number
  readonly unit: string
  readonly label: string
}

/** Numbers of a sound of an effect, with their defaults and limits. */
export const SOUND_NUMBERS = {
  /** Seconds on the effect's timeline, of `time`. */
  at: { default: 0, low: 0, high: 600, unit: 's', label: 'At' },
  gain: { default: 1, low: 0, high: 4, unit: '×', label: 'Gain' },
  /** −1 left, 1 right. */
  pan: { default: 0, low: -1, high: 1, unit: '', label: 'Pan' },
  /** How fast it is played, drawn anew each time. */
  speedFrom: { default: 1, low: 0.1, high: 8, unit: '×', label: 'Speed from' },
  speedTo: { default: 1, low: 0.1, high: 8, unit: '×', label: 'Speed to' },
  /** At most so many at a time; further ones are not heard. */
  most: { default: 4, low: 1, high: 32, unit: '', label: 'At most' },
} as const satisfies Record<string, NumberRule>
export type SoundNumber = keyof typeof SOUND_NUMBERS

/** A sound of the kit, as an effect plays it. */
export interface EffectSound extends Readonly<Record<SoundNumber, number>> {
  readonly id: string
  /** Id of the kit's sound. */
  readonly sound: string
  readonly on: SoundTrigger
  /** Of `born`, `contact` and `relayed`: of this emitter alone; null: of any. */
  readonly emitter: string | null
  /** Of `named`: the event's name. */
  readonly named: string
  /** Again and again until the effect stops sending out. */
  readonly loops: boolean
  /** Panned by where in the view it happens; `pan` comes on top. */
  readonly byPlace: boolean
  readonly muted: boolean
}

/** What the whole screen does. */
export const SCREEN_KINDS = ['shake', 'flash', 'freeze', 'zoom', 'tint'] as const
export type ScreenKind = (typeof SCREEN_KINDS)[number]

/**
 * What a kind of screen event has: how much, how long, of which colour. `freeze` is the number of ticks for which
 * actors and recording stand still.
 */
export const SCREEN_RULES = {
  shake: {
    amount: { default: 6, low: 0, high: 200, unit: 'px', label: 'By' },
    seconds: { default: 0.35, low: 0, high: 60, unit: 's', label: 'For' },
    colour: null,
  },
  flash: {
    amount: { default: 0.85, low: 0, high: 1, unit: '%', label: 'Opacity' },
    seconds: { default: 0.12, low: 0, high: 60, unit: 's', label: 'For' },
    colour: '#ffffff',
  },
  freeze: {
    amount: { default: 4, low: 1, high: 240, unit: 'ticks', label: 'For' },
    seconds: null,
    colour: null,
  },
  zoom: {
    amount: { default: 1.08, low: 0.25, high: 4, unit: '×', label: 'To' },
    seconds: { default: 0.3, low: 0, high: 60, unit: 's', label: 'For' },
    colour: null,
  },
  tint: {
    amount: { default: 0.3, low: 0, high: 1, unit: '%', label: 'Opacity' },
    seconds: { default: 0.5, low: 0, high: 60, unit: 's', label: 'For' },
    colour: '#ff5533',
  },
} as const satisfies Record<
  ScreenKind,
  { readonly amount: NumberRule; readonly seconds: NumberRule | null; readonly colour: string | null }
>

/** One thing that the whole screen does at a moment of an effect. Bakes leave it out. */
export interface ScreenEvent {
  readonly id: string
  readonly kind: ScreenKind
  /** Seconds on the effect's timeline. */
  readonly at: number
  /** In the unit of its kind; a `freeze` has whole ticks. */
  readonly amount: number
  /** How long it dies away; 0 where the kind has none. */
  readonly seconds: number
  /** `#rrggbb` of flash and tint. */
  readonly colour: string
}

/** What an effect has beside its particles; each is left out while it is empty. */
export interface EffectExtras {
  readonly events?: readonly NamedEvent[]
  readonly sounds?: readonly EffectSound[]
  readonly screen?: readonly ScreenEvent[]
  /** A freeze of the screen holds this effect, too. */
  readonly freezes?: true
}
