/**
 * What a game loads: as it is in memory, and as it lies in a file. In the file whatever many entries share stands once:
 * docs/format.md, *A pack*.
 */
import type { Sampling } from './kinds.ts'
import type { ResolvedEffect } from './resolved.ts'
import type { Cue } from './scene.ts'

/** Bytes in a file: a data URL, or where they lie behind the JSON of a binary pack. */
export type PackBytes = string | { readonly at: number; readonly length: number }

/** A picture with the frames of several sheets. */
export interface PackPage<B = Uint8Array> {
  /** PNG. */
  readonly image: B
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
}

/** A frame of a sheet that is in the pack: its number, where it lies on the page, its pivot, where it was. */
export type PackFrame = readonly [
  number: number,
  x: number,
  y: number,
  w: number,
  h: number,
  pivotX: number,
  pivotY: number,
  fromX: number,
  fromY: number,
]

/** A sheet of the kit, as far as the pack's effects show it. */
export interface PackSheet {
  readonly id: string
  readonly name: string
  /** px of the sheet in the kit, which a picture that takes its place must have. */
  readonly width: number
  readonly height: number
  readonly page: number
  readonly frames: readonly PackFrame[]
}

/** A sound of a pack. */
export interface PackSound<B = Uint8Array> {
  readonly id: string
  readonly name: string
  /** WAV, OGG or MP3. */
  readonly data: B
}

/**
 * What a pack may need of a player beside plain effects; a player refuses what it does not know. Some are modules that
 * it loads.
 */
export const PACK_FEATURES = [
  'kernels',
  'forces',
  'churn',
  'backwards',
  'cues',
  'sounds',
  'events',
  'screen',
  'contact',
  'marks',
  'relays',
  'parts',
  'recolour',
  'knobs',
] as const
export type PackFeature = (typeof PACK_FEATURES)[number]

interface PackHead {
  readonly format: 'gliv-pack'
  readonly version: 5
  readonly rules: 1
  readonly name: string
  readonly axes: string
  readonly units: string
  readonly sheets: readonly PackSheet[]
  /** Names by which a game plays effects; left out while there are none. */
  readonly cues?: readonly Cue[]
  /** Features without which it would not play right; left out while there are none. */
  readonly needs?: readonly string[]
}

/** A pack in memory. */
export interface Pack extends PackHead {
  readonly pages: readonly PackPage[]
  readonly effects: readonly ResolvedEffect[]
  /** What its effects are heard with; left out while there are none. */
  readonly sounds?: readonly PackSound[]
}

/** Data of an entry as far as it is not that of `base`. */
export type PackEntry = Readonly<Record<string, unknown>>

/** Kinds of entries whose common values stand once. */
export const PACK_KINDS = ['effect', 'emitter', 'type', 'burst', 'relay', 'part'] as const
export type PackKind = (typeof PACK_KINDS)[number]

/** Parts of an entry that are compared value by value, too. */
export const PACK_GROUPS = ['numbers', 'ramps', 'along', 'styles', 'axes', 'wavers'] as const

/** A pack as it lies in a file. */
export interface PackFile extends PackHead {
  readonly pages: readonly PackPage<PackBytes>[]
  /** What most entries of a kind say. */
  readonly base: Readonly<Record<PackKind, PackEntry>>
  /** Particle types, by number from emitters. */
  readonly types: readonly PackEntry[]
  /** Effects; those that only play inside others come last. */
  readonly effects: readonly PackEntry[]
  /** How many of them the game plays by name. */
  readonly open: number
  readonly sounds?: readonly PackSound<PackBytes>[]
  /** The kit that it was made from, as a kit file; only with it a pack opens in the studio. */
  readonly source?: PackBytes
}

export const PACK_VERSION = 5
export const RULES = 1
/** First bytes of a binary pack; then the length of the JSON as uint32, little-endian, the JSON, and the bytes. */
export const PACK_MAGIC = 'GLIVPACK'
