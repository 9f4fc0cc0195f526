/** What differs between two kits, in the words in which the studio shows it. */
import type { Effect, Emitter, Kit, ParticleType } from '@gliv/document'
import type { KitShipping } from '@gliv/model'
import { RELAY_TRIGGER_TEXTS } from '../texts/relays.ts'
import { titleOf } from './titles.ts'
import { valueText } from './values.ts'

/** One thing that differs. */
export interface Difference {
  /** Whose it is, from the outermost in: `Stove fire`, `Flames`. */
  readonly where: readonly string[]
  /** What differs: a number's label, a sentence's title; null where the whole came or went. */
  readonly what: string | null
  /** In words, with units; `none` where there was nothing. */
  readonly from: string
  readonly to: string
  /** The place in the document. */
  readonly place: string
}

type Plain = Readonly<Record<string, unknown>>
const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Equal as data: the order of keys, and keys without a value, say nothing. */
const same = (a: unknown, b: unknown): boolean => {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return Object.is(a, b)
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const [x, y] = [a as Plain, b as Plain]
  return [...new Set([...Object.keys(x), ...Object.keys(y)])].every((key) => same(x[key], y[key]))
}

interface Sides {
  readonly a: Kit
  readonly b: Kit
}
interface At {
  readonly where: readonly string[]
  /** As a row of the table of emitters is called. */
  readonly row: string
  /** The path in the document. */
  readonly place: string
}
interface Thing {
  readonly id: string
  readonly name: string
}

/** Values that are one whole: ranges, ramps, paths. */
const isWhole = (value: Plain): boolean => 'points' in value || ('from' in value && 'to' in value)

/** Keys that are told elsewhere, or say nothing to people. */
const UNTOLD: ReadonlySet<string> = new Set(['id', 'salt'])

/** Walks two values side by side and tells of each leaf that differs. */
const walk = (sides: Sides, a: unknown, b: unknown, at: At, told: readonly string[]): Difference[] => {
  if (same(a, b)) return []
  if (isPlain(a) && isPlain(b) && !isWhole(a) && !isWhole(b)) {
    const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])]
    return keys
      .filter((key) => !UNTOLD.has(key) && !told.includes(key))
      .flatMap((key) =>
        walk(sides, a[key], b[key], { ...at, row: `${at.row}.${key}`, place: `${at.place}.${key}` }, []),
      )
  }
  const [from, to] = [valueText(sides.a, at.row, a), valueText(sides.b, at.row, b)]
  return [
    {
      where: at.where,
      what: titleOf(at.row),
      from,
      // Two values that read alike still differ.
      to: from === to ? `${to}, otherwise` : to,
      place: at.place,
    },
  ]
}

const whole = (where: readonly string[], place: string, came: boolean): Difference => ({
  where,
  what: null,
  from: came ? 'none' : 'there',
  to: came ? 'there' : 'none',
  place,
})

/** Things with ids, each held against its namesake. */
const listed = <T>(
  a: readonly T[],
  b: readonly T[],
  idOf: (one: T) => string,
  both: (a: T, b: T) => Difference[],
  only: (one: T, came: boolean) => Difference,
): Difference[] => {
  const there = new Map(b.map((one) => [idOf(one), one]))
  const here = new Set(a.map(idOf))
  return [
    ...a.flatMap((one) => {
      const other = there.get(idOf(one))
      return other === undefined ? [only(one, false)] : both(one, other)
    }),
    ...b.filter((one) => !here.has(idOf(one))).map((one) => only(one, true)),
  ]
}

interface Numbered {
  readonly id: string
}

/** Bursts, relays and parts, by their number. */
const inner = <T extends Numbered>(
  sides: Sides,
  a: readonly T[],
  b: readonly T[],
  at: At,
  nameOf: (one: T, number: number) => string,
): Difference[] => {
  const numberOf = (one: T): number => {
    const k = b.findIndex(({ id }) => id === one.id)
    return (k === -1 ? a.findIndex(({ id }) => id === one.id) : k) + 1
  }
  return listed(
    a,
    b,
    ({ id }) => id,
    (x, y) =>
      walk(
        sides,
        x,
        y,
        { ...at, where: [...at.where, nameOf(y, numberOf(y))], place: `${at.place}.${x.id}` },
        [],
      ),
    (one, came) => whole([...at.where, nameOf(one, numberOf(one))], `${at.place}.${one.id}`, came),
  )
}

const emitterPairs = (sides: Sides, a: Emitter, b: Emitter, where: readonly string[], place: string) => {
  const at = { where, row: 'emitter', place }
  return [
    ...walk(sides, a, b, at, ['bursts', 'relays', 'lanes', 'drives']),
    ...walk(sides, a.lanes, b.lanes, { ...at, row: 'emitter.lanes', place: `${place}.lanes` }, []),
    ...walk(
      sides,
      a.drives ?? {},
      b.drives ?? {},
      { ...at, row: 'emitter.drives', place: `${place}.drives` },
      [],
    ),
    ...inner(
      sides,
      a.bursts,
      b.bursts,
      { where, row: 'emitter.bursts', place: `${place}.bursts` },
      (_, k) => `Burst ${k}`,
    ),
    ...inner(
      sides,
      a.relays,
      b.relays,
      { where, row: 'emitter.relays', place: `${place}.relays` },
      ({ trigger }) => `Relay ${RELAY_TRIGGER_TEXTS[trigger]}`,
    ),
  ]
}

/** Which effect it follows; what is its own is told by what differs. */
const variantPair = (sides: Sides, a: Effect, b: Effect, where: readonly string[]): Difference[] => {
  const said = (kit: Kit, { variant }: Effect): string =>
    variant ? (kit.effects[variant.of]?.name ?? variant.of) : 'none'
  const [from, to] = [said(sides.a, a), said(sides.b, b)]
  return from === to ? [] : [{ where, what: 'Variant of', from, to, place: `effects.${a.id}.variant` }]
}

const effectPair = (sides: Sides, a: Effect, b: Effect): Difference[] => {
  const place = `effects.${a.id}`
  const where = [b.name]
  return [
    ...walk(sides, a, b, { where, row: 'effect', place }, ['emitters', 'parts', 'knobs', 'variant']),
    ...variantPair(sides, a, b, where),
    ...inner(
      sides,
      a.knobs ?? [],
      b.knobs ?? [],
      { where, row: 'effect.knobs', place: `${place}.knobs` },
      ({ name }) => `Knob ${name}`,
    ),
    ...inner(
      sides,
      a.parts,
      b.parts,
      { where, row: 'effect.parts', place: `${place}.parts` },
      ({ effects }) =>
        `Part ${effects.map(({ effect }) => sides.b.effects[effect]?.name ?? effect).join(' or ')}`,
    ),
    ...listed(
      Object.values(a.emitters),
      Object.values(b.emitters),
      ({ id }) => id,
      (x, y) => emitterPairs(sides, x, y, [b.name, y.name], `${place}.emitters.${x.id}`),
      (one, came) => whole([b.name, one.name], `${place}.emitters.${one.id}`, came),
    ),
  ]
}

/** A type is told where it is sent out from; one of several emitters has a heading of its own. */
const typeWhere = (kit: Kit, type: ParticleType): readonly string[] => {
  const users = kit.effectOrder.flatMap((id) =>
    Object.values(kit.effects[id]!.emitters).flatMap((emitter) =>
      emitter.type === type.id ? [[kit.effects[id]!.name, emitter.name]] : [],
    ),
  )
  const [only, more] = users
  return only && !more ? only : [`Particle type ${type.name}`]
}

const things = <T extends Thing>(
  sides: Sides,
  kind: string,
  row: string,
  list: (kit: Kit) => readonly T[],
): Difference[] =>
  listed(
    list(sides.a),
    list(sides.b),
    ({ id }) => id,
    (x, y) => walk(sides, x, y, { where: [`${kind} ${y.name}`], row, place: `${row}s.${x.id}` }, []),
    (one, came) => whole([`${kind} ${one.name}`], `${row}s.${one.id}`, came),
  )

const inOrder = <T>(order: readonly string[], map: Readonly<Record<string, T>>): T[] =>
  order.map((id) => map[id]!)

/** Parts of a kit that are told each in its own way. */
const TOLD = [
  'effects',
  'effectOrder',
  'types',
  'typeOrder',
  'sheets',
  'sheetOrder',
  'palettes',
  'paletteOrder',
  'stages',
  'stageOrder',
  'sounds',
  'cues',
  'ship',
  'version',
  'format',
  'rules',
]

const orderPair = (a: Kit, b: Kit): Difference[] => {
  const shared = (kit: Kit, other: Kit): string =>
    kit.effectOrder
      .filter((id) => other.effects[id])
      .map((id) => kit.effects[id]!.name)
      .join(', ')
  const [from, to] = [shared(a, b), shared(b, a)]
  const ids = (kit: Kit, other: Kit): string[] => kit.effectOrder.filter((id) => other.effects[id])
  return same(ids(a, b), ids(b, a))
    ? []
    : [{ where: [b.name], what: 'Order of effects', from, to, place: 'effectOrder' }]
}

const shipPairs = (sides: Sides): Difference[] => {
  const { a, b } = sides
  const none: KitShipping = { presets: [], effects: {} }
  const [was, is] = [a.ship ?? none, b.ship ?? none]
  const names = new Map([...Object.entries(a.effects), ...Object.entries(b.effects)])
  return [
    ...things(sides, 'Preset', 'preset', (kit) => kit.ship?.presets ?? []),
    ...[...new Set([...Object.keys(was.effects), ...Object.keys(is.effects)])].flatMap((id) =>
      walk(
        sides,
        { ...was.effects[id], written: '' },
        { ...is.effects[id], written: '' },
        { where: [names.get(id)?.name ?? id, 'Ship'], row: 'ship', place: `ship.effects.${id}` },
        [],
      ),
    ),
  ]
}

/** Everything that differs from the first kit to the second, in the order in which the studio shows it. */
export const differences = (a: Kit, b: Kit): Difference[] => {
  const sides = { a, b }
  return [
    ...walk(sides, a, b, { where: [b.name], row: 'kit', place: 'kit' }, TOLD),
    ...orderPair(a, b),
    ...listed(
      inOrder(a.effectOrder, a.effects),
      inOrder(b.effectOrder, b.effects),
      ({ id }) => id,
      (x, y) => effectPair(sides, x, y),
      (one, came) => whole([one.name], `effects.${one.id}`, came),
    ),
    ...listed(
      inOrder(a.typeOrder, a.types),
      inOrder(b.typeOrder, b.types),
      ({ id }) => id,
      (x, y) => walk(sides, x, y, { where: typeWhere(b, y), row: 'type', place: `types.${x.id}` }, []),
      (one, came) => whole([`Particle type ${one.name}`], `types.${one.id}`, came),
    ),
    ...things(sides, 'Sheet', 'sheet', (kit) => inOrder(kit.sheetOrder, kit.sheets)),
    ...things(sides, 'Palette', 'palette', (kit) => inOrder(kit.paletteOrder, kit.palettes)),
    ...things(sides, 'Stage', 'stage', (kit) => inOrder(kit.stageOrder, kit.stages)),
    ...things(sides, 'Sound', 'sound', (kit) => kit.sounds ?? []),
    ...things(sides, 'Cue', 'cue', (kit) => kit.cues ?? []),
    ...shipPairs(sides),
  ]
}

const line = ({ what, from, to }: Difference): string => {
  if (what !== null) return `${what}: ${from} → ${to}`
  return from === 'none' ? 'added' : 'gone'
}

/** Differences as text for people: a heading for each effect and emitter, a line for each difference. */
export const differencesText = (list: readonly Difference[]): string => {
  const lines: string[] = []
  let before: readonly string[] = []
  for (const one of list) {
    const shared = one.where.findIndex((name, k) => before[k] !== name)
    const fresh = shared === -1 ? one.where.length : shared
    for (let k = fresh; k < one.where.length; k++) lines.push(`${'  '.repeat(k)}${one.where[k]}`)
    lines.push(`${'  '.repeat(one.where.length)}${line(one)}`)
    before = one.where
  }
  return lines.join('\n')
}
