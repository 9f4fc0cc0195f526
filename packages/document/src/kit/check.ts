/**
 * Reading plain data as a kit: schema first, then what a schema cannot say. Every problem names its place.
 */
import { type Owner, PROPERTIES, Refusal } from '@gliv/model'
import type { z } from 'zod'
import type { Effect, Emitter, Kit, ParticleType, Sheet, Stage } from './kit.ts'
import { effectsWithin } from './edits.ts'
import { isTakenByBirth, TAKEN_BY_BIRTH } from './ids.ts'
import { checkKnobs } from './knobs.ts'
import { migrate } from './migrations.ts'
import { partsProblem } from './parts.ts'
import { brokenRules } from './rules.ts'
import { said, saidChoices, saidMessage, saidPlace } from './said.ts'
import { kitSchema } from './schema.ts'
import { shippingProblems } from './shipping.ts'

/** One thing that is wrong with a kit: where, as a path of keys joined by dots, and what to do about it. */
export interface Problem {
  readonly place: string
  readonly message: string
}

/** A document that breaks rules; carries every problem that was found. */
export class KitRefusal extends Refusal {
  readonly problems: readonly Problem[]
  constructor(problems: readonly Problem[]) {
    const [first] = problems
    super(
      saidPlace(first?.place ?? 'kit'),
      `${saidMessage(first?.message ?? 'it cannot be read; export it again')}${problems.length > 1 ? ` (and ${problems.length - 1} more)` : ''}`,
    )
    this.problems = problems
  }
}

const problemOf = (issue: z.core.$ZodIssue): Problem => ({
  place: issue.path.join('.') || 'kit',
  message: issue.message,
})

const REMEDIES: Readonly<Record<string, string>> = {
  too_small: 'make it larger',
  too_big: 'make it smaller',
  invalid_type: 'give it that form, or leave it out for the default',
  unrecognized_keys: 'remove what does not belong there',
}

const ruleOf = (issue: z.core.$ZodRawIssue): string => {
  if (issue.code === 'invalid_type') return `it must be ${String(issue.expected)}`
  if (issue.code === 'too_small') return `the least is ${String(issue.minimum)}`
  if (issue.code === 'too_big') return `the most is ${String(issue.maximum)}`
  return 'it does not have the form that is asked for'
}

/** What is said where the schema has no words of its own: value, rule, remedy. */
export const inWords = (issue: z.core.$ZodRawIssue): string =>
  `${said(issue.input)} is not right here; ${ruleOf(issue)}; ${REMEDIES[issue.code ?? ''] ?? 'correct it, or export the kit again'}`

/**
 * An order list and its map must name the same ids, each once, and each value must carry its own id. `place`
 * is the path up to the noun.
 */
const checkMap = (
  place: string,
  map: Record<string, { id: string }>,
  order: readonly string[],
  problems: Problem[],
): void => {
  const seen = new Set<string>()
  for (const id of order) {
    if (seen.has(id))
      problems.push({ place: `${place}Order`, message: `"${id}" is listed twice; list it once` })
    seen.add(id)
    if (!Object.hasOwn(map, id))
      problems.push({
        place: `${place}Order`,
        message: `"${id}" is not among the ${place.split('.').at(-1)}s; remove it or add it there`,
      })
  }
  for (const [id, value] of Object.entries(map)) {
    if (!seen.has(id))
      problems.push({
        place: `${place}s.${id}`,
        message: `it is missing in the order list; add it to ${place}Order`,
      })
    if (value.id !== id)
      problems.push({
        place: `${place}s.${id}.id`,
        message: `it says "${value.id}"; it must be its key "${id}"`,
      })
  }
}

const checkFrame = (kit: Kit, place: string, sheetId: string, frame: number, problems: Problem[]): void => {
  const sheet = kit.sheets[sheetId]
  if (!sheet)
    problems.push({
      place: `${place}.sheet`,
      message: `there is no sheet "${sheetId}"; choose one of ${saidChoices(kit.sheetOrder)}`,
    })
  else if (frame >= sheet.frames.length)
    problems.push({
      place: `${place}.frame`,
      message: `frame ${frame} does not exist; "${sheet.name}" has ${sheet.frames.length}, counted from 0; choose one of them`,
    })
}

const checkNumbers = (
  owner: Owner,
  carrier: { readonly numbers: object },
  place: string,
  problems: Problem[],
): void => {
  for (const { id, message } of brokenRules(owner, carrier))
    problems.push({ place: `${place}.numbers.${id}`, message })
}

const checkRelays = (
  kit: Kit,
  effect: Effect,
  emitter: Emitter,
  place: string,
  problems: Problem[],
): void => {
  emitter.relays.forEach((relay, i) => {
    const at = `${place}.relays.${i}`
    if ((relay.emitter === null) === (relay.effect === null))
      problems.push({
        place: at,
        message: 'a relay hands over to an emitter or to an effect; name exactly one',
      })
    const to = relay.emitter === null ? undefined : effect.emitters[relay.emitter]
    if (relay.emitter !== null && !to)
      problems.push({
        place: `${at}.emitter`,
        message: `there is no emitter "${relay.emitter}" in this effect; choose one of ${saidChoices(effect.emitterOrder)}`,
      })
    if (to && !to.dormant)
      problems.push({
        place: `${at}.emitter`,
        message: `"${to.name}" sends particles out by itself; make it dormant, or choose one that is`,
      })
    if (to?.companionOf != null)
      problems.push({
        place: `${at}.emitter`,
        message: `"${to.name}" is a companion; hand over to "${to.companionOf}" instead`,
      })
    if (relay.effect !== null) checkInner(kit, effect, relay.effect, `${at}.effect`, problems)
  })
  if (new Set(emitter.relays.map((r) => r.id)).size !== emitter.relays.length)
    problems.push({ place: `${place}.relays`, message: 'two relays have the same id; rename one' })
}

/**
 * An effect that another one plays: it must be there, and must not lead back. `hasLength`: it is stopped after a
 * time.
 */
const checkInner = (
  kit: Kit,
  effect: Effect,
  inner: string,
  place: string,
  problems: Problem[],
  hasLength = false,
): void => {
  if (!kit.effects[inner])
    problems.push({
      place,
      message: `there is no effect "${inner}"; choose one of ${saidChoices(kit.effectOrder)}`,
    })
  else if (inner === effect.id || effectsWithin(kit, inner).has(effect.id))
    problems.push({
      place,
      message: `"${kit.effects[inner].name}" plays this effect itself; effects must not go round in a circle`,
    })
  else if (kit.effects[inner].play !== 'once' && !hasLength)
    problems.push({
      place,
      message: `"${kit.effects[inner].name}" does not play once; a relay only hands over to effects that do; make it a part, or let it play once`,
    })
  else if (kit.effects[inner].play !== 'once' && kit.effects[inner].backwards)
    problems.push({
      place,
      message: `"${kit.effects[inner].name}" repeats exactly and plays backwards; inside others only what plays once can play backwards; turn it forwards`,
    })
}

const checkEmitter = (
  kit: Kit,
  effect: Effect,
  emitter: Emitter,
  place: string,
  problems: Problem[],
): void => {
  checkNumbers('emitter', emitter, place, problems)
  if (emitter.shape === 'picture' && !emitter.mask)
    problems.push({
      place: `${place}.mask`,
      message: 'its shape is a picture, but none is chosen; choose a frame of a sheet',
    })
  if (emitter.mask) checkFrame(kit, `${place}.mask`, emitter.mask.sheet, emitter.mask.frame, problems)
  checkRelays(kit, effect, emitter, place, problems)
  if (emitter.companionOf === null) return
  const partner = effect.emitters[emitter.companionOf]
  if (!partner || partner === emitter)
    problems.push({
      place: `${place}.companionOf`,
      message: `there is no other emitter "${emitter.companionOf}" in this effect; choose one of ${saidChoices(effect.emitterOrder.filter((e) => e !== emitter.id))}`,
    })
  else if (partner.companionOf !== null)
    problems.push({
      place: `${place}.companionOf`,
      message: `"${partner.name}" is a companion itself; follow "${partner.companionOf}" instead`,
    })
}

const sameIds = (list: readonly { readonly id: string }[]): boolean =>
  new Set(list.map(({ id }) => id)).size !== list.length

const checkPicture = (
  kit: Kit,
  picture: ParticleType['pictures'][number],
  place: string,
  problems: Problem[],
): void => {
  for (const frame of picture.frames) checkFrame(kit, place, picture.sheet, frame, problems)
  if (picture.clip === null) {
    if (picture.frames.length === 0)
      problems.push({
        place: `${place}.frames`,
        message: 'a picture needs at least one frame; add one, or name a clip',
      })
    return
  }
  const sheet = kit.sheets[picture.sheet]
  if (!sheet)
    problems.push({
      place: `${place}.sheet`,
      message: `there is no sheet "${picture.sheet}"; choose one of ${saidChoices(kit.sheetOrder)}`,
    })
  else if (!sheet.clips.some((clip) => clip.id === picture.clip))
    problems.push({
      place: `${place}.clip`,
      message: `"${sheet.name}" has no clip "${picture.clip}"; choose one of ${saidChoices(
        sheet.clips.map((clip) => clip.id),
        'none (add one first)',
      )}`,
    })
}

const checkType = (kit: Kit, type: ParticleType, problems: Problem[]): void => {
  const place = `types.${type.id}`
  type.pictures.forEach((picture, i) => checkPicture(kit, picture, `${place}.pictures.${i}`, problems))
  for (const frame of type.mark?.frames ?? [])
    checkFrame(kit, `${place}.mark`, type.mark!.sheet, frame, problems)
  if (type.palette !== null && !kit.palettes[type.palette])
    problems.push({
      place: `${place}.palette`,
      message: `there is no palette "${type.palette}"; choose one of ${saidChoices(kit.paletteOrder, 'none (add one first)')}`,
    })
  checkNumbers('type', type, place, problems)
}

const checkParts = (kit: Kit, effect: Effect, place: string, problems: Problem[]): void => {
  const within = partsProblem(kit, effect)
  if (within) problems.push({ place: `${place}.parts`, message: within })
  effect.parts.forEach((part, i) =>
    part.effects.forEach((choice, k) =>
      checkInner(kit, effect, choice.effect, `${place}.parts.${i}.effects.${k}`, problems, true),
    ),
  )
  if (sameIds(effect.parts))
    problems.push({ place: `${place}.parts`, message: 'two parts have the same id; rename one' })
}

const checkEmitterIn = (kit: Kit, effect: Effect, emitter: Emitter, problems: Problem[]): void => {
  const place = `effects.${effect.id}.emitters.${emitter.id}`
  if (!kit.types[emitter.type])
    problems.push({
      place: `${place}.type`,
      message: `there is no particle type "${emitter.type}"; choose one of ${saidChoices(kit.typeOrder)}`,
    })
  checkEmitter(kit, effect, emitter, place, problems)
  if (sameIds(emitter.bursts))
    problems.push({ place: `${place}.bursts`, message: 'two bursts have the same id; rename one' })
}

const checkEffect = (kit: Kit, effect: Effect, problems: Problem[]): void => {
  const place = `effects.${effect.id}`
  checkMap(`${place}.emitter`, effect.emitters, effect.emitterOrder, problems)
  checkNumbers('effect', effect, place, problems)
  if (effect.backwards && effect.play !== 'once' && effect.play !== 'period')
    problems.push({
      place: `${place}.backwards`,
      message: 'only effects that play once or repeat exactly can play backwards; change how it plays',
    })
  if (effect.source) checkFrame(kit, `${place}.source`, effect.source.sheet, effect.source.frame, problems)
  checkParts(kit, effect, place, problems)
  checkKnobs(effect, problems)
  for (const emitter of Object.values(effect.emitters)) checkEmitterIn(kit, effect, emitter, problems)
}

const checkSheet = (kit: Kit, sheet: Sheet, problems: Problem[]): void => {
  const place = `sheets.${sheet.id}`
  for (const clip of sheet.clips)
    for (const step of clip.steps)
      checkFrame(kit, `${place}.clips.${clip.id}`, sheet.id, step.frame, problems)
  if (sameIds(sheet.clips))
    problems.push({ place: `${place}.clips`, message: 'two clips have the same id; rename one' })
  sheet.frames.forEach((f, i) => {
    if (f.x + f.w > sheet.width || f.y + f.h > sheet.height)
      problems.push({
        place: `${place}.frames.${i}`,
        message: `it reaches ${f.x + f.w} × ${f.y + f.h} but the picture is ${sheet.width} × ${sheet.height}; make the frame smaller`,
      })
  })
}

/** Problems of a kit whose form is right. */
export const checkKit = (kit: Kit): Problem[] => {
  const problems: Problem[] = []
  checkMap('sheet', kit.sheets, kit.sheetOrder, problems)
  checkMap('palette', kit.palettes, kit.paletteOrder, problems)
  checkMap('stage', kit.stages, kit.stageOrder, problems)
  checkMap('type', kit.types, kit.typeOrder, problems)
  checkMap('effect', kit.effects, kit.effectOrder, problems)
  for (const type of Object.values(kit.types)) checkType(kit, type, problems)
  for (const effect of Object.values(kit.effects)) checkEffect(kit, effect, problems)
  for (const sheet of Object.values(kit.sheets)) checkSheet(kit, sheet, problems)
  checkCues(kit, problems)
  problems.push(...shippingProblems(kit))
  for (const effect of Object.values(kit.effects)) checkSounds(kit, effect, problems)
  for (const stage of Object.values(kit.stages)) checkStage(kit, stage, problems)
  return problems
}

const checkCues = (kit: Kit, problems: Problem[]): void =>
  kit.cues?.forEach((cue, i) => {
    for (const effect of cue.effects)
      if (!Object.hasOwn(kit.effects, effect))
        problems.push({
          place: `cues.${i}.effects`,
          message: `there is no effect "${effect}"; choose one of ${saidChoices(kit.effectOrder)}`,
        })
  })

/** Sounds and emitters that an effect's sounds name must be there. */
const checkSounds = (kit: Kit, effect: Effect, problems: Problem[]): void =>
  effect.sounds?.forEach((use, i) => {
    const place = `effects.${effect.id}.sounds.${i}`
    const known = (kit.sounds ?? []).map(({ id }) => id)
    if (!known.includes(use.sound))
      problems.push({
        place: `${place}.sound`,
        message: `there is no sound "${use.sound}"; choose one of ${saidChoices(known)}`,
      })
    if (use.emitter !== null && !Object.hasOwn(effect.emitters, use.emitter))
      problems.push({
        place: `${place}.emitter`,
        message: `there is no emitter "${use.emitter}"; choose one of ${saidChoices(effect.emitterOrder)}`,
      })
  })

/** What a stage names must be there: actors, cues, sheets. */
const checkStage = (kit: Kit, stage: Stage, problems: Problem[]): void => {
  const place = `stages.${stage.id}`
  const actors = stage.actors?.map(({ id }) => id) ?? []
  const cues = kit.cues?.map(({ id }) => id) ?? []
  stage.events?.forEach((event, i) => {
    if (event.actor !== null && !actors.includes(event.actor))
      problems.push({
        place: `${place}.events.${i}.actor`,
        message: `there is no actor "${event.actor}" on this stage; choose one of ${saidChoices(actors)}`,
      })
    if (!cues.includes(event.cue))
      problems.push({
        place: `${place}.events.${i}.cue`,
        message: `there is no cue "${event.cue}"; choose one of ${saidChoices(cues)}`,
      })
  })
  stage.actors?.forEach((actor, i) => {
    for (const [state, use] of Object.entries(actor.clips))
      if (!kit.sheets[use.sheet]?.clips.some(({ id }) => id === use.clip))
        problems.push({
          place: `${place}.actors.${i}.clips.${state}`,
          message: `there is no clip "${use.clip}" on the sheet "${use.sheet}"; choose another, or leave it out`,
        })
  })
  stage.layers?.forEach((layer, i) => {
    if (layer.sheet !== null) checkFrame(kit, `${place}.layers.${i}`, layer.sheet, layer.frame, problems)
  })
}

/** Things that are allowed but surely not meant. */
export const adviseKit = (kit: Kit): Problem[] =>
  Object.values(kit.effects).flatMap((effect) =>
    Object.values(effect.emitters).flatMap((emitter) => {
      const place = `effects.${effect.id}.emitters.${emitter.id}`
      const { delay, duration, flow, flowPerPx, minimum } = emitter.numbers
      const steady = flow > 0 || flowPerPx > 0 || minimum > 0
      const end = Math.max(
        steady ? delay + duration : 0,
        ...emitter.bursts.map((b) => delay + b.numbers.burstAt.to),
      )
      const loop = effect.numbers.loopSeconds
      const advice: Problem[] = []
      if (emitter.dormant) {
        const woken = Object.values(effect.emitters).some((other) =>
          other.relays.some((relay) => relay.emitter === emitter.id),
        )
        return woken || emitter.companionOf !== null
          ? []
          : [{ place, message: 'it waits for a relay, but none hands over to it' }]
      }
      if (effect.play === 'loop' && end > loop)
        advice.push({
          place,
          message: `it emits until ${end} s but the effect loops every ${loop} s; what lies past that is cut`,
        })
      if (
        emitter.companionOf === null &&
        !steady &&
        emitter.bursts.every((b) => b.numbers.burstCount.to === 0 && !b.eachPlace)
      )
        advice.push({ place, message: 'it has no flow and no bursts, so it sends out nothing' })
      return advice
    }),
  )

const MAPS = ['sheets', 'palettes', 'stages', 'types', 'effects'] as const

const keysOf = (map: unknown): readonly string[] =>
  typeof map === 'object' && map !== null ? Object.keys(map) : []

/** Keys of maps that would be lost or mistaken on the way through a schema. */
const takenNames = (data: Readonly<Record<string, unknown>>): Problem[] => {
  const effects = data['effects']
  const maps = [
    ...MAPS.map((map) => [map, data[map]] as const),
    ...keysOf(effects).map(
      (id) =>
        [
          `effects.${id}.emitters`,
          (effects as Record<string, { emitters?: unknown } | null>)[id]?.emitters,
        ] as const,
    ),
  ]
  return maps.flatMap(([place, map]) =>
    keysOf(map)
      .filter(isTakenByBirth)
      .map((key) => ({ place, message: `${said(key)} cannot be an id: ${TAKEN_BY_BIRTH}` })),
  )
}

/**
 * Plain data → kit. Older versions are migrated, missing numbers take defaults, unknown fields stay. Throws
 * `KitRefusal`.
 */
export const readKit = (data: unknown): Kit => {
  const migrated = migrate(data)
  const names = takenNames(migrated)
  if (names.length > 0) throw new KitRefusal(names)
  const result = kitSchema.safeParse(migrated, { error: inWords })
  if (!result.success) throw new KitRefusal(result.error.issues.map(problemOf))
  const kit = result.data as unknown as Kit
  const problems = checkKit(kit)
  if (problems.length > 0) throw new KitRefusal(problems)
  return kit
}

/** One number typed or pasted by a user: the refusal in words, or null when it is fine. */
export const refuseNumber = (id: keyof typeof PROPERTIES, value: number): string | null => {
  const p = PROPERTIES[id]
  const [low, high] = p.hard
  if (!Number.isFinite(value)) return `${value} is not a number; type digits, like ${low}`
  if (value < low) return `${value} ${p.unit} is too low; the least is ${low}`
  if (value > high) return `${value} ${p.unit} is too high; the most is ${high}`
  return null
}
