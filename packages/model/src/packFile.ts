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
}

export const PACK_VERSION = 4
export const RULES = 1
