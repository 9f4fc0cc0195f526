/** Particles of the shown moment, picked by hand. */
import { reportParticles } from '@gliv/engine'
import { select } from '../../state/session.ts'
import type { StageDriver } from '../playback/driver.ts'
import { setInspect, type Traced, useInspect } from '../../state/inspect.ts'
import { nearestParticle } from './trace.ts'

/** How near a click has to be, in px of the screen. */
const REACH_PX = 14

/**
 * A click on a particle selects its emitter, and with the tracer on it is followed. @returns whether there
 * was one
 */
export const pickAt = (driver: StageDriver, effectId: string, canvasX: number, canvasY: number): boolean => {
  const { seenBy: camera, simulation } = driver
  if (!simulation) return false
  const found = nearestParticle(
    reportParticles(simulation),
    camera.x + canvasX / camera.zoom,
    camera.y + canvasY / camera.zoom,
    (REACH_PX * window.devicePixelRatio) / camera.zoom,
  )
  if (!found) return false
  if (simulation.program.effect.emitters.some((e) => e.id === found.emitterId))
    select(effectId, found.emitterId)
  if (useInspect.getState().tracer) setInspect({ traced: { key: found.key, emitterId: found.emitterId } })
  return true
}

/** The particle of an emitter that is in the middle of its life; of any emitter when it has none now. */
export const pickTypical = (driver: StageDriver, emitterId: string | null): Traced | null => {
  if (!driver.simulation) return null
  const all = reportParticles(driver.simulation)
  const own = all.filter((p) => p.emitterId === emitterId)
  const away = (p: (typeof all)[number]): number => Math.abs(p.ageSeconds / p.lifeSeconds - 0.5)
  const best = (own.length > 0 ? own : all).reduce<(typeof all)[number] | null>(
    (least, p) => (least === null || away(p) < away(least) ? p : least),
    null,
  )
  return best && { key: best.key, emitterId: best.emitterId }
}
