/** Births of plain kinds by the kernels: what a pool's block says about them, written once. */
import type { Fill, PropertyId, Range, ShapeKind } from '@gliv/model'
import { SPACE, STREAMS } from '@gliv/model'
import { type Appearance, isDeep } from '../appearance/index.ts'
import { cosSinInto } from '../maths/index.ts'
import type { EmitterProgram } from '../program/index.ts'
import type { Pool } from '../state/index.ts'
import { type Pose, PoseTransform, type Shape } from '../geometry/index.ts'
import { Aims, Biases, Birth, Drawn, Fills, indexOf, Shapes, WORDS } from '../kernels/index.ts'

const B = indexOf(Birth)
const BIAS = indexOf(Biases)
const AIM = indexOf(Aims)
const FILL = indexOf(Fills)
const SHAPE = indexOf(Shapes)

const turn = new Float64Array(2)
const transform = new PoseTransform()

const biasOf = (range: Range): number => BIAS[range.bias ?? 'even']

type ShapeParameters = readonly [kind: number, ...params: number[]]

const lineOf = (x0: number, y0: number, x1: number, y1: number): ShapeParameters => {
  const dx = x1 - x0
  const dy = y1 - y0
  const length = Math.sqrt(dx * dx + dy * dy)
  return [SHAPE.line, x0, y0, dx, dy, length > 0 ? dx / length : 1, length > 0 ? dy / length : 0]
}

/**
 * Shapes that kernels sample, with their numbers as the samplers of shapes.ts come to them; null for a fill
 * they do not know.
 */
const SHAPE_PARAMETERS: { readonly [K in ShapeKind]?: (shape: Shape, fill: Fill) => ShapeParameters | null } =
  {
    point: () => [SHAPE.point],
    line: ({ angle, width }) => {
      cosSinInto(angle, turn)
      const x = (turn[0]! * width) / 2
      const y = (turn[1]! * width) / 2
      return lineOf(-x, -y, x, y)
    },
    segment: ({ endX, endY }) => lineOf(0, 0, endX, endY),
    circle: ({ radius }) => [SHAPE.band, 0, radius, 0, 360],
    ring: ({ inner, radius, angle, arc }) => [
      SHAPE.band,
      Math.min(inner, radius),
      radius,
      angle - arc / 2,
      arc,
    ],
    ellipse: ({ width, height, tilt }, fill) =>
      fill === 'outline' || tilt !== 0 ? null : [SHAPE.ellipse, width / 2, height / 2],
    rectangle: ({ width, height, tilt }, fill) =>
      fill === 'outline' || tilt !== 0 ? null : [SHAPE.box, width, height],
  }

/** Lanes that a launch reads beside those of sizes. */
const LANED = [
  'speed',
  'offsetX',
  'offsetY',
  'jitterX',
  'jitterY',
  'heading',
  'fan',
  'targetX',
  'targetY',
  'inherit',
] as const satisfies readonly PropertyId[]

/**
 * Whether kernels can launch an emitter's particles: drawn at random from a simple shape, while nothing that
 * births depend on moves.
 */
const launchesPlainly = ({ source, lanes }: EmitterProgram): boolean =>
  source.placement === 'random' &&
  source.sizeUnit === 'px' &&
  source.type.facing !== 'path' &&
  source.type.numbers.depthSpeed === 1 &&
  !source.travel &&
  (source.space === 'carried' || (source.space === SPACE.released && source.numbers.inherit === 0)) &&
  LANED.every((id) => lanes[id] === undefined)

/**
 * Tells a pool how its particles are launched; false when only the launcher itself can. @param pose where the
 * effect stands at first
 */
export const writeLaunchParameters = (
  pool: Pool,
  program: EmitterProgram,
  shape: Shape,
  pose: Readonly<Pose>,
): boolean => {
  const { source } = program
  const parameters = launchesPlainly(program) ? SHAPE_PARAMETERS[source.shape]?.(shape, source.fill) : null
  if (!pool.slab || !parameters) return false
  const { birth } = pool
  const { numbers } = source
  const [kind, ...params] = parameters
  birth[B.shape] = kind
  birth[B.fill] = FILL[source.fill]
  birth[B.aim] = AIM[source.aim]
  params.forEach((value, k) => (birth[B.p0 + k] = value))
  for (const id of ['heading', 'fan', 'targetX', 'targetY', 'jitterX', 'jitterY'] as const)
    birth[B[id]] = numbers[id]
  birth[B.offsetX] = 0 + numbers.offsetX
  birth[B.offsetY] = 0 + numbers.offsetY
  birth[B.speedFrom] = numbers.speed.from
  birth[B.speedSpan] = numbers.speed.to - numbers.speed.from
  birth[B.speedBias] = biasOf(numbers.speed)
  birth[B.carried] = source.space === 'carried' ? 1 : 0
  writePoseParameters(pool, pose)
  return true
}

/** Where the effect stands. */
export const writePoseParameters = ({ birth }: Pool, pose: Readonly<Pose>): void => {
  transform.set(pose)
  birth[B.poseX] = pose.x
  birth[B.poseY] = pose.y
  birth[B.cos] = transform.cos
  birth[B.sin] = transform.sin
  birth[B.side] = transform.side
  birth[B.size] = pose.scale
  birth[B.rotate] = pose.rotate
}

/** Tells a pool which looks are drawn; false where ramps along the shape have a say. */
export const writeAppearanceParameters = (
  pool: Pool,
  { type, alongScale, alongOpacity }: Appearance,
): boolean => {
  if (!pool.slab || alongScale || alongOpacity || isDeep(type.numbers)) return false
  const { numbers, styles } = type
  let count = 0
  const row = (column: keyof typeof WORDS, stream: number, range: Range, share = false): void =>
    pool.birth.set(
      [WORDS[column], stream, range.from, range.to - range.from, biasOf(range), share ? 1 : 0],
      B.drawn + count++ * Drawn.length,
    )
  row('scale', STREAMS.scale, numbers.scale)
  row('scaleFloor', STREAMS.scaleFloor, numbers.scaleFloor, styles.scale.relative)
  if (type.scaleApart) {
    row('scaleY', STREAMS.scaleY, numbers.scaleY)
    row('scaleYFloor', STREAMS.scaleYFloor, numbers.scaleYFloor, styles.scaleY.relative)
  }
  row('opacity', STREAMS.opacity, numbers.opacity)
  row('opacityFloor', STREAMS.opacityFloor, numbers.opacityFloor, styles.opacity.relative)
  row('angle', STREAMS.startAngle, numbers.startAngle)
  row('spin', STREAMS.spin, numbers.spin)
  pool.birth[B.drawnCount] = count
  return true
}
