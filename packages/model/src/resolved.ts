/**
 * A resolved effect: what the engine compiles and a pack carries. Defaults are filled in, references are followed,
 * muted emitters are gone. Made by the document package; nothing here is optional.
 */
import type { Blend, Fill, ForceKind, Play, Sampling, ShapeKind } from './kinds.ts'
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
  /** 0-based number of the frame in its sheet. */
  readonly frameIndex: number
  readonly frame: FrameRect
}

export interface ResolvedType {
  readonly id: string
  readonly name: string
  readonly numbers: NumbersOf<'type'>
  readonly ramps: TypeRamps
  readonly blend: Blend
  readonly forces: readonly ForceKind[]
  readonly picture: Picture
}

export interface ResolvedBurst {
  readonly id: string
  readonly numbers: NumbersOf<'burst'>
}

export interface ResolvedEmitter {
  readonly id: string
  readonly name: string
  /** Unsigned 32 bits; kept on rename, move and copy of the effect. */
  readonly salt: number
  readonly numbers: NumbersOf<'emitter'>
  readonly shape: ShapeKind
  readonly fill: Fill
  readonly bursts: readonly ResolvedBurst[]
  readonly type: ResolvedType
}

export interface ResolvedEffect {
  readonly id: string
  readonly name: string
  /** Unsigned 32 bits. */
  readonly seed: number
  /** Ticks per second of the kit. */
  readonly rate: number
  readonly play: Play
  readonly numbers: NumbersOf<'effect'>
  readonly emitters: readonly ResolvedEmitter[]
}

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
  readonly version: 1
  readonly rules: 1
  readonly name: string
  readonly axes: string
  readonly units: string
  readonly sheets: readonly PackSheet[]
  readonly effects: readonly ResolvedEffect[]
}

export const PACK_VERSION = 1
export const RULES = 1
