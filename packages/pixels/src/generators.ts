/** Sprites by formula. All are white with the shape in alpha, so that tint decides their colour. */
import { createImage, type Image } from './image.ts'

/** Alpha 0 to 1 of a sprite at (x, y), both −1 to 1 across the picture. */
export type Field = (x: number, y: number) => number

/** Samples a field on 4 × 4 places a pixel, so that hard edges come out smooth. */
export const paintField = (width: number, height: number, field: Field): Image => {
  const image = createImage(width, height)
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      let sum = 0
      for (let k = 0; k < 16; k++) {
        const x = ((px + ((k & 3) + 0.5) / 4) / width) * 2 - 1
        const y = ((py + ((k >> 2) + 0.5) / 4) / height) * 2 - 1
        sum += Math.min(1, Math.max(0, field(x, y)))
      }
      image.data.set([255, 255, 255, Math.round((sum / 16) * 255)], (py * width + px) * 4)
    }
  return image
}

/** 0 to 1 with flat ends. */
export const smooth = (t: number): number => {
  const u = Math.min(1, Math.max(0, t))
  return u * u * (3 - 2 * u)
}

/** Round and soft; `hardness` 0 fades from the centre, 1 has a sharp edge. */
export const dot =
  (hardness: number): Field =>
  (x, y) =>
    1 - smooth((Math.sqrt(x * x + y * y) - hardness) / (1 - hardness + 1e-6))

/** A glow that falls off with the square: bright core, wide faint skirt. */
export const glow: Field = (x, y) => {
  const r = Math.sqrt(x * x + y * y)
  return r >= 1 ? 0 : (1 - r) * (1 - r) * (0.6 + 0.4 * (1 - r) * (1 - r))
}

/** A long drop, thick at the right end. */
export const streak: Field = (x, y) => {
  const along = (x + 1) / 2
  const thickness = 0.15 + 0.85 * along
  return smooth(along * 1.4) * (1 - smooth(Math.abs(y) / thickness)) * (1 - smooth((along - 0.86) / 0.14))
}

/** A four-pointed spark with a round core. */
export const spark: Field = (x, y) => {
  const ax = Math.abs(x)
  const ay = Math.abs(y)
  const rays =
    Math.max(0, 1 - ax) * Math.max(0, 1 - ay * 9 - ax * 0.3) +
    Math.max(0, 1 - ay) * Math.max(0, 1 - ax * 9 - ay * 0.3)
  return Math.min(1, rays + dot(0.1)(x * 2.6, y * 2.6))
}

/** A ring of radius 1 about the centre, soft on both sides; `thickness` is a share of the radius. */
export const ring =
  (thickness: number): Field =>
  (x, y) => {
    const r = Math.sqrt(x * x + y * y)
    const middle = 1 - thickness
    return 1 - smooth(Math.abs(r - middle) / thickness)
  }

/** Chance from 0 to 1 of a whole place and a seed. */
export const lattice = (ix: number, iy: number, seed: number): number => {
  let h = Math.imul(ix, 0x27d4eb2f) ^ Math.imul(iy, 0x165667b1) ^ Math.imul(seed, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Value noise, 0 to 1. */
export const noise = (x: number, y: number, seed: number): number => {
  const ix = Math.floor(x)
  const iy = Math.floor(y)
  const fx = smooth(x - ix)
  const fy = smooth(y - iy)
  const top = lattice(ix, iy, seed) * (1 - fx) + lattice(ix + 1, iy, seed) * fx
  const low = lattice(ix, iy + 1, seed) * (1 - fx) + lattice(ix + 1, iy + 1, seed) * fx
  return top * (1 - fy) + low * fy
}

/** A puff of smoke: a soft disc broken up by three octaves of noise. */
export const puff =
  (seed: number): Field =>
  (x, y) => {
    const n =
      noise(x * 2 + 9, y * 2 + 9, seed) * 0.5 +
      noise(x * 4 + 9, y * 4 + 9, seed + 1) * 0.3 +
      noise(x * 8 + 9, y * 8 + 9, seed + 2) * 0.2
    const r = Math.sqrt(x * x + y * y)
    return (1 - smooth((r - 0.25 - n * 0.35) / 0.42)) * (0.55 + 0.45 * n)
  }

/** An uneven stone chip with `corners` corners. */
export const chip =
  (seed: number, corners = 6): Field =>
  (x, y) => {
    // The place around a diamond, 0 to 4, stands for the angle: the same bits in every JavaScript engine.
    const across = x / (Math.abs(x) + Math.abs(y) || 1)
    const angle = ((y >= 0 ? 1 - across : 3 + across) / 4) * corners
    const i = Math.floor(angle) % corners
    const t = angle - Math.floor(angle)
    const edge = lattice(i, 0, seed) * (1 - t) + lattice((i + 1) % corners, 0, seed) * t
    return Math.sqrt(x * x + y * y) < 0.5 + 0.45 * edge ? 1 : 0
  }

/** A tongue of flame, thin at the top. */
export const flame: Field = (x, y) => {
  const up = (1 - y) / 2
  const width = 0.72 * Math.sqrt(Math.max(0, 1 - up)) * smooth((1.02 - Math.abs(y)) * 3)
  return width <= 0 ? 0 : (1 - smooth(Math.abs(x) / width)) * (0.35 + 0.65 * smooth((1 - up) * 1.6))
}

/** A crescent that opens to the left. */
export const crescent: Field = (x, y) => {
  const outer = Math.sqrt(x * x + y * y)
  const inner = Math.sqrt((x + 0.42) * (x + 0.42) + y * y * 0.92)
  return (1 - smooth((outer - 0.86) / 0.12)) * smooth((inner - 0.86) / 0.2)
}

/** A seed under a tuft of hairs. */
export const fluff: Field = (x, y) => {
  const seed = 1 - smooth((Math.sqrt(x * x * 16 + (y - 0.72) * (y - 0.72) * 5) - 0.35) / 0.25)
  const r = Math.sqrt(x * x + (y - 0.25) * (y - 0.25))
  const spoke = Math.abs(x / (Math.abs(y - 0.25) + 0.04))
  const hair = Math.abs(spoke * 2.4 - Math.floor(spoke * 2.4 + 0.5))
  const tuft = y < 0.3 && r < 1.15 ? (1 - smooth(hair / 0.42)) * (1 - smooth((r - 0.5) / 0.6)) * 0.85 : 0
  const stem = y > 0.2 && y < 0.75 ? 1 - smooth(Math.abs(x) / 0.09) : 0
  return Math.max(seed, tuft, stem * 0.7)
}

/** A bar that is bright in the middle, round at the ends. */
export const bolt: Field = (x, y) =>
  (1 - smooth(Math.abs(y) / 0.9)) * (1 - smooth((Math.abs(x) - 0.78) / 0.22))

/** Foam: an uneven disc with holes. */
export const foam =
  (seed: number): Field =>
  (x, y) => {
    const n = noise(x * 3 + 9, y * 3 + 9, seed) * 0.6 + noise(x * 7 + 9, y * 7 + 9, seed + 1) * 0.4
    const r = Math.sqrt(x * x + y * y)
    return (1 - smooth((r - 0.45 - n * 0.3) / 0.22)) * smooth((n - 0.28) / 0.3)
  }

/** A moth from above, its wings spread; the head is up. */
export const moth: Field = (x, y) => {
  const ax = Math.abs(x)
  const upper = Math.sqrt(
    ((ax - 0.46) * (ax - 0.46)) / 0.2 + ((y + 0.2 + ax * 0.35) * (y + 0.2 + ax * 0.35)) / 0.1,
  )
  const lower = Math.sqrt(((ax - 0.3) * (ax - 0.3)) / 0.07 + ((y - 0.38) * (y - 0.38)) / 0.09)
  const body = Math.sqrt((x * x) / 0.008 + (y * y) / 0.3)
  const wings = Math.max(1 - smooth((upper - 0.8) / 0.25), 0.75 * (1 - smooth((lower - 0.8) / 0.25)))
  return Math.max(wings * 0.85, 1 - smooth((body - 0.8) / 0.3))
}

/** A coin: a hard disc with a rim and a mark in its middle. */
export const coin: Field = (x, y) => {
  const r = Math.sqrt(x * x + y * y)
  const disc = 1 - smooth((r - 0.86) / 0.06)
  const groove = smooth(Math.abs(r - 0.68) / 0.07)
  const mark = Math.abs(x) < 0.14 && Math.abs(y) < 0.36 ? 0.55 : 1
  return disc * (0.45 + 0.55 * groove) * mark
}
