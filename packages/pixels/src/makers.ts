/** Sprites made to measure: a table of generators with size, hardness and seed. White, the shape in alpha. */
import { dot, type Field, lattice, noise, paintField, puff, smooth, streak } from './generators.ts'
import type { Image } from './image.ts'

/** What a made sprite can be told. */
export interface MakerSettings {
  /** Width in px, 1 to 128; the height follows from the kind. */
  readonly size: number
  /** 0 soft to 1 hard. */
  readonly hardness: number
  /** Whole number from 0. */
  readonly seed: number
}

/** A kind of sprite that is made by numbers: its proportions, its defaults, and how it is painted. */
export interface Maker {
  /** Height as a share of the width. */
  readonly aspect: number
  readonly size: number
  readonly hardness: number
  /** Whether another seed gives another picture. */
  readonly varies: boolean
  /** It fills its picture to the corners, and has no edge to be soft. */
  readonly solid?: true
  field(settings: MakerSettings): Field
}

/**
 * Part of a turn, 0 to 1, clockwise from the right; by a polynomial, so that it is the same bits everywhere
 * (error below 1e-4).
 */
const turn = (x: number, y: number): number => {
  const [ax, ay] = [Math.abs(x), Math.abs(y)]
  if (ax + ay === 0) return 0
  const t = Math.min(ax, ay) / Math.max(ax, ay)
  const s = t * t
  const eighth = t * (0.15915 + s * (-0.0527 + s * (0.0307 - s * 0.01215)))
  const quarter = ay > ax ? 0.25 - eighth : eighth
  const half = x < 0 ? 0.5 - quarter : quarter
  return y < 0 ? 1 - half : half
}

/** 0 to 1 to 0 over each of `count` parts of a turn. */
const zigzag = (share: number, count: number): number =>
  Math.abs(2 * (share * count - Math.floor(share * count)) - 1)

/** From a distance inside the edge (in half widths) to alpha; hardness 1 is an edge of one step. */
const edge = (inner: number, hardness: number): number => smooth(inner / (0.02 + 0.6 * (1 - hardness)))

const radius = (x: number, y: number): number => Math.sqrt(x * x + y * y)

/** A band of an eighth of the width, its outer border just inside of the picture. */
const ring =
  (hardness: number): Field =>
  (x, y) =>
    smooth((0.13 - Math.abs(radius(x, y) - 0.86)) / (0.015 + 0.115 * (1 - hardness)))

const spark =
  (hardness: number): Field =>
  (x, y) => {
    const [ax, ay] = [Math.abs(x), Math.abs(y)]
    const thin = 5 + 14 * hardness
    const ray = (along: number, across: number): number =>
      Math.max(0, 1 - along) * Math.max(0, 1 - across * thin)
    return Math.min(1, 1.2 * (ray(ax, ay) + ray(ay, ax)) + dot(0.7 * hardness)(x * 3.2, y * 3.2))
  }

/** Six arms with side twigs, drawn once in one sixth and folded around. */
const flake =
  (hardness: number, seed: number): Field =>
  (x, y) => {
    let [px, py] = [Math.abs(x), Math.abs(y)]
    // Reflections in lines at 60° and 30° bring every place into the first twelfth.
    const across = px * 0.8660254 - py * 0.5
    if (across < 0) {
      px -= 2 * across * 0.8660254
      py += 2 * across * 0.5
    }
    py = Math.abs(py)
    const fold = px * 0.5 - py * 0.8660254
    if (fold < 0) {
      px -= 2 * fold * 0.5
      py += 2 * fold * 0.8660254
    }
    py = Math.abs(py)
    const width = 0.07 + 0.05 * lattice(1, 0, seed)
    let inner = px < 0.94 ? width - py : -1
    for (let k = 0; k < 3; k++) {
      const at = 0.25 + 0.22 * k + 0.1 * lattice(k, 2, seed)
      const length = 0.12 + 0.25 * lattice(k, 3, seed) * (1 - at)
      // A twig leaves its arm at 60°.
      const [qx, qy] = [(px - at) * 0.5 + py * 0.8660254, -(px - at) * 0.8660254 + py * 0.5]
      if (qx > 0 && qx < length) inner = Math.max(inner, width * 0.7 - Math.abs(qy))
    }
    return smooth(inner / (0.02 + 0.12 * (1 - hardness)))
  }

/** Five to eight points by the seed. */
const star = (hardness: number, seed: number): Field => {
  const points = 5 + Math.floor(lattice(5, 5, seed) * 4)
  const waist = 0.32 + 0.25 * lattice(6, 5, seed)
  return (x, y) => {
    const share = zigzag(turn(x, y) + 0.25, points)
    const far = radius(x, y)
    return edge(0.96 * (waist + (1 - waist) * share * share) - far, hardness)
  }
}

/** A splinter between four to seven straight edges; each edge's direction and distance are chance. */
const shard = (hardness: number, seed: number): Field => {
  const edges = Array.from({ length: 4 + Math.floor(lattice(7, 1, seed) * 4) }, (_, k) => {
    // Four edges around hold it together, the others cut corners off.
    const [bx, by] = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ][k % 4]!
    const [nx, ny] = [bx! + 1.2 * (lattice(k, 3, seed) - 0.5), by! + 1.2 * (lattice(k, 4, seed) - 0.5)]
    const length = radius(nx, ny)
    return { x: nx / length, y: ny / length, far: (k % 2 === 0 ? 0.5 : 0.25) + 0.4 * lattice(k, 5, seed) }
  })
  return (x, y) =>
    edge(Math.min(...edges.map((e) => e.far - e.x * x - e.y * y), 0.98 - radius(x, y)), hardness)
}

/** A loose cloud: four octaves of noise under a soft round border. */
const smoke =
  (hardness: number, seed: number): Field =>
  (x, y) => {
    let [sum, weight, scale] = [0, 0.5, 1.7]
    for (let octave = 0; octave < 4; octave++) {
      sum += weight * noise(x * scale + 19, y * scale + 19, seed + octave)
      weight /= 2
      scale *= 2
    }
    const body = smooth((sum - 0.12 - 0.25 * hardness) / (0.6 - 0.45 * hardness))
    return body * smooth((1 - radius(x, y) * (0.9 + 0.5 * (1 - sum))) * 2)
  }

/** A square with clear corners of the picture around it. */
const square =
  (hardness: number): Field =>
  (x, y) =>
    edge(0.86 - Math.max(Math.abs(x), Math.abs(y)), hardness)

/** A bar with round ends, as long as the picture. */
const bar =
  (hardness: number): Field =>
  (x, y) => {
    // The picture is eight times as wide as high: ends are round in its own heights.
    const beyond = Math.max(0, Math.abs(x) * 8 - 7.05)
    return edge(0.9 - radius(beyond, y), hardness)
  }

/** The square of what is over 0. */
const square0 = (value: number): number => (value > 0 ? value * value : 0)

/** A bright core with a long ray across, a short one down, and a faint halo. */
const flare =
  (hardness: number): Field =>
  (x, y) => {
    const [ax, ay] = [Math.abs(x), Math.abs(y)]
    const thin = 8 + 30 * hardness
    const across = square0(1 - ax) * Math.max(0, 1 - ay * thin)
    const down = square0(1 - ay * 2.2) * Math.max(0, 1 - ax * thin)
    const halo = (1 - hardness) * 0.35 * smooth(1 - radius(x, y) * 1.1)
    return Math.min(1, across + 0.8 * down + halo + dot(0.6 * hardness)(x * 4.5, y * 4.5))
  }

/** Lobes in a heap with a flat foot; how many there are and where is chance. */
const cloud = (hardness: number, seed: number): Field => {
  const count = 5 + Math.floor(lattice(1, 9, seed) * 4)
  const lobes = Array.from({ length: count }, (_, k) => {
    // From −1 at the left end to 1 at the right one.
    const place = (2 * k) / (count - 1) - 1
    return {
      x: 0.62 * place + 0.16 * (lattice(k, 7, seed) - 0.5),
      y: 0.25 - 0.35 * lattice(k, 8, seed) * (1 - Math.abs(place)),
      r: 0.2 + 0.2 * lattice(k, 6, seed),
    }
  })
  return (x, y) => {
    let inside = -1
    for (const lobe of lobes) {
      if (Math.abs(lobe.x) + lobe.r > 0.96) continue
      inside = Math.max(inside, lobe.r - radius(x - lobe.x, y * 0.62 - lobe.y * 0.62))
    }
    return edge(Math.min(inside, 0.78 - y), hardness) * (0.72 + 0.28 * smooth((0.6 - y) / 1.2))
  }
}

/** A ball lit from the upper left: its shade is in alpha, so that tint decides its colour. */
const sphere =
  (hardness: number): Field =>
  (x, y) => {
    const far = radius(x, y) / 0.94
    if (far >= 1) return 0
    const toward = Math.sqrt(1 - far * far)
    const lit = Math.max(0, (-x * 0.5 - y * 0.6) / 0.94 + toward * 0.62)
    return edge(1 - far, hardness) * (0.25 + 0.75 * smooth(lit))
  }

/** Sprites that can be made without drawing, by kind. */
export const MAKERS = {
  dot: {
    aspect: 1,
    size: 16,
    hardness: 0.1,
    varies: false,
    field: ({ hardness }) => dot(Math.min(0.98, hardness)),
  },
  disc: {
    aspect: 1,
    size: 16,
    hardness: 1,
    varies: false,
    field:
      ({ hardness }) =>
      (x, y) =>
        edge(0.96 - radius(x, y), hardness),
  },
  square: { aspect: 1, size: 16, hardness: 1, varies: false, field: ({ hardness }) => square(hardness) },
  pixel: { aspect: 1, size: 1, hardness: 1, varies: false, solid: true, field: () => () => 1 },
  line: { aspect: 0.125, size: 32, hardness: 0.6, varies: false, field: ({ hardness }) => bar(hardness) },
  sphere: { aspect: 1, size: 32, hardness: 0.9, varies: false, field: ({ hardness }) => sphere(hardness) },
  ring: { aspect: 1, size: 32, hardness: 0.6, varies: false, field: ({ hardness }) => ring(hardness) },
  spark: { aspect: 1, size: 24, hardness: 0.4, varies: false, field: ({ hardness }) => spark(hardness) },
  flare: { aspect: 1, size: 48, hardness: 0.5, varies: false, field: ({ hardness }) => flare(hardness) },
  streak: {
    aspect: 0.25,
    size: 32,
    hardness: 0.3,
    varies: false,
    field:
      ({ hardness }) =>
      (x, y) =>
        edge(streak(x, y), hardness),
  },
  flake: {
    aspect: 1,
    size: 24,
    hardness: 0.6,
    varies: true,
    field: ({ hardness, seed }) => flake(hardness, seed),
  },
  puff: {
    aspect: 1,
    size: 48,
    hardness: 0.2,
    varies: true,
    field:
      ({ hardness, seed }) =>
      (x, y) =>
        edge(puff(seed)(x, y) * (0.6 + 0.4 * hardness), hardness),
  },
  shard: {
    aspect: 1,
    size: 10,
    hardness: 1,
    varies: true,
    field: ({ hardness, seed }) => shard(hardness, seed),
  },
  star: {
    aspect: 1,
    size: 24,
    hardness: 0.9,
    varies: true,
    field: ({ hardness, seed }) => star(hardness, seed),
  },
  cloud: {
    aspect: 0.62,
    size: 64,
    hardness: 0.5,
    varies: true,
    field: ({ hardness, seed }) => cloud(hardness, seed),
  },
  smoke: {
    aspect: 1,
    size: 64,
    hardness: 0.2,
    varies: true,
    field: ({ hardness, seed }) => smoke(hardness, seed),
  },
} as const satisfies Record<string, Maker>
/** Name of a kind in `MAKERS`. */
export type MakerKind = keyof typeof MAKERS
/** Kinds of `MAKERS` in the order in which they are offered. */
export const MAKER_KINDS = Object.keys(MAKERS) as MakerKind[]

/** One sprite. `size` is clamped to 1–128 px, `hardness` to 0–1. */
export const makeSprite = (kind: MakerKind, { size, hardness, seed }: MakerSettings): Image => {
  const maker: Maker = MAKERS[kind]
  const width = Math.min(128, Math.max(1, Math.round(size)))
  return paintField(
    width,
    Math.max(1, Math.round(width * maker.aspect)),
    maker.field({ size: width, hardness: Math.min(1, Math.max(0, hardness)), seed }),
  )
}
