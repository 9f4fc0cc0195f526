/**
 * A resolved effect: what the engine compiles and a pack carries. Defaults are filled in, references are
 * followed,
 * muted emitters are gone. Made by the document package; nothing here is optional.
 */
import type { EffectExtras } from './events.ts'
import type { EmitterChoices, Lanes, RelayChoices, TypeChoices } from './choices.ts'
import type { Drives, ResolvedKnob } from './knobs.ts'
import type { Play } from './kinds.ts'
import type { NumbersOf } from './properties.ts'
import type { TypeRamps } from './ramps.ts'

/** A rectangle of a sheet in texels, and the pivot in texels from its left top corner. */
export interface FrameRect {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly pivotX: number
  readonly pivotY: number
}

export interface Picture {
  readonly sheetId: string
  /** Index into the list of sheets that the renderers were given. */
  readonly sheet: number
  /** Its share among the pictures of its type is weight ÷ sum of weights. */
  readonly weight: number
  /** 0-based numbers of the frames in their sheet, in the clip's order; at least one. */
  readonly frameIndices: readonly number[]
  readonly frames: readonly FrameRect[]
}

export interface ResolvedType extends TypeChoices {
  readonly id: string
  readonly name: string
  readonly numbers: NumbersOf<'type'>
  readonly ramps: TypeRamps
  /** Colours that the tint is locked to; null when it runs free. */
  readonly palette: readonly string[] | null
  readonly pictures: readonly Picture[]
  /** What a contact leaves behind; null for nothing. Of several frames one is drawn each time. */
  readonly mark: Picture | null
}

export interface ResolvedBurst {
  readonly id: string
  /** One particle for each place of the shape instead of a count. */
  readonly eachPlace: boolean
  readonly numbers: NumbersOf<'burst'>
}

/** Places on a picture, in px from its pivot, row by row; `n` is the outward normal of the edge, 0 inside. */
export interface MaskPlaces {
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly nx: readonly number[]
  readonly ny: readonly number[]
  /** Mean colour of each cell as 0xbbggrr; empty when colours are not kept. */
  readonly colour: readonly number[]
}

/**
 * A particle hands over: to a dormant emitter of its effect, or to a whole effect. Exactly one of both is
 * there.
 */
export interface ResolvedRelay extends RelayChoices {
  readonly id: string
  /** Unsigned 32 bits. */
  readonly salt: number
  readonly numbers: NumbersOf<'relay'>
  readonly emitter: string | null
  readonly effect: ResolvedEffect | null
}

/** An effect inside another; of several, one is drawn by weight when the whole starts. */
export interface ResolvedPart {
  readonly id: string
  readonly salt: number
  readonly mirror: boolean
  /** From its end to its beginning. */
  readonly reversed: boolean
  readonly numbers: NumbersOf<'part'>
  readonly choices: readonly { readonly weight: number; readonly effect: ResolvedEffect }[]
}

export interface ResolvedEmitter extends EmitterChoices {
  readonly id: string
  readonly name: string
  /** Unsigned 32 bits; kept on rename, move and copy of the effect. */
  readonly salt: number
  readonly numbers: NumbersOf<'emitter'>
  readonly bursts: readonly ResolvedBurst[]
  readonly relays: readonly ResolvedRelay[]
  readonly mask: MaskPlaces | null
  readonly type: ResolvedType
  /** What knobs do to its numbers; left out while they do nothing. */
  readonly drives?: Drives
  /** Name of the knob that tints its particles; left out when there is none. */
  readonly colourKnob?: string
}

/** What a strength may change beside counts and flow. */
export const STRENGTH_TARGETS = ['scale', 'speed', 'opacity'] as const
export type StrengthTarget = (typeof STRENGTH_TARGETS)[number]
/** Factors at strengths, ascending; in between they are linear, and 1 is always as designed. */
export type StrengthRamps = Readonly<
  Partial<Record<StrengthTarget, readonly (readonly [strength: number, factor: number])[]>>
>

export interface ResolvedEffect extends EffectExtras {
  readonly id: string
  readonly name: string
  /** The name of the effect that this one is with changes. */
  readonly variantOf?: string
  /** Unsigned 32 bits. */
  readonly seed: number
  /** Ticks per second of the kit. */
  readonly rate: number
  readonly play: Play
  /** Its ticks are played from the last to the first. */
  readonly backwards: boolean
  /** Sprites lie on whole pixels. */
  readonly wholePixels: boolean
  /** Size of the game's view in px that it is made for; 640 × 360 when it is left out. */
  readonly view?: { readonly w: number; readonly h: number }
  /** The sprite that a game hides while the effect runs: number of its sheet, and its frame. */
  readonly source: { readonly sheet: number; readonly frame: FrameRect } | null
  /** What a strength does beside births; left out while it does nothing. */
  readonly strengthRamps?: StrengthRamps
  /** What a game turns while it plays; left out while there are none. */
  readonly knobs?: readonly ResolvedKnob[]
  readonly numbers: NumbersOf<'effect'>
  /** In real time; only `timeScale` has one. */
  readonly lanes: Lanes
  readonly emitters: readonly ResolvedEmitter[]
  readonly parts: readonly ResolvedPart[]
}
