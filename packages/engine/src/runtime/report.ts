/**
 * A state as data: the particles of the contract and the hash that stands for them all. Format:
 * docs/format.md.
 */
import { rampAt, stretchAt, turnedAt } from '../appearance/index.ts'
import { emptyPose, PoseTransform } from '../geometry/index.ts'
import { effectiveInto } from '../integrate/index.ts'
import type { EmitterCount } from '../input/index.ts'
import type { MarkReport } from '../marks/index.ts'
import { angleOf, keyHex } from '../maths/index.ts'
import { angleLaneOf, appearanceInto, stretchOf, wrapInto, wrapped } from '../output/index.ts'
import type { EmitterRun } from '../spawn/index.ts'
import { isDead } from '../state/index.ts'
import type { Simulation } from './simulation.ts'

/**
 * One living particle as `gliv run` gives it: place in world px, speed in px/s, angle in degrees, seconds
 * from the effect's start (docs/format.md).
 */
export interface ParticleReport {
  readonly key: string
  readonly emitterId: string
  readonly typeId: string
  readonly source: string
  readonly index: number
  readonly bornSeconds: number
  readonly ageSeconds: number
  readonly lifeSeconds: number
  readonly x: number
  readonly y: number
  readonly vx: number
  readonly vy: number
  readonly angleDeg: number
  readonly scaleX: number
  readonly scaleY: number
  readonly tint: string
  readonly opacity: number
  readonly frame: number
  readonly sheetId: string
  /** Degrees, and factors of saturation and value, by which its picture's pixels are shifted; only where they are. */
  readonly pixelHueDeg?: number
  readonly pixelSaturation?: number
  readonly pixelValue?: number
}

/** Counts of an emitter; of one inside another effect with that effect's id. */
export type EmitterReport = EmitterCount

/**
 * The state at a tick as `gliv run` gives it: counts by emitter, all particles in order, marks, and their hash.
 */
export interface RunReport {
  readonly format: 'gliv-run'
  readonly version: 1
  readonly rules: 1
  readonly effect: { readonly id: string; readonly name: string }
  readonly seed: number
  readonly rate: number
  readonly tick: number
  readonly timeSeconds: number
  readonly stateHash: string
  readonly emitters: readonly EmitterReport[]
  readonly particles: readonly ParticleReport[]
  readonly marks: readonly MarkReport[]
}

const hex2 = (n: number): string => n.toString(16).padStart(2, '0')

/** Where a particle is, how fast it goes and how it is turned, in the world. */
interface Motion {
  x: number
  y: number
  vx: number
  vy: number
  angleDeg: number
  /** Signs and factors of the scales: mirroring and the effect's scale. */
  signX: number
  signY: number
}

const motion: Motion = { x: 0, y: 0, vx: 0, vy: 0, angleDeg: 0, signX: 1, signY: 1 }
const appearance = { scaleX: 1, scaleY: 1, opacity: 1, tint: 0, frame: 0, shift: new Float64Array(3) }
const pose = emptyPose()
const view = { x: 0, y: 0, w: 0, h: 0 }
const pair = new Float64Array(2)
const wrap = new Float64Array(4)

const transform = new PoseTransform()
const across = new Float64Array(2)
const down = new Float64Array(2)

/** A carried particle through the effect's pose. */
const carry = (run: EmitterRun): void => {
  run.context.tape.poseInto(run.tick, pose)
  transform.set(pose)
  across[0] = motion.x
  down[0] = motion.y
  across[1] = motion.vx
  down[1] = motion.vy
  transform.vectorIn(across, down, 0)
  transform.vectorIn(across, down, 1)
  motion.x = pose.x + across[0]
  motion.y = pose.y + down[0]
  motion.vx = across[1]
  motion.vy = down[1]
  motion.angleDeg = pose.rotate + transform.side * motion.angleDeg
  motion.signX *= transform.side * pose.scale
  motion.signY *= pose.scale
}

/** Degrees by which a sprite is turned beside its face. */
const ownTurn = (run: EmitterRun, i: number, age: number): number => {
  const { pool } = run
  const { turn, angleWaver } = run.appearance
  const turned = turn
    ? turnedAt(turn, pool, i, age / pool.life[i]!, age) + angleLaneOf(run)
    : pool.angle[i]! + angleLaneOf(run) + pool.spin[i]! * age
  return turned + (angleWaver?.at(pool.keyHi[i]!, pool.keyLo[i]!, age) ?? 0)
}

/** Factors of length and thickness beside the particle's own scale. */
const readSigns = (run: EmitterRun, i: number, faces: boolean): void => {
  const { pool, program } = run
  const effectScale = pool.effectScale[i]!
  motion.signX = faces ? Math.abs(effectScale) : effectScale
  motion.signY = faces ? effectScale : Math.abs(effectScale)
  const { alongThickness } = run.appearance
  if (alongThickness) motion.signY *= rampAt(alongThickness, pool.along[i]!)
  if (program.pieces) motion.signX *= program.pieces.stretch
  const stretch = stretchOf(run)
  if (stretch === 0) return
  const speed = Math.sqrt(motion.vx * motion.vx + motion.vy * motion.vy)
  motion.signX *= stretchAt(program.source.type.numbers, stretch, speed)
}

/** From the view's coordinates, and wrapped into it. */
const intoView = (run: EmitterRun): void => {
  const { source } = run.program
  const wraps = source.wrap !== 'none'
  if (!wraps && source.space !== 'pinned') return
  if (source.space === 'pinned') {
    run.context.tape.viewInto(run.tick, view)
    motion.x += view.x
    motion.y += view.y
  }
  wrapInto(wrap, source, run.context.tape, run.tick)
  motion.x = wrapped(motion.x, wrap[0]!, wrap[2]!)
  motion.y = wrapped(motion.y, wrap[1]!, wrap[3]!)
}

const readMotion = (run: EmitterRun, i: number, age: number): void => {
  const { pool, program } = run
  const { type, space } = program.source
  effectiveInto(program, pool, i, age, pair)
  const faces = type.facing === 'travel'
  const sign = pool.effectScale[i]! < 0 ? -1 : 1
  motion.x = pool.x[i]!
  motion.y = pool.y[i]!
  motion.vx = pair[0]!
  motion.vy = pair[1]!
  motion.angleDeg =
    (faces ? angleOf(pool.faceX[i]!, pool.faceY[i]!) : pool.effectTurnDeg[i]!) + sign * ownTurn(run, i, age)
  readSigns(run, i, faces)
  if (space === 'carried') carry(run)
  intoView(run)
}

/** Counted from the effect's start; with a period, from the start of the one it was born in. */
const bornIn = ({ program, rate }: Simulation, seconds: number): number => {
  if (program.periodTicks === 0) return seconds
  const period = program.periodTicks / rate
  return seconds - period * Math.floor(seconds / period)
}

/** One slot as the contract has it; it must be alive. */
const rowOf = (simulation: Simulation, run: EmitterRun, i: number): ParticleReport => {
  const { pool, program } = run
  const age = Math.max(0, simulation.clockSeconds - pool.born[i]!)
  appearanceInto(run, i, age, appearance)
  readMotion(run, i, age)
  const picture = run.appearance.type.pictures[pool.picture[i]!]!
  return {
    key: keyHex(pool.keyHi[i]!, pool.keyLo[i]!),
    emitterId: program.source.id,
    typeId: program.source.type.id,
    source: run.sources[pool.source[i]!]!,
    index: pool.ordinal[i]!,
    bornSeconds: bornIn(simulation, pool.born[i]! - simulation.warmSeconds),
    ageSeconds: age,
    lifeSeconds: pool.life[i]!,
    x: motion.x,
    y: motion.y,
    vx: motion.vx,
    vy: motion.vy,
    angleDeg: motion.angleDeg,
    scaleX: appearance.scaleX * motion.signX,
    scaleY: appearance.scaleY * motion.signY,
    tint: `#${hex2(appearance.tint & 255)}${hex2((appearance.tint >> 8) & 255)}${hex2((appearance.tint >> 16) & 255)}`,
    opacity: appearance.opacity,
    frame: picture.frameIndices[appearance.frame]!,
    sheetId: picture.sheetId,
    ...(run.appearance.shifts
      ? {
          pixelHueDeg: appearance.shift[0]!,
          pixelSaturation: appearance.shift[1]!,
          pixelValue: appearance.shift[2]!,
        }
      : {}),
  }
}

/** The living in the contract's order. */
export const reportParticles = (simulation: Simulation): ParticleReport[] => {
  const now = simulation.clockSeconds
  const rows: ParticleReport[] = []
  for (const run of simulation.nodes)
    for (let i = 0; i < run.pool.size; i++)
      if (!isDead(run.pool, i, now)) rows.push(rowOf(simulation, run, i))
  // Several relays may have sent out the same emitter's particles.
  if (simulation.nodes.length > simulation.runs.length) sortRows(simulation, rows)
  for (const inner of simulation.inside) rows.push(...reportParticles(inner))
  return rows
}

/**
 * One living particle by its key (16 hex digits) and its emitter; null while it does not live. Companions
 * share keys.
 */
export const findParticle = (
  simulation: Simulation,
  key: string,
  emitterId: string,
): ParticleReport | null => {
  const now = simulation.clockSeconds
  const hi = Number.parseInt(key.slice(0, 8), 16)
  const lo = Number.parseInt(key.slice(8), 16)
  for (const run of simulation.nodes) {
    const { pool, program } = run
    if (program.source.id !== emitterId) continue
    for (let i = 0; i < pool.size; i++)
      if (pool.keyLo[i] === lo && pool.keyHi[i] === hi && !isDead(pool, i, now))
        return rowOf(simulation, run, i)
  }
  for (const inner of simulation.inside) {
    const found = findParticle(inner, key, emitterId)
    if (found) return found
  }
  return null
}

/** By emitter in the effect's order, then birth, source and ordinal. */
const sortRows = (simulation: Simulation, rows: ParticleReport[]): void => {
  const order = new Map(simulation.program.effect.emitters.map((emitter, i) => [emitter.id, i]))
  rows.sort(
    (a, b) =>
      order.get(a.emitterId)! - order.get(b.emitterId)! ||
      a.bornSeconds - b.bornSeconds ||
      (a.source < b.source ? -1 : a.source > b.source ? 1 : 0) ||
      a.index - b.index ||
      (a.key < b.key ? -1 : 1),
  )
}

/** Marks in the order of drawing. */
export const reportMarks = (simulation: Simulation): MarkReport[] => [
  ...simulation.nodes.flatMap(
    (node) => node.marks?.report(simulation.clockSeconds, simulation.warmSeconds) ?? [],
  ),
  ...simulation.inside.flatMap(reportMarks),
]

/** FNV-1a with 64 bits, kept as four 16-bit limbs so that every product stays exact. */
class Fnv64 {
  #a = 0x2325
  #b = 0x8422
  #c = 0x9ce4
  #d = 0xcbf2

  byte(value: number): void {
    // hash = (hash ^ value) × 0x100000001b3, limbs from low to high
    const a = this.#a ^ value
    const b = this.#b
    const c = this.#c
    const d = this.#d
    let t = a * 0x1b3
    this.#a = t & 0xffff
    t = b * 0x1b3 + Math.floor(t / 65536)
    this.#b = t & 0xffff
    t = c * 0x1b3 + a * 0x100 + Math.floor(t / 65536)
    this.#c = t & 0xffff
    t = d * 0x1b3 + b * 0x100 + Math.floor(t / 65536)
    this.#d = t & 0xffff
  }

  hex(): string {
    return [this.#d, this.#c, this.#b, this.#a].map((limb) => limb.toString(16).padStart(4, '0')).join('')
  }
}

/** Hash of a list of particles, as documented in docs/format.md. */
export const hashParticles = (particles: readonly ParticleReport[]): string => {
  const hash = new Fnv64()
  const bytes = new DataView(new ArrayBuffer(8))
  const float64 = (value: number): void => {
    bytes.setFloat64(0, value, true)
    for (let k = 0; k < 8; k++) hash.byte(bytes.getUint8(k))
  }
  for (const p of particles) {
    for (const value of [
      p.bornSeconds,
      p.lifeSeconds,
      p.x,
      p.y,
      p.vx,
      p.vy,
      p.angleDeg,
      p.scaleX,
      p.scaleY,
      p.opacity,
    ])
      float64(value)
    for (let k = 1; k < 7; k += 2) hash.byte(Number.parseInt(p.tint.slice(k, k + 2), 16))
    for (let k = 0; k < 4; k++) hash.byte((p.frame >>> (8 * k)) & 255)
    if (p.pixelHueDeg === undefined) continue
    for (const value of [p.pixelHueDeg, p.pixelSaturation!, p.pixelValue!]) float64(value)
  }
  return hash.hex()
}

/** 64 bits in hex that stand for all living particles; equal on every machine (docs/format.md). */
export const stateHash = (simulation: Simulation): string => hashParticles(reportParticles(simulation))

/** The result of `gliv run`. */
export const reportRun = (simulation: Simulation): RunReport => {
  const { effect } = simulation.program
  const particles = reportParticles(simulation)
  return {
    format: 'gliv-run',
    version: 1,
    rules: 1,
    effect: { id: effect.id, name: effect.name },
    seed: simulation.seed,
    rate: simulation.rate,
    tick: simulation.tick,
    timeSeconds: simulation.tick / simulation.rate,
    stateHash: hashParticles(particles),
    emitters: simulation.counts,
    particles,
    marks: reportMarks(simulation),
  }
}

/** Tick of a time: floor(T × rate + ½). */
export const tickOf = (seconds: number, rate: number): number => Math.floor(seconds * rate + 0.5)
