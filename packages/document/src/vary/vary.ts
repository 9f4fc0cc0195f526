/**
 * Neighbours of an effect: one group of its numbers drawn anew around where they are. What an effect is made of stays:
 * pictures, blends, kinds of shapes and forces, seeds, parts, and what is tied to what.
 */
import { compilePalette, fromOklab, nearestIn, parseColour, toOklab } from '@gliv/base'
import {
  FORCES,
  property,
  type PropertyId,
  type Range,
  type ShapeHandle,
  SHAPES,
  type TintRamp,
} from '@gliv/model'
import { refuseChange } from '../kit/change.ts'
import type { Emitter, Kit, ParticleType } from '../kit/kit.ts'
import { clone } from '../kit/layers.ts'
import { boundsWithin } from '../kit/rules.ts'

/** Groups that vary, each by itself. */
export const VARY_GROUPS = ['launch', 'timing', 'size', 'colour', 'forces'] as const
/** One of `VARY_GROUPS`. */
export type VaryGroup = (typeof VARY_GROUPS)[number]

/** What can be held fast: a number, or the colours of a tint ramp. */
export type VaryLock = PropertyId | 'tint'

const SHAPE_NUMBERS = {
  radius: ['shapeRadius'],
  inner: ['shapeInner'],
  size: ['shapeWidth', 'shapeHeight'],
  line: ['shapeWidth'],
  turn: [],
  end: [],
  tilt: [],
  points: [],
  curve: [],
} as const satisfies Record<ShapeHandle, readonly PropertyId[]>

/** Numbers that vary wherever they stand, by what carries them; `more` only where somebody set them. */
interface GroupNumbers {
  readonly always: readonly PropertyId[]
  readonly more: readonly PropertyId[]
}

const NUMBERS = {
  launch: { always: ['speed', 'fan', 'heading'], more: ['inherit', 'jitterX', 'jitterY', 'spin'] },
  timing: {
    always: ['flow', 'life', 'burstCount'],
    more: ['flowPerPx', 'delay', 'duration', 'burstAt', 'burstSpan', 'burstInterval'],
  },
  size: {
    always: ['scale'],
    more: ['scaleFloor', 'scaleRate', 'scaleY', 'scaleYFloor', 'scaleYRate', 'stretch'],
  },
  colour: {
    always: ['opacity'],
    more: ['opacityFloor', 'hueSpread', 'saturationSpread', 'valueSpread', 'hueTurn'],
  },
  forces: { always: [], more: [] },
} as const satisfies Record<VaryGroup, GroupNumbers>

/** Numbers that say nothing at 0: their flow, their bursts, their force is not there. */
const OFF_AT_ZERO: ReadonlySet<PropertyId> = new Set(['flow', 'speed', 'fan'])

const shapeNumbers = ({ shape }: Emitter): readonly PropertyId[] =>
  SHAPES[shape].handles.flatMap((handle) => SHAPE_NUMBERS[handle])

const forceNumbers = ({ forces }: ParticleType): readonly PropertyId[] =>
  // Places of forces are what they are tied to.
  forces.flatMap((force) => FORCES[force].numbers.filter((id) => property(id).unit !== 'px'))

const isOff = (id: PropertyId, value: number | Range): boolean =>
  OFF_AT_ZERO.has(id) && (typeof value === 'number' ? value === 0 : value.from === 0 && value.to === 0)

const isDefault = (id: PropertyId, value: number | Range): boolean =>
  JSON.stringify(value) === JSON.stringify(property(id).default)

/** Something with numbers. */
interface Carrier {
  readonly owner: 'emitter' | 'burst' | 'type'
  readonly holder: { numbers: object }
  readonly emitter: Emitter
  readonly type: ParticleType
}

const carriersOf = (kit: Kit, effectId: string): readonly Carrier[] => {
  const types = new Set<string>()
  return Object.values(kit.effects[effectId]!.emitters).flatMap((emitter): Carrier[] => {
    const type = kit.types[emitter.type]!
    const first = !types.has(type.id)
    types.add(type.id)
    return [
      { owner: 'emitter', holder: emitter, emitter, type },
      ...emitter.bursts.map((burst) => ({ owner: 'burst', holder: burst, emitter, type }) as const),
      ...(first ? [{ owner: 'type', holder: type, emitter, type } as const] : []),
    ]
  })
}

const wantedOf = ({ owner, emitter, type }: Carrier, group: VaryGroup): readonly PropertyId[] => {
  const { always, more }: GroupNumbers = NUMBERS[group]
  const shape = group === 'launch' && owner === 'emitter' ? shapeNumbers(emitter) : []
  const forces = group === 'forces' && owner === 'type' ? forceNumbers(type) : []
  return [...always, ...more, ...shape, ...forces].filter((id) => property(id).owner === owner)
}

/** Numbers of one carrier that vary in a group. */
const numbersOf = (carrier: Carrier, group: VaryGroup): readonly PropertyId[] => {
  const numbers = carrier.holder.numbers as Record<string, number | Range>
  const { more }: GroupNumbers = NUMBERS[group]
  return wantedOf(carrier, group).filter((id) => {
    const value = numbers[id]
    if (value === undefined || isOff(id, value)) return false
    if (id === 'heading' && carrier.emitter.aim !== 'direction') return false
    if (id === 'life' && carrier.type.lifeIs === 'clip') return false
    return !more.includes(id) || !isDefault(id, value)
  })
}

const hasTint = (kit: Kit, effectId: string): boolean =>
  Object.keys(kit.effects[effectId]!.emitters).length > 0

/** What may vary in a group of an effect, in the order in which the Recipe has it; empty where nothing may. */
export const varies = (kit: Kit, effectId: string, group: VaryGroup): readonly VaryLock[] => [
  ...new Set<VaryLock>([
    ...(group === 'colour' && hasTint(kit, effectId) ? (['tint'] as const) : []),
    ...carriersOf(kit, effectId).flatMap((carrier) => numbersOf(carrier, group)),
  ]),
]

/** Chance: a number from 0 up to 1. */
export type Chance = () => number

/** How a variation is drawn. */
export interface VaryOptions {
  /** How far numbers go at most, as a share of what their sliders offer; 0.2 is ±20 %. */
  readonly spread: number
  readonly locks: ReadonlySet<VaryLock>
  readonly chance: Chance
}

/** From −1 to 1; small steps are likelier than wide ones. */
const step = (chance: Chance): number => {
  const u = chance() * 2 - 1
  return u * Math.abs(u)
}

/** Six digits are as fine as anybody sets by hand. */
const clean = (id: PropertyId, value: number): number =>
  property(id).whole ? Math.round(value) : Number(value.toPrecision(6))

const kept = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value))

const drawn = (
  carrier: Carrier,
  id: PropertyId,
  value: number | Range,
  options: VaryOptions,
): number | Range => {
  const { soft, hard } = property(id)
  // Inside what sliders offer, unless the number was typed beyond them.
  const ends = typeof value === 'number' ? [value] : [value.from, value.to]
  const [low, high] = boundsWithin(carrier.owner, carrier.holder as never, id)
  const least = Math.max(hard[0], low, Math.min(soft[0], ...ends))
  const most = Math.min(hard[1], high, Math.max(soft[1], ...ends))
  const by = (): number => step(options.chance) * options.spread * (soft[1] - soft[0])
  const near = (one: number): number => clean(id, kept(one + by(), least, most))
  if (typeof value === 'number') return near(value)
  if (value.from === value.to) {
    const one = near(value.from)
    return { ...value, from: one, to: one }
  }
  const [from, to] = [near(value.from), near(value.to)]
  return { ...value, from: Math.min(from, to), to: Math.max(from, to) }
}

/** Half a turn of hue, all of the lightness: what ±100 % would be. */
const HUE = Math.PI
const DIM = 1

/** Turns all colours of a ramp by one angle in Oklab, and makes them lighter and more vivid together. */
const tinted = (
  ramp: TintRamp,
  palette: readonly string[] | null,
  { spread, chance }: VaryOptions,
): TintRamp => {
  const turn = step(chance) * spread * HUE
  const lighter = (step(chance) * spread * DIM) / 2
  const vivid = 1 + step(chance) * spread * 2
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const colours = palette && compilePalette(palette)
  const other = (colour: string): string => {
    const [l, a, b] = toOklab(parseColour(colour))
    const made = fromOklab([kept(l + lighter, 0, 1), (a * c - b * s) * vivid, (a * s + b * c) * vivid])
    if (colours && palette) return palette[nearestIn(colours, made)]!
    const hex = (v: number): string => kept(Math.round(v), 0, 255).toString(16).padStart(2, '0')
    return `#${made.map(hex).join('')}`
  }
  return { ...ramp, points: ramp.points.map((point) => ({ ...point, colour: other(point.colour) })) }
}

const varyTints = (kit: Kit, carriers: readonly Carrier[], options: VaryOptions): void => {
  for (const { owner, type } of carriers) {
    if (owner !== 'type') continue
    const palette = type.palette === null ? null : (kit.palettes[type.palette]?.colours ?? null)
    type.ramps.tint = tinted(type.ramps.tint, palette, options)
  }
}

/**
 * Another state of an effect in which one group is drawn anew, as a kit like the one given; null when it cannot be,
 * because nothing varies there or the loader would refuse what was drawn.
 * @param piece a kit with the effect, which is left as it is
 */
export const variation = (
  piece: Kit,
  effectId: string,
  group: VaryGroup,
  options: VaryOptions,
): Kit | null => {
  const made = clone(piece)
  const carriers = carriersOf(made, effectId)
  for (const carrier of carriers) {
    const numbers = carrier.holder.numbers as Record<string, number | Range>
    for (const id of numbersOf(carrier, group))
      if (!options.locks.has(id)) numbers[id] = drawn(carrier, id, numbers[id]!, options)
  }
  if (group === 'colour' && !options.locks.has('tint')) varyTints(made, carriers, options)
  if (JSON.stringify(made) === JSON.stringify(piece)) return null
  return refuseChange(piece, made) === null ? made : null
}
