/**
 * What kernels are given, by name: each list is the order in memory. `npm run kernels` hands what this module
 * exports to the kernels as enums and constants, so that both sides read one text.
 */

/** Addresses, int32, at a slab's beginning: columns of the pool at hand, tables, and where results go. */
export const Words = [
  'born',
  'life',
  'x',
  'y',
  'lastX',
  'lastY',
  'vx',
  'vy',
  'scale',
  'scaleFloor',
  'opacity',
  'opacityFloor',
  'angle',
  'spin',
  'ax',
  'ay',
  'homeX',
  'homeY',
  'effectScale',
  'effectTurnDeg',
  'faceX',
  'faceY',
  'along',
  'scaleY',
  'scaleYFloor',
  'keyHi',
  'keyLo',
  'colour',
  'birth',
  'speeds',
  'appearance',
  'turns',
  'field',
  'nextField',
  'firsts',
  'out',
  'left',
] as const

/** Numbers of a force with a centre: its place, and how strength falls with the distance. */
export const Central = ['X', 'Y', 'Strength', 'PerReach', 'Reach', 'Stiff'] as const
type Prefixed<F extends string, T extends readonly string[]> = {
  readonly [K in keyof T]: `${F}${T[K] & string}`
}
const centralOf = <const F extends string>(force: F): Prefixed<F, typeof Central> =>
  Central.map((name) => `${force}${name}`) as unknown as Prefixed<F, typeof Central>

/** Numbers, float64, that follow the addresses; they are written anew before each call. */
export const Numbers = [
  'time',
  'e',
  'a',
  'b',
  'half',
  'gx',
  'gy',
  'gxA',
  'gyA',
  'gxB',
  'gyB',
  'drag',
  'ramp',
  'originX',
  'originY',
  'back',
  'now',
  'stepSeconds',
  ...centralOf('pull'),
  ...centralOf('swirl'),
  'churnStrength',
  'ma',
  'mb',
  'mc',
  'md',
  'me',
  'mf',
  'scale',
  'shiftX',
  'shiftY',
  'between',
  // Constants: to load one costs less than to make it.
  'halved',
  'one',
  'two',
  'sign',
  'perDeg',
  'perStep',
  'integers',
] as const

/**
 * Numbers, float64, of a pool's births; they lie with the pool and are written once. The shape's are what
 * `ShapeNumbers` says.
 */
export const Birth = [
  'shape',
  'fill',
  'aim',
  'heading',
  'fan',
  'targetX',
  'targetY',
  'jitterX',
  'jitterY',
  'offsetX',
  'offsetY',
  'speedFrom',
  'speedSpan',
  'speedBias',
  'carried',
  'poseX',
  'poseY',
  'cos',
  'sin',
  'side',
  'size',
  'rotate',
  'p0',
  'p1',
  'p2',
  'p3',
  'p4',
  'p5',
  // The drawn columns follow, as `Drawn` says.
  'drawnCount',
  'drawn',
] as const

/**
 * Numbers of one drawn column: its word, its stream, range and bias, and 1 where it is a share of the column
 * before.
 */
export const Drawn = ['column', 'stream', 'first', 'span', 'bias', 'share'] as const

/**
 * Bits of what `push` is asked for, from the lowest on: pull, swirl, three bits of churn's octaves, and what
 * to do with accelerations.
 */
export const Push = [
  'fading',
  'spring',
  'home',
  'pull',
  'swirlFading',
  'swirlSpring',
  'swirlHome',
  'swirl',
  'octaves',
  'octaves2',
  'octaves4',
  // The columns hold accelerations already; they are only added up and kept there, without a step; the speed
  // ramp has a say.
  'added',
  'kept',
  'ramped',
] as const

export const Biases = ['even', 'middle', 'low', 'high'] as const
export const Fills = ['even', 'core', 'rim', 'outline'] as const
export const Aims = ['direction', 'outward', 'inward', 'along', 'normal', 'towards', 'ball'] as const
/** Shapes that kernels know. */
export const Shapes = ['point', 'line', 'band', 'ellipse', 'box'] as const

/** Where numbers begin, and what describes a frame, in bytes. */
export const NUMBERS_AT = 256
export const FRAME_AT = 768
/**
 * Constants of 32 bits: 0.5, and the masks of a ramp's cells in bytes of its table, of turns, of cells in
 * bytes of a table of looks, and of the field of churn.
 */
export const SMALL_AT = 816

/** Cells of a ramp's table; one more holds the end. */
export const TABLE_CELLS = 1024
/** Bytes of a cell of a ramp, and of one of looks: a cache line. */
export const CELL_BYTES = 16
export const APPEARANCE_BYTES = 64
/** Grid points of the field of churn along a side: a power of two. */
export const CHURN_SIDE = 64

/** Length of a pool's block about its births; at most eight columns are drawn. */
export const BIRTH_NUMBERS = Birth.length - 1 + 8 * Drawn.length

export type Index<T extends readonly string[]> = { readonly [K in T[number]]: number }

/** The place of each name in its list. */
export const indexOf = <const T extends readonly string[]>(names: T): Index<T> =>
  Object.fromEntries(names.map((name, i) => [name, i])) as Index<T>

/** Places of addresses and numbers in the block at a slab's beginning. */
export const WORDS = indexOf(Words)
export const NUMBERS = indexOf(Numbers)
/** Particles that a kernel draws at a time. */
export const CHUNK = 512
/** Slots that a step takes at a time, so that all that it leaves has room. */
export const LEFT_AT_ONCE = 8192
/** Newborns whose first step is made together: three coefficients each. */
export const FIRST_AT_ONCE = 512
