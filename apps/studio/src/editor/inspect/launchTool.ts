/** What a throw sets, and writing what it found. */
import type { Kit } from '@gliv/document'
import { FORCE_KINDS, type Range } from '@gliv/model'
import { create } from 'zustand'
import type { LaunchAim, SolvedLaunch } from './launchSolver.ts'

export const useLaunchTool = create<{ readonly sets: LaunchAim }>(() => ({ sets: 'speedAndHeading' }))

const rounded = (value: number): number => Math.round(value * 10) / 10

/** A range with another middle; both ends grow alike, so that the spread stays in proportion. */
export const withMiddle = (range: Range, middle: number): Range => {
  const now = (range.from + range.to) / 2
  if (range.from === range.to || now <= 0) return { ...range, from: rounded(middle), to: rounded(middle) }
  return { ...range, from: rounded((range.from / now) * middle), to: rounded((range.to / now) * middle) }
}

export const writeLaunch = (
  kit: Kit,
  effectId: string,
  emitterId: string,
  sets: LaunchAim,
  { heading, speed, gravity }: SolvedLaunch,
): void => {
  const emitter = kit.effects[effectId]?.emitters[emitterId]
  const type = emitter && kit.types[emitter.type]
  if (!emitter || !type) return
  if (sets === 'speed' || sets === 'speedAndHeading')
    emitter.numbers.speed = withMiddle(emitter.numbers.speed, speed)
  if (sets === 'heading' || sets === 'speedAndHeading')
    emitter.numbers.heading = rounded(((((heading + 180) % 360) + 360) % 360) - 180)
  if (sets !== 'gravity') return
  type.numbers.gravity = Math.round(gravity)
  if (!type.forces.includes('gravity'))
    type.forces = FORCE_KINDS.filter((force) => force === 'gravity' || type.forces.includes(force))
}
