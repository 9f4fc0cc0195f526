/**
 * Values set by name in one line: `life 0.9-1.6; speed 20-80; additive; tint fire; gravity 300; opacity 0:100 100:0`.
 * Each part names a number, a choice or a ramp, and says its value as it is typed elsewhere. Pure.
 */
import { isSizeNumber, keepIn, type Kit, refuseNumber, refuseWithin } from '@gliv/document'
import {
  FORCE_KINDS,
  type ForceKind,
  FORCES,
  property,
  propertiesOf,
  type PropertyId,
  type Ramp,
  type Range,
  SCALAR_RAMPS,
  type ScalarRampKind,
  type TintRamp,
} from '@gliv/model'
import { carrierOf, type PropertyAddress, readValue, writeValue } from '../../document/propertyAddress.ts'
import { pictureSide, pixelSide } from '../../document/pictureSide.ts'
import { readRampText, readTintText } from '../../document/rampText.ts'
import { RAMP_TEXTS } from '@gliv/words'
import { OTHER_WORDS } from '@gliv/words'
import { PROPERTY_TEXTS } from '@gliv/words'
import { parseTyped, typedUnit } from '../../document/typed.ts'
import { RAMP_STARTERS, TINT_STARTERS } from '../ramps/rampStarters.ts'
import { addForce } from './addForce.ts'
import { CHOICES, choiceOf, choiceOptions, type MenuChoice } from './choices.ts'
import { addressOf, type EmitterPath, pathsOf } from './emitterPath.ts'
import type { Subject } from './groups.tsx'
import { subjectOf } from './subject.ts'

/** One thing that a line asks for. */
export interface Order {
  /** What it sets, in words. */
  readonly said: string
  apply(kit: Kit): void
}

/** What a line means: all of its orders, or why one of them is none; null for a line that is no order at all. */
export type Orders = { readonly orders: readonly Order[] } | { readonly refusal: string } | null

const normal = (text: string): string => text.toLowerCase().trim().replace(/\s+/g, ' ')

/** Numbers that can be set by name, those of the type first, as they are asked for most. */
const NAMED: readonly PropertyId[] = (['type', 'emitter', 'burst', 'effect'] as const).flatMap((owner) =>
  propertiesOf(owner),
)

const forceOf = (id: PropertyId): ForceKind | null =>
  FORCE_KINDS.find((force) => (FORCES[force].numbers as readonly string[]).includes(id)) ?? null

/** What a word means that is the name of several numbers. */
const MEANT: Readonly<Record<string, PropertyId>> = {
  size: 'scale',
  rotation: 'startAngle',
  alpha: 'opacity',
}

/** How well a name fits a number: its label, its id, another word for it; null for not at all. */
const fitOf = (id: PropertyId, name: string): number | null => {
  if (id.toLowerCase() === name.replace(/ /g, '')) return 0
  const label = normal(PROPERTY_TEXTS[id].label)
  if (label === name) return 0.5
  const others = normal((OTHER_WORDS as Partial<Record<PropertyId, string>>)[id] ?? '').split(' ')
  if (others.includes(name)) return 1
  return label.startsWith(name) && name.length >= 3 ? 2 : null
}

const numberNamed = (name: string): PropertyId | null => {
  if (Object.hasOwn(MEANT, name)) return MEANT[name]!
  let best: { readonly id: PropertyId; readonly fit: number } | null = null
  for (const id of NAMED) {
    const fit = fitOf(id, name)
    if (fit !== null && (best === null || fit < best.fit)) best = { id, fit }
  }
  return best?.id ?? null
}

/** A number's place in the kit with what stands there; or why it has none. */
const placeOf = (subject: Subject, path: EmitterPath, id: PropertyId) => {
  const { kit, emitter } = subject
  const [burst] = emitter.bursts
  const { label } = PROPERTY_TEXTS[id]
  if (property(id).owner === 'burst' && !burst) return `${label} belongs to a burst; add one first`
  const target = addressOf(path, id, burst?.id)
  const value = readValue(kit, target, id)
  const carrier = carrierOf(kit, target)
  return value === undefined || value === null || !carrier
    ? `${label} has no place here`
    : { target, value, carrier }
}

const setNumber = (subject: Subject, path: EmitterPath, id: PropertyId, text: string): Order | string => {
  const { kit } = subject
  const { label } = PROPERTY_TEXTS[id]
  const place = placeOf(subject, path, id)
  if (typeof place === 'string') return place
  const { target, value, carrier } = place
  const typed = parseTyped(id, text, {
    present: typeof value === 'number' ? value : value.from,
    side: pictureSide(kit, target, id),
    inPixels: pixelSide(kit, target, id) !== null,
  })
  if (typeof typed === 'string') return `${label}: ${typed}`
  if (typed.from !== typed.to && typeof value === 'number')
    return `${label} takes one number; type digits like 12`
  const within = refuseWithin(target.owner, carrier, id, typed.from)
  const refusal = refuseNumber(id, typed.from) ?? refuseNumber(id, typed.to) ?? within
  if (refusal) return `${label}: ${refusal}`
  const next = typeof value === 'number' ? typed.from : { ...value, from: typed.from, to: typed.to }
  return { said: `${label} ${text}`, apply: (draft) => writeNumber(draft, path, target, id, next, text) }
}

/** Sets a number; a force that it belongs to acts from then on, and a size is kept in the unit that was typed. */
const writeNumber = (
  kit: Kit,
  path: EmitterPath,
  target: PropertyAddress,
  id: PropertyId,
  next: number | Range,
  text: string,
): void => {
  const force = forceOf(id)
  const unit = typedUnit(id, text)
  if (force && !kit.types[path.type]!.forces.includes(force)) addForce(kit, path, force)
  writeValue(kit, target, id, next)
  if (unit && isSizeNumber(id)) keepIn(kit.types[path.type]!, id, unit)
}

/** Choices that are meant where their words are others’, too. */
const FIRST: readonly MenuChoice[] = ['blend', 'shape', 'aim', 'facing']

/** `additive`, `along travel`, `circle`: an option of a choice that has no other with its words. */
const choose = (subject: Subject, path: EmitterPath, words: string): Order | null => {
  const { kit, emitter, type } = subject
  for (const id of [...FIRST, ...(Object.keys(CHOICES) as MenuChoice[])]) {
    const option = choiceOptions(id, kit, emitter, type, path).find(({ label }) => {
      const plain = normal(label)
      return plain === words || plain.replace(/^(an?|the) /, '') === words
    })
    const { title, apply } = choiceOf(id)
    if (option)
      return { said: `${title} ${option.label}`, apply: (draft) => apply(draft, path, option.value) }
  }
  return null
}

const starterNamed = <R>(
  starters: Readonly<Record<string, { readonly name: string; readonly ramp: R }>>,
  name: string,
): R | null => Object.values(starters).find((starter) => normal(starter.name) === name)?.ramp ?? null

/** `tint fire`, `tint #fff #f80`, `opacity fade out`, `scale 0:0 30:100 100:0`: a whole ramp. */
const setRamp = (path: EmitterPath, name: string, text: string): Order | null => {
  if (name === 'tint') {
    const ramp: TintRamp | null = starterNamed(TINT_STARTERS, text) ?? readTintText(text)
    return ramp && { said: `Tint ${text}`, apply: (kit) => void (kit.types[path.type]!.ramps.tint = ramp) }
  }
  const kind: ScalarRampKind | undefined = SCALAR_RAMPS.find((k) => normal(RAMP_TEXTS[k]) === name)
  if (!kind) return null
  const ramp: Ramp | null =
    starterNamed(RAMP_STARTERS, text) ?? (text.includes(':') ? readRampText(text) : null)
  return (
    ramp && {
      said: `${RAMP_TEXTS[kind]} ${text}`,
      apply: (kit) => void (kit.types[path.type]!.ramps[kind] = ramp),
    }
  )
}

/** One part of a line; null where it names nothing, so that the line is a search. */
const orderOf = (subject: Subject, path: EmitterPath, part: string): Order | string | null => {
  const words = normal(part)
  const chosen = choose(subject, path, words)
  if (chosen) return chosen
  // The longest name that fits, and something behind it.
  const tokens = part.trim().split(/\s+/)
  for (let k = tokens.length - 1; k > 0; k--) {
    const name = normal(tokens.slice(0, k).join(' '))
    const text = tokens.slice(k).join(' ')
    const ramp = setRamp(path, name.replace(/ ramp$/, ''), normal(text))
    if (ramp) return ramp
    const id = /[\d#]|^(up|down|left|right)$/i.test(text) ? numberNamed(name) : null
    if (id) return setNumber(subject, path, id, text)
  }
  return null
}

/** What a typed line asks for. Parts are parted by semicolons, or by commas before a word. */
export const readOrders = (subject: Subject, path: EmitterPath, line: string): Orders => {
  const parts = line.split(/;|,(?=\s*[a-z])/i).filter((part) => part.trim() !== '')
  const orders: Order[] = []
  for (const part of parts) {
    const order = orderOf(subject, path, part)
    if (order === null)
      return orders.length > 0 ? { refusal: `“${part.trim()}” sets nothing; type a name and a value` } : null
    if (typeof order === 'string') return { refusal: order }
    orders.push(order)
  }
  return orders.length > 0 ? { orders } : null
}

/** The same line for all emitters that are edited at once: all of it everywhere, or nothing. */
export const readOrdersForAll = (kit: Kit, path: EmitterPath, line: string): Orders => {
  const all: Order[] = []
  for (const [at, one] of pathsOf(path).entries()) {
    const subject = subjectOf(kit, one)
    const read = subject && readOrders(subject, one, line)
    if (!read || 'refusal' in read) return read
    // Said once.
    all.push(...read.orders.map((order) => (at === 0 ? order : { ...order, said: '' })))
  }
  return { orders: all }
}
