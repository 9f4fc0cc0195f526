/** Numbers as another program wants them: angles that turn the other way or start elsewhere, a step as the time. */
import { PROPERTIES, type PropertyId, type Unit, type Writing } from '@gliv/model'

/** Angles that point somewhere; others are widths or turns. */
const HEADINGS: ReadonlySet<PropertyId> = new Set([
  'heading',
  'gravityHeading',
  'windHeading',
  'driftHeading',
  'swayHeading',
])
/** Angles without a side: how wide something is. */
const WIDTHS: ReadonlySet<PropertyId> = new Set([
  'shapeArc',
  'fan',
  'hueSpread',
  'hueTurn',
  'waverHeading',
  'waverSpin',
])

const ZERO_DEG = { right: 0, down: 90, left: 180, up: -90 } as const satisfies Record<Writing['zero'], number>

/** Powers of a second in a unit: s is 1, px/s is −1. */
const SECONDS: Readonly<Partial<Record<Unit, number>>> = {
  s: 1,
  'px/s': -1,
  'px/s2': -2,
  'deg/s': -1,
  'per s': -1,
  'factor/s': -1,
  'share/s': -1,
}

const isAngle = (unit: Unit): boolean => unit === 'deg' || unit === 'deg/s'

/** Times as many steps as seconds; what is by the second, or by its square, as much less. */
const inSteps = (value: number, power: number, steps: number): number => {
  if (power > 0) return value * steps
  let made = value
  for (let k = 0; k < -power; k++) made /= steps
  return made
}

/** A number of a property, converted. Angles are not wrapped, so that ranges stay whole. */
export const converted = (id: PropertyId, value: number, writing: Writing): number => {
  const { unit } = PROPERTIES[id]
  let made = value
  if (isAngle(unit) && !WIDTHS.has(id)) {
    if (HEADINGS.has(id)) made -= ZERO_DEG[writing.zero]
    if (writing.turns === 'counterclockwise') made = -made
  }
  if (isAngle(unit) && writing.angles === 'radians') made = (made * Math.PI) / 180
  if (writing.per === 'step') made = inSteps(made, SECONDS[unit] ?? 0, writing.steps)
  return Number(made.toFixed(writing.digits)) + 0
}

const STEP_UNITS: Readonly<Partial<Record<Unit, string>>> = {
  s: 'steps',
  'px/s': 'px/step',
  'px/s2': 'px/step²',
  'deg/s': 'deg/step',
  'per s': 'per step',
  'factor/s': 'factor/step',
  'share/s': 'share/step',
}

/** What a converted number is in. */
export const unitText = (id: PropertyId, { per, angles }: Writing): string => {
  const { unit } = PROPERTIES[id]
  const text = (per === 'step' ? STEP_UNITS[unit] : undefined) ?? unit.replace('s2', 's²')
  return angles === 'radians' ? text.replace('deg', 'rad') : text
}
