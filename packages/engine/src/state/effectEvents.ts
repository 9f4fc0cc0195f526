/**
 * What happens in an effect as it is stepped, for sounds, the scene and the game: one buffer that is filled again and
 * again. Whoever reads it clears it. Seeks and re-runs fill in nothing.
 */
import { EFFECT_EVENTS, type EffectEventKind, type ResolvedEffect } from '@gliv/model'

/** Rows at most until somebody clears it; what comes after is counted in `lost`. */
export const EVENT_LIMIT = 65_536

/** The number of a kind in `kind`. */
export const eventNumber = (kind: EffectEventKind): number => EFFECT_EVENTS.indexOf(kind)

const [BORN, CONTACT, RELAYED] = ['born', 'contact', 'relayed'].map((kind) =>
  eventNumber(kind as EffectEventKind),
) as [number, number, number]
export const EVENT_KINDS = { born: BORN, contact: CONTACT, relayed: RELAYED } as const

/** Columns of `count` rows, in the order of ticks. */
export class EffectEvents {
  count = 0
  /** Rows that found no room since the last `clear`. */
  lost = 0
  /** Tick of the outermost effect. */
  tick = new Int32Array(64)
  /** Index in `EFFECT_EVENTS`. */
  kind = new Uint8Array(64)
  /** The effect that it happened in, which may play inside the outermost one. */
  readonly effect: (ResolvedEffect | null)[] = []
  /** Id of the emitter; empty for what happens to the whole effect. */
  readonly emitter: string[] = []
  /** Key of the particle, 64 bits. */
  keyHi = new Uint32Array(64)
  keyLo = new Uint32Array(64)
  /** Place in the world, px. */
  x = new Float64Array(64)
  y = new Float64Array(64)
  /** Normal of the surface, else the way of travel; length 1 or 0. */
  nx = new Float64Array(64)
  ny = new Float64Array(64)
  /** px/s. */
  speed = new Float64Array(64)
  /** Of `named`, `sound` and `screen`: index in the effect's list of them; else −1. */
  payload = new Int32Array(64)
  /** Which kinds are filled in, a bit each. */
  wanted = 0
  /** A step is being made that is told. */
  open = false
  /** Tick and effect of what is told now. */
  nowTick = 0
  nowEffect: ResolvedEffect | null = null

  /** @param kinds what is filled in; anything else costs nothing */
  constructor(kinds: readonly EffectEventKind[] = EFFECT_EVENTS) {
    this.want(kinds)
  }

  want(kinds: readonly EffectEventKind[]): void {
    this.wanted = kinds.reduce((bits, kind) => bits | (1 << eventNumber(kind)), 0)
  }

  clear(): void {
    this.count = this.lost = 0
  }

  /** Whether a kind, by its number, is to be told now. */
  tells(kind: number): boolean {
    return this.open && (this.wanted & (1 << kind)) !== 0
  }

  push(
    kind: number,
    emitter: string,
    keyHi: number,
    keyLo: number,
    x: number,
    y: number,
    nx: number,
    ny: number,
    speed: number,
    payload: number,
  ): void {
    const n = this.count
    if (n === this.tick.length && !this.#grow()) {
      this.lost++
      return
    }
    this.count = n + 1
    this.tick[n] = this.nowTick
    this.kind[n] = kind
    this.effect[n] = this.nowEffect
    this.emitter[n] = emitter
    this.keyHi[n] = keyHi
    this.keyLo[n] = keyLo
    this.x[n] = x
    this.y[n] = y
    this.nx[n] = nx
    this.ny[n] = ny
    this.speed[n] = speed
    this.payload[n] = payload
  }

  #grow(): boolean {
    const rows = this.tick.length * 2
    if (rows > EVENT_LIMIT) return false
    const grown = <T extends { set(from: ArrayLike<number>): void }>(to: T, from: ArrayLike<number>): T => {
      to.set(from)
      return to
    }
    this.tick = grown(new Int32Array(rows), this.tick)
    this.kind = grown(new Uint8Array(rows), this.kind)
    this.payload = grown(new Int32Array(rows), this.payload)
    for (const column of ['keyHi', 'keyLo'] as const)
      this[column] = grown(new Uint32Array(rows), this[column])
    for (const column of ['x', 'y', 'nx', 'ny', 'speed'] as const)
      this[column] = grown(new Float64Array(rows), this[column])
    return true
  }
}
