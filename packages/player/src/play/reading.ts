/** The state of a playing effect as data, for tests and servers. */
import { reportParticles, stateHash as hashOf } from '@gliv/engine'
import type { EffectHandle } from './effectHandle.ts'

/** A living particle. World px, px/s, degrees clockwise, seconds of the effect's time. */
export interface Particle {
  /** 64 bits, in hexadecimal digits: with it the same particle is found again. */
  readonly key: string
  readonly emitterId: string
  readonly typeId: string
  readonly bornSeconds: number
  readonly ageSeconds: number
  readonly lifeSeconds: number
  readonly x: number
  readonly y: number
  readonly vx: number
  readonly vy: number
  readonly angleDeg: number
  /** Factors of the picture's size. */
  readonly scaleX: number
  readonly scaleY: number
  /** `#rrggbb` */
  readonly tint: string
  /** 0 to 1, before the picture's own alpha. */
  readonly opacity: number
  /** Number of the frame in its sheet, from 0. */
  readonly frame: number
  readonly sheetId: string
}

/** All that live of an effect, in the order of docs/format.md. */
export const particlesOf = (handle: EffectHandle): readonly Particle[] => reportParticles(handle.simulation)

/** FNV-1a 64 over all that live, as `gliv run` prints it. */
export const stateHash = (handle: EffectHandle): string => hashOf(handle.simulation)
