/** A pack as short as it can be said: what most entries share stands once, and ramps, paths and frames in lists. */
import type { GatheredPack } from '@gliv/document'
import {
  type Drive,
  type Lane,
  PACK_GROUPS,
  type PackEntry,
  type PackKind,
  type Path,
  type Picture,
  type Ramp,
  type ResolvedEffect,
  type ResolvedKnob,
  type ResolvedEmitter,
  type ResolvedPart,
  type ResolvedRelay,
  type ResolvedType,
  type TintRamp,
} from '@gliv/model'
import { allEffects } from './within.ts'

type Fields = Record<string, unknown>

const mapped = <T>(from: Readonly<Record<string, T | undefined>>, short: (value: T) => unknown): Fields =>
  Object.fromEntries(
    Object.entries(from).flatMap(([key, value]) => (value === undefined ? [] : [[key, short(value)]])),
  )

/** at, value, and after them an ease that is not straight; a free one with its four handles. */
const rampShort = ({ points }: Ramp): unknown[] =>
  points.flatMap(({ at, value, ease, handles }): unknown[] => [
    at,
    value,
    ...(ease === 'linear' ? [] : [ease, ...(ease === 'free' ? [handles ?? null] : [])]),
  ])

const tintShort = ({ points }: TintRamp): unknown[] =>
  points.flatMap(({ at, colour, ease }): unknown[] => [at, colour, ...(ease === 'linear' ? [] : [ease])])

const laneShort = ({ from, to, seconds, points }: Lane): unknown[] => [
  from,
  to,
  seconds,
  ...rampShort({ points }),
]

const driveShort = ({ knob, from, to, points }: Drive): unknown[] => [
  knob,
  from,
  to,
  ...rampShort({ points }),
]

const knobShort = (knob: ResolvedKnob): Fields =>
  'lane' in knob && knob.lane ? { ...knob, lane: laneShort(knob.lane) } : { ...knob }

const pathShort = ({ closed, points }: Path): unknown[] => [
  closed ? 1 : 0,
  ...points.flatMap(({ x, y, inX, inY, outX, outY }) => [x, y, inX, inY, outX, outY]),
]

class Compactor {
  readonly #gathered: GatheredPack
  readonly #effects: readonly ResolvedEffect[]
  readonly #types = new Map<string, { readonly number: number; readonly entry: Fields }>()

  constructor(gathered: GatheredPack) {
    this.#gathered = gathered
    this.#effects = allEffects(gathered.effects)
  }

  /** Sheet, weight and numbers of frames. */
  #picture({ sheet, weight, frameIndices }: Picture): unknown[] {
    return [sheet, weight, ...frameIndices]
  }

  #type({ ramps, forceRamps, rail, pictures, mark, ...type }: ResolvedType): number {
    const { tint, tintB, ...scalar } = ramps
    const entry: Fields = {
      ...type,
      ramps: { ...mapped(scalar, rampShort), tint: tintShort(tint), tintB: tintShort(tintB) },
      forceRamps: mapped(forceRamps, rampShort),
      rail: pathShort(rail),
      pictures: pictures.map((picture) => this.#picture(picture)),
      mark: mark && this.#picture(mark),
    }
    const text = JSON.stringify(entry)
    let known = this.#types.get(text)
    if (!known) this.#types.set(text, (known = { number: this.#types.size, entry }))
    return known.number
  }

  #numberOf(effect: ResolvedEffect): number {
    return this.#effects.findIndex(({ id }) => id === effect.id)
  }

  #relay({ effect, ...relay }: ResolvedRelay): Fields {
    return { ...relay, effect: effect && this.#numberOf(effect) }
  }

  #part({ choices, ...part }: ResolvedPart): Fields {
    return { ...part, choices: choices.map(({ weight, effect }) => [weight, this.#numberOf(effect)]) }
  }

  #emitter({ along, lanes, drives, path, travel, type, relays, ...emitter }: ResolvedEmitter): Fields {
    return {
      ...emitter,
      along: mapped(along, rampShort),
      lanes: mapped(lanes, laneShort),
      ...(drives ? { drives: mapped(drives, driveShort) } : {}),
      path: pathShort(path),
      travel: travel && { ...travel, path: pathShort(travel.path) },
      relays: relays.map((relay) => this.#relay(relay)),
      type: this.#type(type),
    }
  }

  #source({ source }: ResolvedEffect): unknown {
    if (!source) return null
    const { frames } = this.#gathered.sheets[source.sheet]!
    const number = frames.findIndex(({ x, y }) => x === source.frame.x && y === source.frame.y)
    return [source.sheet, number]
  }

  effects(): Fields[] {
    return this.#effects.map((effect) => ({
      ...effect,
      lanes: mapped(effect.lanes, laneShort),
      ...(effect.knobs ? { knobs: effect.knobs.map(knobShort) } : {}),
      source: this.#source(effect),
      emitters: effect.emitters.map((emitter) => this.#emitter(emitter)),
      parts: effect.parts.map((part) => this.#part(part)),
    }))
  }

  types(): Fields[] {
    return [...this.#types.values()].map(({ entry }) => entry)
  }
}

const most = (texts: readonly string[]): string => {
  const counts = new Map<string, number>()
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1)
  return [...counts].reduce((best, one) => (one[1] > best[1] ? one : best))[0]
}

/** What most entries say, of all that each of them says; groups value by value. */
const commonOf = (entries: readonly Fields[], isGroup: (key: string) => boolean): Fields => {
  const keys = Object.keys(entries[0] ?? {}).filter((key) => entries.every((entry) => key in entry))
  return Object.fromEntries(
    keys.map((key) => [
      key,
      isGroup(key)
        ? commonOf(
            entries.map((entry) => entry[key] as Fields),
            () => false,
          )
        : (JSON.parse(most(entries.map((entry) => JSON.stringify(entry[key])))) as unknown),
    ]),
  )
}

const isGroup = (key: string): boolean => (PACK_GROUPS as readonly string[]).includes(key)

/** Without what the common entry says, too. */
const without = (entry: Fields, common: Fields): Fields =>
  Object.fromEntries(
    Object.entries(entry).flatMap(([key, value]): [string, unknown][] => {
      if (!(key in common)) return [[key, value]]
      if (JSON.stringify(value) === JSON.stringify(common[key])) return []
      return [[key, isGroup(key) ? without(value as Fields, common[key] as Fields) : value]]
    }),
  )

/** Entries that stand inside others, by the kind that they are of. */
const INSIDE = {
  effect: { emitters: 'emitter', parts: 'part' },
  emitter: { bursts: 'burst', relays: 'relay' },
  ...{ type: {}, burst: {}, relay: {}, part: {} },
} as const satisfies Readonly<Record<PackKind, Readonly<Record<string, PackKind>>>>

const insideOf = (kind: PackKind): [string, PackKind][] => Object.entries(INSIDE[kind])

const collect = (kind: PackKind, entry: Fields, into: Record<PackKind, Fields[]>): void => {
  into[kind].push(entry)
  for (const [key, inner] of insideOf(kind))
    for (const one of entry[key] as Fields[]) collect(inner, one, into)
}

const shortened = (kind: PackKind, entry: Fields, base: Readonly<Record<PackKind, Fields>>): PackEntry => {
  const inner = insideOf(kind).map(([key, other]): [string, unknown] => [
    key,
    (entry[key] as Fields[]).map((one) => shortened(other, one, base)),
  ])
  return without({ ...entry, ...Object.fromEntries(inner) }, base[kind])
}

/** Effects, types and what they share. */
export const compact = (
  gathered: GatheredPack,
): {
  readonly base: Readonly<Record<PackKind, PackEntry>>
  readonly types: readonly PackEntry[]
  readonly effects: readonly PackEntry[]
} => {
  const compactor = new Compactor(gathered)
  const effects = compactor.effects()
  const types = compactor.types()
  const entries: Record<PackKind, Fields[]> = {
    ...{ effect: [], emitter: [], type: types, burst: [], relay: [], part: [] },
  }
  for (const effect of effects) collect('effect', effect, entries)
  const common = (kind: PackKind): Fields => {
    const found = commonOf(entries[kind], isGroup)
    for (const [key] of insideOf(kind)) delete found[key]
    // What tells entries apart is said by each.
    for (const key of ['id', 'name', 'salt', 'type']) delete found[key]
    return found
  }
  const base: Record<PackKind, Fields> = {
    effect: common('effect'),
    emitter: common('emitter'),
    type: common('type'),
    burst: common('burst'),
    relay: common('relay'),
    part: common('part'),
  }
  return {
    base,
    types: types.map((type) => shortened('type', type, base)),
    effects: effects.map((effect) => shortened('effect', effect, base)),
  }
}
