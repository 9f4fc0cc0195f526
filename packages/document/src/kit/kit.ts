/** What a kit is in memory. Plain JSON data: id-keyed maps plus an order list; every number present. */
import type { DriveChoices, Knob } from './knob.ts'
import type {
  Actor,
  Cue,
  EffectExtras,
  EmitterChoices,
  KitShipping,
  Lanes,
  MaskPart,
  NumbersOf,
  Owner,
  Play,
  Ramp,
  Reference,
  RelayChoices,
  Sampling,
  StageCamera,
  StageEvent,
  StageLayer,
  StageRecording,
  StrengthRamps,
  Surface,
  TextTemplate,
  TypeChoices,
  TypeRamps,
} from '@gliv/model'

type Writable<T> = { -readonly [K in keyof T]: T[K] }
/** The numbers of one owner, open to edits. */
export type Numbers<O extends Owner> = Writable<NumbersOf<O>>

/** A named rectangle of a sheet in texels, with the pivot in texels from its left top corner. */
export interface SheetFrame {
  name: string
  /** Texels. */
  x: number
  y: number
  w: number
  h: number
  /** Texels from the frame's left top corner. */
  pivotX: number
  pivotY: number
}

/** Frames in an order of time; a type whose picture names a clip follows it. */
export interface Clip {
  id: string
  name: string
  steps: ClipStep[]
  /** Frames per second. */
  fps: number
  play: ClipPlay
}

/** One step of a clip: a frame's number in its sheet, and how long it stays. */
export interface ClipStep {
  frame: number
  /** How many frame times it stays, from 1. */
  hold: number
}

/** How a clip goes on after its last step. */
export const CLIP_PLAYS = ['once', 'loop', 'backAndForth'] as const
/** One way of `CLIP_PLAYS`. */
export type ClipPlay = (typeof CLIP_PLAYS)[number]

interface GridChoice {
  marginX: number
  marginY: number
  spacingX: number
  spacingY: number
  keepEmpty: boolean
}

/** How the frames were cut, kept so that the cut can be changed; all in texels. */
export type SlicingChoice =
  | { by: 'whole' }
  | ({ by: 'count'; columns: number; rows: number } & GridChoice)
  | ({ by: 'size'; width: number; height: number } & GridChoice)
  | { by: 'gaps'; gap: number }

/**
 * How loose pictures were laid on the sheet; it is laid out anew with this when one of them changes its size.
 */
export interface PackingChoice {
  padding: number
  extrude: number
  powerOfTwo: boolean
}

/** A picture cut into frames, with clips of them and how it was sliced or packed. */
export interface Sheet {
  id: string
  name: string
  /** Content hash of the PNG; the bytes travel beside the kit. */
  picture: string
  width: number
  height: number
  sampling: Sampling
  frames: SheetFrame[]
  clips: Clip[]
  /** Null for a sheet that was packed from loose pictures, drawn or made. */
  slicing: SlicingChoice | null
  /** Null for a sheet that came as one picture. */
  packing: PackingChoice | null
}

/** One of the pictures that a particle type may carry. */
export interface TypePicture {
  sheet: string
  /** Frames in the order of time; a single picture has one. Not read while it follows a clip. */
  frames: number[]
  /** Id of the sheet's clip that it follows. */
  clip: string | null
  /** Its share among the pictures is weight ÷ sum of weights. */
  weight: number
}

/** What particles look like and how they move; emitters share types. */
export interface ParticleType extends Writable<TypeChoices> {
  id: string
  name: string
  pictures: TypePicture[]
  /** What a contact leaves behind. */
  mark: { sheet: string; frames: number[] } | null
  /** Id of the palette that the tint is locked to. */
  palette: string | null
  /** Its life is the length of its first picture's clip, and follows it. */
  lifeIs?: 'clip' | undefined
  /** Its sizes stay the same in px when its first picture changes. */
  sizesIn?: 'px' | undefined
  /** Its marks' sizes stay the same in px when the mark's picture changes. */
  markSizesIn?: 'px' | undefined
  numbers: Numbers<'type'>
  ramps: Writable<TypeRamps>
}

/** Particles that are sent out together at a moment of the effect, once or again and again. */
export interface Burst {
  id: string
  /** One particle for each place of the shape instead of a count. */
  eachPlace: boolean
  numbers: Numbers<'burst'>
}

/**
 * A particle of the emitter hands over to a dormant emitter of the effect, or to another effect of the kit:
 * exactly one of both.
 */
export interface Relay extends Writable<RelayChoices> {
  id: string
  salt: number
  emitter: string | null
  effect: string | null
  numbers: Numbers<'relay'>
}

/** Another effect, placed on this one's timeline; of several, one is drawn by weight. */
export interface Part {
  id: string
  salt: number
  muted: boolean
  mirror: boolean
  /** It runs from its end to its beginning. */
  reversed: boolean
  effects: { effect: string; weight: number }[]
  numbers: Numbers<'part'>
}

/** The picture whose cells send particles out, for the shape `picture`. */
export interface MaskChoice {
  sheet: string
  frame: number
  part: MaskPart
  /** Particles take the colours of their cells. */
  keepColours: boolean
}

/** Where, when and how particles of a type are sent out. */
export interface Emitter extends Writable<EmitterChoices> {
  id: string
  name: string
  /** Id of the particle type that it sends out. */
  type: string
  /** Unsigned 32 bits: its own chance; kept on rename, move and copy of the effect. */
  salt: number
  muted: boolean
  /** Not moved by hand and not deleted while it is set. */
  locked?: boolean | undefined
  /** What somebody wrote about it. */
  note?: string | undefined
  /** Colour by which its track is found again. */
  mark?: string | undefined
  /** Id of the emitter whose births it follows with looks of its own. */
  companionOf: string | null
  mask: MaskChoice | null
  /** What knobs do to its numbers and to those of its type. */
  drives?: DriveChoices
  /** Id of the knob that tints its particles. */
  colourKnob?: string | undefined
  /** Flow and bursts are for each 100 px of the shape's length, or each 100 × 100 px of its area. */
  countsPer?: 'size' | undefined
  numbers: Numbers<'emitter'>
  bursts: Burst[]
  relays: Relay[]
}

/** A named list of colours that tints, sprites and bakes can be locked to. */
export interface Palette {
  id: string
  name: string
  /** `#rrggbb` each. */
  colours: string[]
}

/** A ramp on the kit's shelf; its values are shares, so that it fits any number. */
export interface KeptRamp {
  id: string
  name: string
  ramp: Ramp
}

/** A test scene: what effects meet while they are judged. */
export interface Stage {
  id: string
  name: string
  surfaces: readonly Surface[]
  /** Screen px a world px, when it is judged. */
  zoom?: number
  layers?: readonly StageLayer[]
  actors?: readonly Actor[]
  /** Sentences: what happens, and which cue it raises. */
  events?: readonly StageEvent[]
  recordings?: readonly StageRecording[]
  camera?: StageCamera
}

/** A sound of the kit: its bytes are a blob, WAV, OGG or MP3. */
export interface Sound {
  readonly id: string
  readonly name: string
  /** Content hash of its bytes. */
  readonly blob: string
  readonly mediaType: 'audio/wav' | 'audio/ogg' | 'audio/mpeg'
  /** How long it is. */
  readonly seconds: number
}

/** Emitters that play together, and effects that it plays as parts. */
export interface Effect extends Writable<EffectExtras> {
  id: string
  name: string
  /** Words by which it is found again. */
  tags?: string[] | undefined
  /** Unsigned 32 bits. */
  seed: number
  play: Play
  backwards: boolean
  /** The sprite that it breaks up or puts together: hidden while the effect runs. */
  source: { sheet: string; frame: number } | null
  /** Factors at strengths beside those of births: docs/format.md. */
  strengthRamps?: StrengthRamps
  /** What it is held against while it is made. */
  reference?: Reference
  /** What somebody wrote about it. */
  note?: string | undefined
  /** The effect that it is a variant of, and the places that are its own: see `vary/variants.ts`. */
  variant?: { of: string; own: string[] } | undefined
  numbers: Numbers<'effect'>
  lanes: Lanes
  /** What a game turns while it plays. */
  knobs?: readonly Knob[]
  emitters: Record<string, Emitter>
  emitterOrder: string[]
  parts: Part[]
}

/** A size of the game's view, in px. */
export interface ViewSize {
  readonly id: string
  readonly name: string
  readonly w: number
  readonly h: number
}

/** Everything that a file holds, pictures apart. Maps by id, each with its order. */
export interface Kit {
  format: 'gliv-kit'
  version: number
  rules: 1
  id: string
  name: string
  /** Ticks per second. */
  rate: number
  /** A game of whole pixels: sprites lie on whole pixels, and the stage zooms by whole numbers. */
  wholePixels: boolean
  sheets: Record<string, Sheet>
  sheetOrder: string[]
  palettes: Record<string, Palette>
  paletteOrder: string[]
  stages: Record<string, Stage>
  stageOrder: string[]
  /** What can happen in the game by name, and which effects play then. */
  cues?: Cue[]
  /** What effects can be heard with. */
  sounds?: Sound[]
  /** What the game's camera shows, in px, the usual one first; 640 × 360 when nobody said. */
  views?: ViewSize[]
  /** How effects leave as pictures. */
  ship?: KitShipping
  /** How their numbers leave as text. */
  templates?: readonly TextTemplate[]
  /** Ramps that are kept for use anywhere in the kit. */
  rampShelf: KeptRamp[]
  types: Record<string, ParticleType>
  typeOrder: string[]
  effects: Record<string, Effect>
  effectOrder: string[]
}

/** Version of the kit format that is written; older ones are migrated, newer ones refused. */
export const KIT_VERSION = 3

/** Bytes by content hash: PNG pictures, sounds, clips. */
export type Pictures = ReadonlyMap<string, Uint8Array>

/** A kit together with its pictures: what a file holds. */
export interface KitFile {
  kit: Kit
  pictures: Pictures
}
