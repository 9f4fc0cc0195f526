/** Things of one kit brought into another: what is there is used, what clashes gets an id and a name of its own. */
import { canonicalJson } from '../kit/canonical.ts'
import type { Kit } from '../kit/kit.ts'
import { clone, freeName, type MakeId } from '../kit/layers.ts'
import { isMadeFrom } from '../kit/naming.ts'

/** A thing with an id and a name. */
export interface Thing {
  id: string
  name: string
}

/** What becomes of a thing whose id is taken by another of other content. */
export const WHEN_BOTH = ['both', 'first', 'second'] as const
/** `both` keeps both, `first` what was there, `second` what comes. */
export type WhenBoth = (typeof WHEN_BOTH)[number]

/** How a thing arrived. */
export type Arrival = 'there already' | 'added' | 'added beside' | 'kept' | 'replaced'

/** One thing that was brought. */
export interface Brought {
  readonly kind: 'sheet' | 'palette' | 'sound' | 'type' | 'effect' | 'stage' | 'cue'
  /** Its id in the kit that it came to. */
  readonly id: string
  readonly name: string
  readonly arrival: Arrival
}

/** How things are held against each other. */
export interface Bringing {
  readonly makeId: MakeId
  readonly whenBoth: WhenBoth
}

/** A shelf of things in a kit: how they are listed, put and replaced. */
export interface Shelf<T extends Thing> {
  readonly kind: Brought['kind']
  list(kit: Kit): readonly T[]
  add(kit: Kit, thing: T): void
  put(kit: Kit, thing: T): void
}

const mapShelf = <T extends Thing>(
  kind: Brought['kind'],
  map: (kit: Kit) => Record<string, T>,
  order: (kit: Kit) => string[],
): Shelf<T> => ({
  kind,
  list: (kit) => order(kit).map((id) => map(kit)[id]!),
  add: (kit, thing) => {
    map(kit)[thing.id] = thing
    order(kit).push(thing.id)
  },
  put: (kit, thing) => void (map(kit)[thing.id] = thing),
})

const listShelf = <T extends Thing>(
  kind: Brought['kind'],
  list: (kit: Kit) => readonly T[],
  set: (kit: Kit, list: T[]) => void,
): Shelf<T> => ({
  kind,
  list,
  add: (kit, thing) => set(kit, [...list(kit), thing]),
  put: (kit, thing) =>
    set(
      kit,
      list(kit).map((one) => (one.id === thing.id ? thing : one)),
    ),
})

/** Every shelf by its kind. */
export const SHELVES = {
  sheet: mapShelf(
    'sheet',
    (kit) => kit.sheets,
    (kit) => kit.sheetOrder,
  ),
  palette: mapShelf(
    'palette',
    (kit) => kit.palettes,
    (kit) => kit.paletteOrder,
  ),
  sound: listShelf(
    'sound',
    (kit) => kit.sounds ?? [],
    (kit, list) => void (kit.sounds = list),
  ),
  type: mapShelf(
    'type',
    (kit) => kit.types,
    (kit) => kit.typeOrder,
  ),
  effect: mapShelf(
    'effect',
    (kit) => kit.effects,
    (kit) => kit.effectOrder,
  ),
  stage: mapShelf(
    'stage',
    (kit) => kit.stages,
    (kit) => kit.stageOrder,
  ),
  cue: listShelf(
    'cue',
    (kit) => kit.cues ?? [],
    (kit, list) => void (kit.cues = list),
  ),
} as const

/** What a thing is beside its id and name. */
const contentOf = (thing: Thing): string => canonicalJson({ ...thing, id: '', name: '' })

const besides = <T extends Thing>(kit: Kit, shelf: Shelf<T>, thing: T, makeId: MakeId): T => ({
  ...thing,
  id: shelf.list(kit).some(({ id }) => id === thing.id) ? makeId(shelf.kind) : thing.id,
  name: freeName(
    thing.name,
    shelf.list(kit).map(({ name }) => name),
  ),
})

/** A thing of the same content; what came in beside another has a number behind its name. */
const equalOf = <T extends Thing>(list: readonly T[], thing: T): T | undefined => {
  const content = contentOf(thing)
  // What got a number behind its name elsewhere comes back to what it was.
  const isNamesake = ({ name }: T): boolean => isMadeFrom(name, thing.name) || isMadeFrom(thing.name, name)
  return list.find((one) => isNamesake(one) && contentOf(one) === content)
}

/**
 * Brings one thing into a kit, in place; what it names must be named by the kit's own ids already. Gives its id there.
 * @param inPlace a thing of its id may be replaced or kept, as `whenBoth` says; else it comes in beside it
 */
export const bring = <T extends Thing>(
  kit: Kit,
  shelf: Shelf<T>,
  thing: T,
  { makeId, whenBoth }: Bringing,
  inPlace = true,
): Brought => {
  const { kind } = shelf
  const told = (one: Thing, arrival: Arrival): Brought => ({ kind, id: one.id, name: one.name, arrival })
  const list = shelf.list(kit)
  const clash = list.find(({ id }) => id === thing.id)
  const same = equalOf(clash ? [clash, ...list] : list, thing)
  if (same) return told(same, 'there already')
  const stays = clash && inPlace ? whenBoth : 'both'
  if (stays === 'first') return told(clash!, 'kept')
  if (stays === 'second') {
    shelf.put(kit, clone(thing))
    return told(thing, 'replaced')
  }
  const made = besides(kit, shelf, clone(thing), makeId)
  shelf.add(kit, made)
  return told(made, clash || made.name !== thing.name ? 'added beside' : 'added')
}
