/** The file a game loads. */
import type { Sampling } from './kinds.ts'
import type { ResolvedEffect } from './resolved.ts'
import type { Cue } from './scene.ts'

export interface PackSheet {
  readonly id: string
  readonly name: string
  /** Data URL of the PNG. */
  readonly image: string
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
}

/** A sound of a pack. */
export interface PackSound {
  readonly id: string
  readonly name: string
  /** Data URL of WAV, OGG or MP3. */
  readonly data: string
}

/** What a pack may need of a player beside plain effects; a player refuses what it does not know. */
export const PACK_FEATURES = [
  'cues',
  'sounds',
  'events',
  'screen',
  'contact',
  'marks',
  'relays',
  'parts',
  'recolour',
] as const
export type PackFeature = (typeof PACK_FEATURES)[number]

/** The file a game loads. */
export interface Pack {
  readonly format: 'gliv-pack'
  readonly version: 4
  readonly rules: 1
  readonly name: string
  readonly axes: string
  readonly units: string
  readonly sheets: readonly PackSheet[]
  readonly effects: readonly ResolvedEffect[]
  /** Names by which a game plays effects; left out while there are none. */
  readonly cues?: readonly Cue[]
  /** What its effects are heard with; left out while there are none. */
  readonly sounds?: readonly PackSound[]
  /** Features without which it would not play right; left out while there are none. */
  readonly needs?: readonly string[]
}

export const PACK_VERSION = 4
export const RULES = 1
