/**
 * What a stage is made of beside its surfaces: backdrop, actors, what happens and what it sets off. Pure types and
 * tables; docs/format.md says what they do. Lengths in world px, times in seconds, +y is down.
 */

/** How an actor moves: in side view with gravity, seen from above, flying; still; thrown. */
export const ACTOR_KINDS = ['walker', 'roamer', 'flyer', 'target', 'thrown'] as const
export type ActorKind = (typeof ACTOR_KINDS)[number]

/** What an actor does at a tick. */
export const ACTOR_STATES = [
  'idle',
  'walk',
  'jump',
  'land',
  'dash',
  'attack',
  'hurt',
  'teleport',
  'gone',
] as const
export type ActorState = (typeof ACTOR_STATES)[number]

/** Keys that move actors, each a bit of a recording's number. */
export const ACTOR_KEYS = [
  'left',
  'right',
  'up',
  'down',
  'jump',
  'dash',
  'attack',
  'hurt',
  'teleport',
  'a',
  'b',
] as const
export type ActorKey = (typeof ACTOR_KEYS)[number]
/** The bit of a key. */
export const keyBit = (key: ActorKey): number => 1 << ACTOR_KEYS.indexOf(key)

/** Numbers of an actor, with their defaults and limits. */
export const ACTOR_NUMBERS = {
  /** Speed on the ground, or of a flight at full thrust, px/s. */
  walk: { default: 120, low: 0, high: 4000, unit: 'px/s', label: 'Walks' },
  /** How high a jump goes, px. */
  jump: { default: 64, low: 0, high: 2000, unit: 'px', label: 'Jumps' },
  gravity: { default: 900, low: 0, high: 10_000, unit: 'px/s²', label: 'Gravity' },
  /** Speed of a dash, px/s. */
  dash: { default: 360, low: 0, high: 8000, unit: 'px/s', label: 'Dashes' },
  /** Half its width, px: how near it comes to surfaces. */
  radius: { default: 8, low: 1, high: 400, unit: 'px', label: 'Half width' },
  height: { default: 40, low: 2, high: 2000, unit: 'px', label: 'Height' },
  /** Length of one step, px. */
  stride: { default: 28, low: 1, high: 1000, unit: 'px', label: 'A step each' },
  /** Where a thrown thing starts to, px/s. */
  throwX: { default: 240, low: -8000, high: 8000, unit: 'px/s', label: 'Thrown →' },
  throwY: { default: -240, low: -8000, high: 8000, unit: 'px/s', label: 'Thrown ↓' },
  /** Where a teleport leads, px from where it begins. */
  farX: { default: 120, low: -100_000, high: 100_000, unit: 'px', label: 'Teleports →' },
  farY: { default: 0, low: -100_000, high: 100_000, unit: 'px', label: 'Teleports ↓' },
} as const
export type ActorNumber = keyof typeof ACTOR_NUMBERS

/** A place on an actor by name, px from its feet when it faces right. */
export interface ActorPoint {
  readonly name: string
  readonly x: number
  readonly y: number
  /** Further px for each frame of the clip of a state, where wanted. */
  readonly frames?: Readonly<Partial<Record<ActorState, readonly (readonly [x: number, y: number])[]>>>
}

/** What an actor leaves behind as it moves. */
export interface AfterImage {
  /** How many at a time. */
  readonly count: number
  /** Seconds from one to the next. */
  readonly every: number
  /** `#rrggbb`, multiplied. */
  readonly tint: string
  /** Of the nearest, 0 to 1; the others are fainter. */
  readonly opacity: number
  /** Only while it does this; null: always. */
  readonly during: ActorState | null
}

/** What an actor leaves where it was. */
export interface Silhouette {
  readonly at: ActorState
  readonly seconds: number
  readonly tint: string
  readonly opacity: number
}

/** Someone or something on a stage. */
export interface Actor {
  readonly id: string
  readonly name: string
  readonly kind: ActorKind
  /** Where its feet are at the beginning. */
  readonly x: number
  readonly y: number
  readonly numbers: Readonly<Record<ActorNumber, number>>
  readonly points: readonly ActorPoint[]
  /** Pictures of itself that it leaves behind and that fade; none when it is left out. */
  readonly afterImage?: AfterImage
  /** A still picture of itself that it leaves where a state begins; none when it is left out. */
  readonly silhouette?: Silhouette
  /** Clips of sheets by state; a state without one is drawn as a plain figure. */
  readonly clips: Readonly<Partial<Record<ActorState, { readonly sheet: string; readonly clip: string }>>>
}

/** What can happen on a stage. */
export const EVENT_KINDS = [
  'landing',
  'takeOff',
  'step',
  'dash',
  'attack',
  'hurt',
  'strikes',
  'struck',
  'teleport',
  'arrives',
  'reaches',
  'tap',
  'hold',
  'frame',
  'every',
  'random',
  'start',
  'along',
  'ended',
] as const
export type EventKind = (typeof EVENT_KINDS)[number]

/** One sentence of a stage: what happens, which cue it raises, where. */
export interface StageEvent {
  readonly id: string
  readonly on: EventKind
  /** Whose event it is. */
  readonly actor: string | null
  /** Of `tap` and `hold`. */
  readonly key: ActorKey
  /**
   * Of `frame`: of which state's clip, and which frame from 1; of `every`: seconds; of `random`: firings a second; of
   * `along`: px/s.
   */
  readonly state: ActorState
  readonly number: number
  /** Of `reaches`: a place; of `random`: the middle of a rectangle. */
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  /** Of `along`: the way, world px, gone at `number` px/s, again and again. */
  readonly way?: readonly (readonly [x: number, y: number])[]
  /** Of `along`: slowly at both ends. */
  readonly eased?: boolean
  /** Of `ended`: the cue whose effect has ended. */
  readonly after: string | null
  readonly cue: string
  /** A point of the actor; null: the place of the event. */
  readonly point: string | null
  /** Goes with the point for as long as it plays. */
  readonly follows: boolean
  /** Turned with the actor's facing. */
  readonly mirrored: boolean
  /** The harder it happens, the stronger: speed ÷ this many px/s; 0 is always as designed. */
  readonly strongerBy: number
  readonly muted: boolean
}

/** What happened is called, and which effects play then. */
export interface Cue {
  readonly id: string
  readonly name: string
  readonly effects: readonly string[]
  /** Multiplies bursts' counts and flow; 1 is as designed. */
  readonly strength: number
  /** 0 to 1. */
  readonly chance: number
  /** At most so many at a time. */
  readonly most: number
}

/** Inputs of a run: which keys are held from a tick on. */
export interface StageRecording {
  readonly id: string
  readonly name: string
  /** How long it is, in ticks. */
  readonly ticks: number
  /** Held keys as bits, each from its tick on. */
  readonly presses: readonly (readonly [tick: number, keys: number])[]
}

/** What lies behind or before the effects. */
export const LAYER_KINDS = ['colour', 'gradient', 'picture'] as const
export interface StageLayer {
  readonly id: string
  readonly name: string
  readonly kind: (typeof LAYER_KINDS)[number]
  /** `#rrggbb`; of a gradient its top. */
  readonly colour: string
  /** `#rrggbb` of a gradient's foot. */
  readonly foot: string
  /** A frame of a sheet of the kit. */
  readonly sheet: string | null
  readonly frame: number
  readonly x: number
  readonly y: number
  /** World px a pixel of the picture. */
  readonly scale: number
  /** How far it goes with the camera: 1 as the world does, 0 not at all. */
  readonly parallax: number
  readonly tiled: 'none' | 'x' | 'y' | 'both'
  /** Before the effects instead of behind. */
  readonly front: boolean
}

/** How the view goes: it stays, pans, or goes with an actor. */
export interface StageCamera {
  readonly follows: string | null
  /** Where the actor is in the view, world px from its middle. */
  readonly x: number
  readonly y: number
  /** px/s. */
  readonly panX: number
  readonly panY: number
  /** Px by which a hurt or a strike shakes it. */
  readonly shake: number
}
