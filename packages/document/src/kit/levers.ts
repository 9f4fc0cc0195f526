/**
 * Levers: one factor for a whole effect, carried through every number by its unit, so that the effect stays
 * itself.
 * Each changes the kit that it is given. Particle types that other effects use too are parted from them
 * first.
 */
import { type Owner, property, propertiesOf, type PropertyId, type Range, type Unit } from '@gliv/model'
import { usersOfType } from './edits.ts'
import { addType, clone, freeName, type MakeId } from './layers.ts'
import type { DriveChoices } from './knob.ts'
import type { Effect, Emitter, Kit, ParticleType } from './kit.ts'

/**
 * Levers that change many numbers of an effect in proportion: its time, its size, its density, its weight
 * (decision 0021).
 */
export const LEVERS = ['longer', 'bigger', 'denser', 'heavier'] as const
/** Name of a lever in `LEVERS`. */
export type Lever = (typeof LEVERS)[number]

/** Power of the factor by unit: time as T, length as L. */
const TIME_POWERS = {
  px: 0,
  s: 1,
  deg: 0,
  'deg/s': -1,
  'px/s': -1,
  'px/s2': -2,
  'per s': -1,
  'per px': 0,
  factor: 0,
  'factor/s': -1,
  'share/s': -1,
  share: 0,
  count: 0,
} as const satisfies Record<Unit, number>
const LENGTH_POWERS = {
  px: 1,
  s: 0,
  deg: 0,
  'deg/s': 0,
  'px/s': 1,
  'px/s2': 1,
  'per s': 0,
  'per px': -1,
  factor: 0,
  'factor/s': 0,
  'share/s': 0,
  share: 0,
  count: 0,
} as const satisfies Record<Unit, number>

/** Numbers that are lengths or counts in another way than their unit says. */
const SIZES: Readonly<Partial<Record<PropertyId, number>>> = {
  scale: 1,
  scaleFloor: 1,
  scaleRate: 1,
  scaleY: 1,
  scaleYFloor: 1,
  scaleYRate: 1,
  scaleLow: 1,
  scaleHigh: 1,
  markScale: 1,
  partScale: 1,
  stretch: -1,
  grid: 0,
}
/** What stretches at half the speed has to do so twice as strongly to look the same. */
const TIMES: Readonly<Partial<Record<PropertyId, number>>> = { stretch: 1 }
const COUNTS: Readonly<Partial<Record<PropertyId, number>>> = {
  flow: 1,
  flowPerPx: 1,
  burstCount: 1,
  minimum: 1,
  cap: 1,
}
/** A heavier thing falls faster, and the air has less hold on it. */
const WEIGHTS: Readonly<Partial<Record<PropertyId, number>>> = {
  gravity: 1,
  drag: -1,
  dragQuadratic: -1,
  wind: -1,
  windCarry: -1,
  churn: -1,
  sway: -1,
  drift: -1,
}

/** Power of a lever's factor in a number: 1 grows with it, −1 falls, 0 stays. */
export const leverPower = (lever: Lever, id: PropertyId): number => {
  const { unit } = property(id)
  if (lever === 'longer') return TIMES[id] ?? TIME_POWERS[unit]
  if (lever === 'bigger') return SIZES[id] ?? LENGTH_POWERS[unit]
  return (lever === 'denser' ? COUNTS : WEIGHTS)[id] ?? 0
}

/** Names of numbers that ran into their limit. */
type Clamped = Set<PropertyId>

const times = (id: PropertyId, value: number, factor: number, clamped: Clamped): number => {
  const { hard, whole } = property(id)
  const next = value * factor
  const clean = whole ? Math.round(next) : Number(next.toPrecision(12))
  const held = Math.min(hard[1], Math.max(hard[0], clean))
  if (held !== clean) clamped.add(id)
  return held
}

interface Numbered {
  numbers: object
}

const pull = (
  owner: Owner,
  carrier: Numbered,
  lever: Lever,
  k: number,
  clamped: Clamped,
  stays: (id: PropertyId) => boolean = () => false,
): void => {
  const numbers = carrier.numbers as Record<string, number | Range>
  for (const id of propertiesOf(owner)) {
    const power = leverPower(lever, id)
    const value = numbers[id]
    if (power === 0 || value === undefined || stays(id)) continue
    const factor = k ** power
    numbers[id] =
      typeof value === 'number'
        ? times(id, value, factor, clamped)
        : { ...value, from: times(id, value.from, factor, clamped), to: times(id, value.to, factor, clamped) }
  }
}

const VIEW_SIZES: ReadonlySet<PropertyId> = new Set([
  'shapeWidth',
  'shapeHeight',
  'shapeRadius',
  'shapeInner',
  'endX',
  'endY',
  'edgeDepth',
  'edgeOutset',
])

type Path = Effect['emitters'][string]['path']
const grown = (path: Path, k: number): Path => ({
  ...path,
  points: path.points.map((p) => ({
    x: p.x * k,
    y: p.y * k,
    inX: p.inX * k,
    inY: p.inY * k,
    outX: p.outX * k,
    outY: p.outY * k,
  })),
})

/** What knobs add grows with its number. */
const pullDrives = (drives: DriveChoices, lever: Lever, k: number): DriveChoices =>
  Object.fromEntries(
    Object.entries(drives).flatMap(([id, drive]) => {
      if (!drive) return []
      const factor = property(id as PropertyId).lane === 'plus' ? k ** leverPower(lever, id as PropertyId) : 1
      return [[id, { ...drive, from: drive.from * factor, to: drive.to * factor }]]
    }),
  )

/** Lanes that add something grow with their number; all last as long as the effect. */
const pullLanes = (lanes: Effect['lanes'], lever: Lever, k: number): Effect['lanes'] =>
  Object.fromEntries(
    Object.entries(lanes).flatMap(([id, lane]) => {
      if (!lane) return []
      const seconds = lever === 'longer' ? Math.min(600, Math.max(0.01, lane.seconds * k)) : lane.seconds
      const factor = property(id as PropertyId).lane === 'plus' ? k ** leverPower(lever, id as PropertyId) : 1
      return [[id, { ...lane, seconds, from: lane.from * factor, to: lane.to * factor }]]
    }),
  ) as Effect['lanes']

/** The particle types that emitters of these effects send out, each once. */
export const typesOfEffects = (kit: Kit, effects: readonly Effect[]): ParticleType[] =>
  [...new Set(effects.flatMap(({ emitters }) => Object.values(emitters).map(({ type }) => type)))].map(
    (id) => kit.types[id]!,
  )

/** Gives the effects' emitters types that no effect beside them uses; types shared among them stay shared. */
export const partTypes = (kit: Kit, effects: readonly Effect[], makeId: MakeId): void => {
  const parted = new Map<string, string>()
  const own = new Set(effects.map(({ id }) => id))
  const emitters = effects.flatMap((effect) => effect.emitterOrder.map((id) => effect.emitters[id]!))
  for (const emitter of emitters) {
    const known = parted.get(emitter.type)
    if (known === undefined && usersOfType(kit, emitter.type).every((user) => own.has(user.effect.id)))
      continue
    let mine = known
    if (mine === undefined) {
      mine = makeId('type')
      parted.set(emitter.type, mine)
      const type = clone(kit.types[emitter.type]!)
      const names = Object.values(kit.types).map(({ name }) => name)
      addType(kit, { ...type, id: mine, name: freeName(type.name, names) })
    }
    emitter.type = mine
  }
}

const pullEmitter = (emitter: Emitter, lever: Lever, k: number, clamped: Clamped): void => {
  const inPercent = (number: PropertyId): boolean => emitter.sizeUnit === 'view' && VIEW_SIZES.has(number)
  pull('emitter', emitter, lever, k, clamped, inPercent)
  for (const burst of emitter.bursts) pull('burst', burst, lever, k, clamped)
  for (const relay of emitter.relays) pull('relay', relay, lever, k, clamped)
  emitter.lanes = pullLanes(emitter.lanes, lever, k)
  if (emitter.drives) emitter.drives = pullDrives(emitter.drives, lever, k)
  if (lever !== 'bigger') return
  emitter.path = grown(emitter.path, k)
  if (emitter.travel) emitter.travel = { ...emitter.travel, path: grown(emitter.travel.path, k) }
}

const pullParts = (
  { parts }: Effect,
  pulled: ReadonlySet<string>,
  lever: Lever,
  k: number,
  clamped: Clamped,
) => {
  for (const part of parts) {
    // What is pulled itself must not be pulled a second time by its place.
    const inner = part.effects.every(({ effect }) => pulled.has(effect))
    pull('part', part, lever, k, clamped, (number) => inner && number === 'partScale')
    // The part's own clock: slower where the whole is longer.
    if (lever !== 'longer') continue
    part.numbers.partLength = times('partLength', part.numbers.partLength, k, clamped)
    if (!inner) part.numbers.partTime = times('partTime', part.numbers.partTime, 1 / k, clamped)
  }
}

const LONGEST = 600

/** Events, sounds and what the screen does keep their moments; a shake is a length. */
const pullExtras = (effect: Effect, lever: Lever, k: number): void => {
  const later = <T extends { readonly at: number }>(list: readonly T[]): T[] =>
    list.map((one) => ({ ...one, at: Math.min(LONGEST, one.at * k) }))
  const { events, sounds, screen } = effect
  if (lever === 'longer') {
    if (events) effect.events = later(events)
    if (sounds) effect.sounds = later(sounds)
    if (screen)
      effect.screen = later(screen).map((one) => ({ ...one, seconds: Math.min(60, one.seconds * k) }))
  }
  if (lever === 'bigger' && screen)
    effect.screen = screen.map((one) =>
      one.kind === 'shake' ? { ...one, amount: Math.min(200, one.amount * k) } : one,
    )
}

const pullType = (type: ParticleType, lever: Lever, k: number, clamped: Clamped): void => {
  const relative: Readonly<Partial<Record<PropertyId, boolean>>> = {
    scaleFloor: type.styles.scale.relative,
    scaleYFloor: type.styles.scaleY.relative,
  }
  pull('type', type, lever, k, clamped, (number) => relative[number] === true)
  if (lever === 'bigger') type.rail = grown(type.rail, k)
}

/**
 * Pulls a lever of these effects by a factor above 0; what they share is pulled once. Gives the numbers that ran
 * into their limit, so that it can be said.
 */
export const pullLever = (
  kit: Kit,
  effectIds: readonly string[],
  lever: Lever,
  k: number,
  makeId: MakeId,
): PropertyId[] => {
  const effects = effectIds.flatMap((id) => kit.effects[id] ?? [])
  const clamped: Clamped = new Set()
  if (effects.length === 0 || !(k > 0) || k === 1) return []
  partTypes(kit, effects, makeId)
  const pulled = new Set(effectIds)
  for (const effect of effects) {
    pull('effect', effect, lever, k, clamped)
    effect.lanes = pullLanes(effect.lanes, lever, k)
    pullParts(effect, pulled, lever, k, clamped)
    pullExtras(effect, lever, k)
    for (const id of effect.emitterOrder) pullEmitter(effect.emitters[id]!, lever, k, clamped)
  }
  for (const type of typesOfEffects(kit, effects)) pullType(type, lever, k, clamped)
  return [...clamped]
}
