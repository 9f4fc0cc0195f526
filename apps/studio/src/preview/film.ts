/**
 * The film: one typical particle (median draws) at moments of its life, painted by the reference compositor.
 */
import { framesOf, type Kit, type ParticleType } from '@gliv/document'
import {
  compilePalette,
  compileRamp,
  compileTint,
  cosSinInto,
  emptyFrame,
  rampAt,
  tintAt,
} from '@gliv/engine'
import { type Frame, INSTANCE_WORDS, type Range } from '@gliv/model'
import { createCanvas, fill, paintFrame, toStraight, type PaintSheet } from '@gliv/paint'

/** Which of its ranges a particle of the film has drawn. */
export type Draws = 'least' | 'middle' | 'most'

const DRAWN = {
  least: ({ from }: Range): number => from,
  middle: ({ from, to }: Range): number => (from + to) / 2,
  most: ({ to }: Range): number => to,
} as const satisfies Record<Draws, (range: Range) => number>

interface Typical {
  readonly scale: number
  readonly scaleY: number
  readonly opacity: number
  readonly angle: number
  readonly tint: readonly [number, number, number]
  /** Number of the frame in its sheet. */
  readonly frame: number
}

/** Values of the typical particle at life 0 to 1, or of one that has drawn only the ends of its ranges. */
export const typicalAt = (kit: Kit, type: ParticleType, life: number, draws: Draws = 'middle'): Typical => {
  const median = DRAWN[draws]
  const { numbers, ramps, styles } = type
  const seconds = life * median(numbers.life)
  const over = (
    style: { by: string; relative: boolean },
    start: Range,
    floor: Range,
    rate: Range,
    low: number,
    high: number,
    ramp: ParticleType['ramps']['scale'],
  ): number => {
    if (style.by === 'rate') return Math.min(high, Math.max(low, median(start) + median(rate) * seconds))
    const from = style.relative ? median(floor) * median(start) : median(floor)
    return from + (median(start) - from) * rampAt(compileRamp(ramp), life)
  }
  const scale = over(
    styles.scale,
    numbers.scale,
    numbers.scaleFloor,
    numbers.scaleRate,
    numbers.scaleLow,
    numbers.scaleHigh,
    ramps.scale,
  )
  const palette = type.palette ? kit.palettes[type.palette] : undefined
  return {
    scale,
    scaleY: type.scaleApart
      ? over(
          styles.scaleY,
          numbers.scaleY,
          numbers.scaleYFloor,
          numbers.scaleYRate,
          numbers.scaleLow,
          numbers.scaleHigh,
          ramps.scaleY,
        )
      : scale,
    opacity: over(
      styles.opacity,
      numbers.opacity,
      numbers.opacityFloor,
      numbers.opacityRate,
      numbers.opacityLow,
      numbers.opacityHigh,
      ramps.opacity,
    ),
    angle: median(numbers.startAngle) + median(numbers.spin) * seconds,
    tint: tintAt(
      compileTint(ramps.tint, type.tintSpace, palette ? compilePalette(palette.colours) : null),
      life,
    ),
    frame: typicalFrame(kit, type, life, seconds),
  }
}

/** Frame of the first picture at a moment; what is drawn for each particle shows the first. */
const typicalFrame = (kit: Kit, type: ParticleType, life: number, seconds: number): number => {
  const [picture] = type.pictures
  const frames = framesOf(kit.sheets[picture!.sheet]!, picture!)
  const n = frames.length
  const played = Math.floor(seconds * type.numbers.fps)
  const index = {
    fixed: 0,
    random: 0,
    overLife: Math.floor(life * type.numbers.clipRounds * n) % n,
    once: Math.min(n - 1, played),
    loop: played % n,
    backAndForth:
      n === 1 ? 0 : played % (2 * n - 2) < n ? played % (2 * n - 2) : 2 * n - 2 - (played % (2 * n - 2)),
    ramp: Math.min(n - 1, Math.floor(rampAt(compileRamp(type.ramps.frame), life) * n)),
  }[type.frameChoice]
  return frames[index]!
}

/** Largest size the typical particle reaches, in px: cells share one scale. */
export const largestSide = (kit: Kit, type: ParticleType, draws: Draws = 'middle'): number => {
  const [picture] = type.pictures
  const sheet = kit.sheets[picture!.sheet]!
  const frame = sheet.frames[framesOf(sheet, picture!)[0]!]!
  let largest = 0
  for (let i = 0; i <= 20; i++) {
    const { scale, scaleY } = typicalAt(kit, type, i / 20, draws)
    largest = Math.max(largest, scale, scaleY)
  }
  return Math.max(1, largest * Math.sqrt(frame.w * frame.w + frame.h * frame.h))
}

const turn = new Float64Array(2)

const oneParticle = (kit: Kit, type: ParticleType, life: number, draws: Draws): Frame => {
  const { scale, scaleY, opacity, angle, tint, frame: index } = typicalAt(kit, type, life, draws)
  const { x, y, w, h, pivotX, pivotY } = kit.sheets[type.pictures[0]!.sheet]!.frames[index]!
  const frame = emptyFrame()
  frame.f32 = new Float32Array(INSTANCE_WORDS)
  frame.u32 = new Uint32Array(frame.f32.buffer)
  cosSinInto(angle, turn)
  const c = turn[0]! * scale
  const s = turn[1]! * scale
  const cY = turn[0]! * scaleY
  const sY = turn[1]! * scaleY
  frame.f32.set([
    -c * pivotX + sY * pivotY,
    -s * pivotX - cY * pivotY,
    c * w,
    s * w,
    -sY * h,
    cY * h,
    x,
    y,
    w,
    h,
    0,
    opacity,
  ])
  frame.u32[10] = (tint[0] | (tint[1] << 8) | (tint[2] << 16) | 0xff000000) >>> 0
  frame.count = 1
  frame.batches = [{ sheet: 0, blend: type.blend, layer: 'front', first: 0, count: 1 }]
  frame.batchCount = 1
  return frame
}

/** One cell as RGBA; `span` px of the world across. */
export const paintCell = (
  kit: Kit,
  type: ParticleType,
  sheet: PaintSheet,
  life: number,
  size: number,
  span: number,
  ground: readonly [number, number, number],
  draws: Draws = 'middle',
): Uint8Array<ArrayBuffer> => {
  const canvas = createCanvas(size, size)
  fill(canvas, ground)
  paintFrame(canvas, oneParticle(kit, type, life, draws), [sheet], {
    x: -span / 2,
    y: -span / 2,
    zoom: size / span,
  })
  return toStraight(canvas)
}
