/**
 * Several ramps edited at once: what happens in time happens to all of them, what happens in value to one.
 * Pure.
 */
import { compileRamp, rampAt } from '@gliv/engine'
import type { Ramp } from '@gliv/model'
import { addRampPoint, movePoint, moveRampPoint, removePoint } from '../../document/rampMaths.ts'

/** Points that are no farther apart are one moment, as a share of the life. */
const SAME = 0.0015

export interface Together {
  readonly ramp: Ramp
  readonly mates: readonly Ramp[]
}

/** Index of the point that stands at a moment; −1 without one. */
const pointAt = (ramp: Ramp, at: number): number => ramp.points.findIndex((p) => Math.abs(p.at - at) <= SAME)

/**
 * Moves a point; points of the mates at the same moment come along in time, all of them between their
 * neighbours.
 */
export const moveTogether = (
  { ramp, mates }: Together,
  index: number,
  at: number,
  value: number,
): Together => {
  const from = ramp.points[index]!.at
  const partners = mates.map((mate) => pointAt(mate, from))
  const held = (points: Ramp['points'], i: number, to: number): number => movePoint(points, i, to)[i]!.at
  const to = mates.reduce(
    (place, mate, k) => (partners[k]! < 0 ? place : held(mate.points, partners[k]!, place)),
    held(ramp.points, index, at),
  )
  return {
    ramp: moveRampPoint(ramp, index, to, value),
    mates: mates.map((mate, k) =>
      partners[k]! < 0 || to === from ? mate : { ...mate, points: movePoint(mate.points, partners[k]!, to) },
    ),
  }
}

/** Adds a point, and one on the line of each mate that has none at that moment. */
export const addTogether = (
  { ramp, mates }: Together,
  at: number,
  value: number,
): Together & { readonly index: number } => {
  const added = addRampPoint(ramp, at, value)
  const place = added.ramp.points[added.index]!.at
  return {
    ...added,
    mates: mates.map((mate) =>
      pointAt(mate, place) >= 0 ? mate : addRampPoint(mate, place, rampAt(compileRamp(mate), place)).ramp,
    ),
  }
}

/** Removes a point and what stands at its moment in the mates; the last point of each stays. */
export const removeTogether = ({ ramp, mates }: Together, index: number): Together => {
  const { at } = ramp.points[index]!
  return {
    ramp: removePoint(ramp, index),
    mates: mates.map((mate) => {
      const partner = pointAt(mate, at)
      return partner < 0 ? mate : removePoint(mate, partner)
    }),
  }
}
