/** A state as data: the particles of the contract and the hash that stands for them all. Format: docs/format.md. */
import { valuesInto, type Values } from './output.ts'
import { isDead } from './pool.ts'
import { keyHex } from './random.ts'
import type { Simulation } from './simulation.ts'

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
}

export interface EmitterReport {
  readonly id: string
  readonly name: string
  readonly births: number
  readonly deaths: number
  readonly alive: number
  readonly relayed: number
  readonly refused: number
}

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
  readonly marks: readonly never[]
}

const hex2 = (n: number): string => n.toString(16).padStart(2, '0')

/** The living in the contract's order. */
export const reportParticles = (simulation: Simulation): ParticleReport[] => {
  const now = simulation.tick / simulation.rate
  const values: Values = { scale: 1, opacity: 1, angleDeg: 0, r: 255, g: 255, b: 255 }
  const rows: ParticleReport[] = []
  for (const run of simulation.runs) {
    const { pool, program, looks } = run
    for (let i = 0; i < pool.size; i++) {
      if (isDead(pool, i, now)) continue
      const age = Math.max(0, now - pool.born[i]!)
      valuesInto(run, looks, i, age, values)
      rows.push({
        key: keyHex(pool.keyHi[i]!, pool.keyLo[i]!),
        emitterId: program.source.id,
        typeId: program.source.type.id,
        source: program.schedule.sources[pool.source[i]!]!.id,
        index: pool.ordinal[i]!,
        bornSeconds: pool.born[i]!,
        ageSeconds: age,
        lifeSeconds: pool.life[i]!,
        x: pool.x[i]!,
        y: pool.y[i]!,
        vx: pool.vx[i]!,
        vy: pool.vy[i]!,
        angleDeg: values.angleDeg,
        scaleX: values.scale,
        scaleY: values.scale,
        tint: `#${hex2(values.r)}${hex2(values.g)}${hex2(values.b)}`,
        opacity: values.opacity,
        frame: looks.type.picture.frameIndex,
        sheetId: looks.type.picture.sheetId,
      })
    }
  }
  return rows
}

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
    for (const value of [p.bornSeconds, p.lifeSeconds, p.x, p.y, p.vx, p.vy, p.angleDeg, p.scaleX, p.scaleY, p.opacity]) float64(value)
    for (let k = 1; k < 7; k += 2) hash.byte(Number.parseInt(p.tint.slice(k, k + 2), 16))
    for (let k = 0; k < 4; k++) hash.byte((p.frame >>> (8 * k)) & 255)
  }
  return hash.hex()
}

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
    emitters: simulation.runs.map((run) => ({
      id: run.program.source.id,
      name: run.program.source.name,
      births: run.births,
      deaths: run.deaths,
      alive: run.alive,
      relayed: 0,
      refused: run.refused,
    })),
    particles,
    marks: [],
  }
}

/** Tick of a time: floor(T × rate + ½). */
export const tickOf = (seconds: number, rate: number): number => Math.floor(seconds * rate + 0.5)
