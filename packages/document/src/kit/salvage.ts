/**
 * Opening what is damaged: everything that can be read opens, the rest is set aside by name. Nothing here is
 * used for
 * files that come from outside, which are refused as a whole; it is for what the studio itself has kept.
 */
import {
  defaultsOf,
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  sourceOfId,
} from '@gliv/model'
import { checkKit } from './check.ts'
import { emptyKit } from './edits.ts'
import { isTakenByBirth } from './ids.ts'
import { clone } from './layers.ts'
import { type Effect, type Emitter, type Kit, KIT_VERSION, type ParticleType, type Sheet } from './kit.ts'
import { migrate } from './migrations.ts'
import { brokenRules, ORDER_RULES } from './rules.ts'
import { said, saidMessage, saidPlace } from './said.ts'
import { kitSchema } from './schema.ts'
import { setExtras } from './sounds.ts'

/** Something that could not be read, and why. */
export interface SetAside {
  readonly place: string
  readonly message: string
}

/** What could be read of a damaged kit, and what was left out or mended. */
export interface Salvaged {
  readonly kit: Kit
  readonly aside: readonly SetAside[]
}

type Data = Record<string, unknown>
type Path = readonly PropertyKey[]

const isData = (value: unknown): value is Data =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const MAPS = {
  sheets: 'sheetOrder',
  palettes: 'paletteOrder',
  stages: 'stageOrder',
  types: 'typeOrder',
  effects: 'effectOrder',
} as const
type MapName = keyof typeof MAPS

/** What a thing of each map is when nothing of it is left but its id; `sheet` is one that a type may show. */
const BASES: { readonly [M in MapName]: (id: string, sheet: string) => Data } = {
  sheets: () => ({
    picture: '0'.repeat(32),
    width: 16,
    height: 16,
    sampling: 'smooth',
    frames: [{ name: 'Missing', x: 0, y: 0, w: 16, h: 16, pivotX: 8, pivotY: 8 }],
    clips: [],
    slicing: null,
    packing: null,
  }),
  palettes: () => ({ colours: ['#ffffff'] }),
  stages: () => ({ surfaces: [] }),
  types: (_id, sheet) => ({ pictures: [{ sheet, frames: [0] }], numbers: {} }),
  effects: () => ({ seed: 41, play: 'once', numbers: {}, emitters: {}, emitterOrder: [], parts: [] }),
}

const named = (id: string, base: Data, value: Data): Data => ({
  ...base,
  ...value,
  id,
  name: typeof value['name'] === 'string' && value['name'].length <= 200 ? value['name'] : id,
})

/** The same map with objects only, each with its own id and what it cannot be without. */
const tidyMap = (name: MapName, map: unknown, sheet: string, aside: SetAside[]): Data => {
  if (!isData(map)) {
    if (map !== undefined)
      aside.push({ place: name, message: `${said(map)} is no list of things; what was in it is lost` })
    return {}
  }
  const kept: Data = {}
  for (const [id, value] of Object.entries(map)) {
    if (isData(value) && id !== '' && id.length <= 80 && !isTakenByBirth(id))
      kept[id] = named(id, BASES[name](id, sheet), name === 'effects' ? tidyEffect(id, value, aside) : value)
    else aside.push({ place: `${name}.${id}`, message: `${said(value)} cannot be read` })
  }
  return kept
}

const tidyEffect = (effectId: string, effect: Data, aside: SetAside[]): Data => {
  const emitters: Data = {}
  if (effect['emitters'] !== undefined && !isData(effect['emitters']))
    aside.push({
      place: `effects.${effectId}.emitters`,
      message: `${said(effect['emitters'])} holds no emitters; they are lost`,
    })
  for (const [id, emitter] of Object.entries(isData(effect['emitters']) ? effect['emitters'] : {})) {
    if (isData(emitter) && id !== '' && id.length <= 80 && !isTakenByBirth(id))
      emitters[id] = named(
        id,
        { type: `lost-${id}`.slice(0, 80), salt: sourceOfId(id), numbers: {}, bursts: [] },
        emitter,
      )
    else
      aside.push({ place: `effects.${effectId}.emitters.${id}`, message: `${said(emitter)} cannot be read` })
  }
  return { ...effect, emitters }
}

const tidyOrder = (order: unknown, map: Data): string[] => {
  const ids = Object.keys(map)
  const listed = Array.isArray(order)
    ? order.filter(
        (id, i): id is string => typeof id === 'string' && ids.includes(id) && order.indexOf(id) === i,
      )
    : []
  return [...listed, ...ids.filter((id) => !listed.includes(id))]
}

const tidyKit = (id: string, data: Data, aside: SetAside[]): Data => {
  const base = emptyKit(id, 'Recovered kit') as unknown as Data
  const kit: Data = {
    ...base,
    ...data,
    format: 'gliv-kit',
    version: KIT_VERSION,
    rules: 1,
    id,
    name: typeof data['name'] === 'string' && data['name'].length <= 200 ? data['name'] : base['name'],
  }
  for (const [map, order] of Object.entries(MAPS) as [MapName, string][]) {
    const tidied = tidyMap(
      map,
      data[map],
      Object.keys(isData(kit['sheets']) ? kit['sheets'] : {})[0] ?? 'missing',
      aside,
    )
    kit[map] = tidied
    kit[order] = tidyOrder(data[order], tidied)
  }
  for (const effect of Object.values(kit['effects'] as Data) as Data[])
    effect['emitterOrder'] = tidyOrder(effect['emitterOrder'], effect['emitters'] as Data)
  return kit
}

const holderAt = (root: Data, path: Path): unknown =>
  path
    .slice(0, -1)
    .reduce<unknown>(
      (at, key) =>
        typeof at === 'object' && at !== null ? (at as Record<PropertyKey, unknown>)[key] : undefined,
      root,
    )

/**
 * Takes away what stands at a path; its default comes instead, or what holds it goes in the next round. Gives
 * what was taken.
 */
const takeAway = (root: Data, path: Path): { readonly path: Path; readonly value: unknown } => {
  for (let length = path.length; length > 0; length--) {
    const at = path.slice(0, length)
    const holder = holderAt(root, at)
    const key = at.at(-1)!
    if (Array.isArray(holder) && Number(key) < holder.length)
      return { path: at, value: holder.splice(Number(key), 1)[0] }
    if (isData(holder) && Object.hasOwn(holder, key)) {
      const value = holder[String(key)]
      delete holder[String(key)]
      return { path: at, value }
    }
  }
  return { path: [], value: undefined }
}

/** Rounds of taking away; each takes everything that the schema names, innermost first. */
const ROUNDS = 40

/** What the schema accepts of a kit. Null when nothing comes of it. */
const parseWhatCan = (data: Data, aside: SetAside[]): Kit | null => {
  for (let round = 0; round < ROUNDS; round++) {
    const result = kitSchema.safeParse(data)
    if (result.success) return result.data as unknown as Kit
    // From the end of each list on, so that indices stay right.
    const paths = [
      ...new Map(result.error.issues.map((issue) => [issue.path.join('\u0000'), issue])).values(),
    ].sort((a, b) => comparePaths(b.path, a.path))
    for (const issue of paths) {
      const taken = takeAway(data, issue.path)
      if (taken.path.length > 0)
        aside.push({ place: saidPlace(taken.path.join('.')), message: saidMessage(issue.message) })
    }
    data = tidyKit(String(data['id']), data, [])
  }
  return null
}

const comparePaths = (a: Path, b: Path): number => {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    if (a[i] === b[i]) continue
    return typeof a[i] === 'number' && typeof b[i] === 'number'
      ? (a[i] as number) - (b[i] as number)
      : String(a[i]) < String(b[i])
        ? -1
        : 1
  }
  return a.length - b.length
}

const standInSheet = (kit: Kit, id: string): Sheet => {
  const sheet = named(id, BASES.sheets(id, ''), { name: `Missing: ${id}` }) as unknown as Sheet
  kit.sheets[id] = sheet
  kit.sheetOrder.push(id)
  return sheet
}

/** Frames that a sheet has; one that is missing is stood in for, so that what uses it stays. */
const mendFrames = (kit: Kit, sheetId: string, frames: readonly number[], aside: SetAside[]): number[] => {
  const sheet = kit.sheets[sheetId] ?? standInSheet(kit, sheetId)
  // A stand-in takes as many frames as are asked for, so that their numbers stay.
  if (sheet.name === `Missing: ${sheetId}`)
    while (sheet.frames.length <= Math.max(0, ...frames) && sheet.frames.length < 4096)
      sheet.frames.push({ ...sheet.frames[0]! })
  const there = frames.filter((frame) => frame < sheet.frames.length)
  if (there.length < frames.length)
    aside.push({
      place: `sheets.${sheetId}`,
      message: `frames ${frames
        .filter((frame) => frame >= sheet.frames.length)
        .slice(0, 6)
        .join(', ')} are gone`,
    })
  return there
}

const mendType = (kit: Kit, type: ParticleType, aside: SetAside[]): void => {
  for (const picture of type.pictures) {
    picture.frames = mendFrames(kit, picture.sheet, picture.frames, aside)
    if (picture.clip !== null && !kit.sheets[picture.sheet]!.clips.some(({ id }) => id === picture.clip))
      picture.clip = null
    if (picture.clip === null && picture.frames.length === 0) picture.frames = [0]
  }
  if (type.mark) type.mark.frames = mendFrames(kit, type.mark.sheet, type.mark.frames, aside)
  if (type.mark?.frames.length === 0) type.mark = null
  if (type.palette !== null && !kit.palettes[type.palette]) type.palette = null
}

const standInType = (kit: Kit, id: string): void => {
  const sheet = kit.sheetOrder[0] ?? standInSheet(kit, 'missing').id
  kit.types[id] = {
    ...clone(DEFAULT_TYPE_CHOICES),
    id,
    name: `Missing: ${id}`,
    pictures: [{ sheet, frames: [0], clip: null, weight: 1 }],
    mark: null,
    palette: null,
    numbers: clone(defaultsOf('type')),
    ramps: clone(DEFAULT_RAMPS),
  } as ParticleType
  kit.typeOrder.push(id)
}

const distinct = <T extends { readonly id: string }>(list: readonly T[]): T[] =>
  list.filter(({ id }, i) => list.findIndex((other) => other.id === id) === i)

const mendEmitter = (kit: Kit, effect: Effect, emitter: Emitter, aside: SetAside[]): void => {
  if (!kit.types[emitter.type]) standInType(kit, emitter.type)
  if (emitter.mask && mendFrames(kit, emitter.mask.sheet, [emitter.mask.frame], aside).length === 0)
    emitter.mask = null
  if (emitter.shape === 'picture' && !emitter.mask) emitter.shape = DEFAULT_EMITTER_CHOICES.shape
  const partner = emitter.companionOf === null ? undefined : effect.emitters[emitter.companionOf]
  if (!partner || partner === emitter || partner.companionOf !== null) emitter.companionOf = null
  emitter.bursts = distinct(emitter.bursts)
  emitter.relays = distinct(emitter.relays).filter((relay) => {
    const to = relay.emitter === null ? undefined : effect.emitters[relay.emitter]
    return (
      (relay.emitter === null) !== (relay.effect === null) &&
      (relay.effect !== null
        ? kit.effects[relay.effect]?.play === 'once'
        : to?.dormant === true && to.companionOf === null)
    )
  })
}

const mendEffect = (kit: Kit, effect: Effect, aside: SetAside[]): void => {
  for (const emitter of Object.values(effect.emitters)) mendEmitter(kit, effect, emitter, aside)
  if (effect.source && mendFrames(kit, effect.source.sheet, [effect.source.frame], aside).length === 0)
    effect.source = null
  if (effect.play !== 'once' && effect.play !== 'period') effect.backwards = false
  effect.parts = distinct(effect.parts).filter((part) => {
    part.effects = part.effects.filter(({ effect }) => {
      const inner = kit.effects[effect]
      return inner !== undefined && (inner.play === 'once' || !inner.backwards)
    })
    return part.effects.length > 0
  })
}

/** What a stage or a cue names and is gone is left out. */
/** Sounds that are gone, or whose emitter is, are left out of effects. */
const mendSounds = (kit: Kit, effect: Effect, aside: SetAside[]): void => {
  const fits = effect.sounds?.filter(
    ({ sound, emitter }) =>
      kit.sounds?.some(({ id }) => id === sound) &&
      (emitter === null || Object.hasOwn(effect.emitters, emitter)),
  )
  if (!fits || fits.length === effect.sounds!.length) return
  aside.push({
    place: `effects.${effect.id}`,
    message: 'sounds that are gone, or whose emitter is, were left out',
  })
  setExtras(effect, 'sounds', fits)
}

const mendStages = (kit: Kit, aside: SetAside[]): void => {
  if (kit.cues)
    kit.cues = kit.cues.map((cue) => ({ ...cue, effects: cue.effects.filter((id) => kit.effects[id]) }))
  const cues = new Set((kit.cues ?? []).map(({ id }) => id))
  for (const stage of Object.values(kit.stages)) {
    const actors = new Set((stage.actors ?? []).map(({ id }) => id))
    const events = stage.events?.filter(
      ({ actor, cue }) => cues.has(cue) && (actor === null || actors.has(actor)),
    )
    if (events && events.length < stage.events!.length) {
      aside.push({
        place: `stages.${stage.id}`,
        message: 'sentences whose actor or cue is gone were left out',
      })
      stage.events = events
    }
    if (stage.layers)
      stage.layers = stage.layers.map((layer) =>
        layer.sheet === null || kit.sheets[layer.sheet]?.frames[layer.frame]
          ? layer
          : { ...layer, sheet: null, frame: 0 },
      )
    if (stage.actors)
      stage.actors = stage.actors.map((actor) => ({
        ...actor,
        clips: Object.fromEntries(
          Object.entries(actor.clips).filter(([, use]) =>
            kit.sheets[use.sheet]?.clips.some(({ id }) => id === use.clip),
          ),
        ),
      }))
  }
}

const mendSheet = (sheet: Sheet): void => {
  for (const f of sheet.frames) {
    f.x = Math.min(f.x, sheet.width - 1)
    f.y = Math.min(f.y, sheet.height - 1)
    f.w = Math.min(f.w, sheet.width - f.x)
    f.h = Math.min(f.h, sheet.height - f.y)
  }
  for (const clip of sheet.clips) clip.steps = clip.steps.filter((step) => step.frame < sheet.frames.length)
  sheet.clips = distinct(sheet.clips.filter((clip) => clip.steps.length > 0))
}

/** Numbers that break a rule together: the lower one gives way. */
const mendRules = (owner: 'emitter' | 'type' | 'effect', carrier: { numbers: object }): void => {
  for (const { id } of brokenRules(owner, carrier)) {
    const rule = ORDER_RULES.find(({ low }) => low === id)!
    const numbers = carrier.numbers as Record<string, number>
    numbers[id] = Math.max(0, numbers[rule.high]! - rule.gap)
    if (rule.gap > numbers[rule.high]!) numbers[rule.high] = rule.gap
  }
}

/** An emitter, or all parts, of an effect; false when the place names neither. */
const dropWithin = (effect: Effect, inner: string | undefined, innerId: string | undefined): boolean => {
  if (inner === 'emitters' && innerId !== undefined) {
    delete effect.emitters[innerId]
    effect.emitterOrder = effect.emitterOrder.filter((other) => other !== innerId)
    return true
  }
  if (inner !== 'parts' || effect.parts.length === 0) return false
  effect.parts = []
  return true
}

/** What is still wrong after mending goes as a whole: the thing that its place names. */
const dropWhatIsLeft = (kit: Kit, aside: SetAside[]): boolean => {
  for (const { place, message } of checkKit(kit)) {
    const [map, id, inner, innerId] = place.split('.')
    aside.push({ place: saidPlace(place), message: saidMessage(message) })
    const effect = map === 'effects' && id !== undefined ? kit.effects[id] : undefined
    if (effect && dropWithin(effect, inner, innerId)) return true
    if (map !== undefined && Object.hasOwn(MAPS, map) && id !== undefined) {
      delete (kit[map as MapName] as Data)[id]
      kit[MAPS[map as MapName]] = kit[MAPS[map as MapName]].filter((other) => other !== id)
    } else return false
    return true
  }
  return false
}

const mend = (kit: Kit, aside: SetAside[]): void => {
  for (const sheet of Object.values(kit.sheets)) mendSheet(sheet)
  for (const type of Object.values(kit.types)) {
    mendType(kit, type, aside)
    mendRules('type', type)
  }
  for (const effect of Object.values(kit.effects)) {
    mendEffect(kit, effect, aside)
    mendRules('effect', effect)
    for (const emitter of Object.values(effect.emitters)) mendRules('emitter', emitter)
    mendSounds(kit, effect, aside)
  }
  mendStages(kit, aside)
}

/** Most things that are dropped one after the other. */
const MOST_DROPPED = 2000

/**
 * Opens what can be read of a stored kit. Gives null when nothing of it is a kit. The data is not changed.
 */
export const salvageKit = (data: unknown, id: string): Salvaged | null => {
  if (!isData(data)) return null
  const aside: SetAside[] = []
  let newer: Data
  try {
    newer = migrate(clone(data)) as Data
  } catch {
    newer = clone(data)
  }
  const kit = parseWhatCan(tidyKit(id, newer, aside), aside)
  if (!kit) return null
  mend(kit, aside)
  for (let k = 0; k < MOST_DROPPED && dropWhatIsLeft(kit, aside); k++) mend(kit, aside)
  return checkKit(kit).length === 0 ? { kit, aside } : null
}
