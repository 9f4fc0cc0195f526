/** What a kit is in memory. Plain JSON data: id-keyed maps plus an order list; every number present. */
import type { Blend, Fill, ForceKind, NumbersOf, Owner, Play, Sampling, ShapeKind, TypeRamps } from '@gliv/model'

type Writable<T> = { -readonly [K in keyof T]: T[K] }
/** The numbers of one owner, open to edits. */
export type Numbers<O extends Owner> = Writable<NumbersOf<O>>

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

export interface Sheet {
  id: string
  name: string
  /** Content hash of the PNG; the bytes travel beside the kit. */
  picture: string
  width: number
  height: number
  sampling: Sampling
  frames: SheetFrame[]
}

export interface ParticleType {
  id: string
  name: string
  sheet: string
  frame: number
  blend: Blend
  forces: ForceKind[]
  numbers: Numbers<'type'>
  ramps: Writable<TypeRamps>
}

export interface Burst {
  id: string
  numbers: Numbers<'burst'>
}

export interface Emitter {
  id: string
  name: string
  /** Id of the particle type that it sends out. */
  type: string
  /** Unsigned 32 bits: its own chance; kept on rename, move and copy of the effect. */
  salt: number
  muted: boolean
  shape: ShapeKind
  fill: Fill
  numbers: Numbers<'emitter'>
  bursts: Burst[]
}

export interface Effect {
  id: string
  name: string
  /** Unsigned 32 bits. */
  seed: number
  play: Play
  numbers: Numbers<'effect'>
  emitters: Record<string, Emitter>
  emitterOrder: string[]
}

export interface Kit {
  format: 'gliv-kit'
  version: number
  rules: 1
  id: string
  name: string
  /** Ticks per second. */
  rate: number
  sheets: Record<string, Sheet>
  sheetOrder: string[]
  types: Record<string, ParticleType>
  typeOrder: string[]
  effects: Record<string, Effect>
  effectOrder: string[]
}

export const KIT_VERSION = 2

/** Bytes of PNG files by content hash. */
export type Pictures = ReadonlyMap<string, Uint8Array>

/** A kit together with its pictures: what a file holds. */
export interface KitFile {
  kit: Kit
  pictures: Pictures
}
