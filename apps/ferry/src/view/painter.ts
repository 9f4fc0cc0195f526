/** What the game's own pictures are drawn with, in the same canvas as the effects. */
import type { Camera } from '@gliv/player'
import type { Picture } from '../art/frames.ts'

/** `#rrggbb` */
export type Colour = string

export interface Stamp {
  /** Left and right change sides. */
  readonly flip?: boolean
  readonly opacity?: number
  readonly scale?: number
  /** Degrees, clockwise, around the middle of its foot. */
  readonly turn?: number
}

export interface Painter {
  /** Begins a picture. */
  begin(camera: Camera, width: number, height: number): void
  /** A picture, the middle of its foot at a place. */
  stamp(picture: Picture, x: number, y: number, stamp?: Stamp): void
  /** A picture beside itself, from one place to another, its upper edge at y. */
  tile(picture: Picture, from: number, to: number, y: number): void
  /** A rectangle from one colour at its upper edge to another at its lower one. */
  rect(x: number, y: number, w: number, h: number, upper: Colour, lower?: Colour, opacity?: number): void
  /** Multiplies all that is there by a colour. */
  shade(colour: Colour): void
  /** Draws what was asked for until now: effects come over it. */
  flush(): void
}

export const channelsOf = (colour: Colour): readonly [number, number, number] => {
  const n = Number.parseInt(colour.slice(1), 16)
  return [n >> 16, (n >> 8) & 255, n & 255]
}

/** Between two colours. */
export const mixed = (a: Colour, b: Colour, t: number): Colour => {
  const [from, to] = [channelsOf(a), channelsOf(b)]
  const hex = from.map((value, k) =>
    Math.round(value + (to[k]! - value) * t)
      .toString(16)
      .padStart(2, '0'),
  )
  return `#${hex.join('')}`
}
