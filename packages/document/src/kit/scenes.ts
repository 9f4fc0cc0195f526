/** Stages, their actors and sentences, and the kit's cues: what is new, and what goes with what ends. */
import {
  type Actor,
  ACTOR_NUMBERS,
  type ActorKind,
  type ActorNumber,
  type Cue,
  type EventKind,
  type StageEvent,
} from '@gliv/model'
import type { Kit, Stage } from './kit.ts'
import { freeName, type MakeId } from './layers.ts'

const NAMES = {
  walker: 'Figure',
  roamer: 'Figure from above',
  flyer: 'Flyer',
  target: 'Target',
  thrown: 'Thrown thing',
} as const satisfies Record<ActorKind, string>

/** Points that a figure begins with, px from its feet. */
const POINTS = [
  { name: 'feet', x: 0, y: 0 },
  { name: 'hand', x: 12, y: -22 },
  { name: 'back', x: -8, y: -24 },
  { name: 'centre', x: 0, y: -20 },
] as const

/** An actor of a kind with its default numbers, its feet at the place given, world px. */
export const newActor = (id: string, kind: ActorKind, x: number, y: number): Actor => ({
  id,
  name: NAMES[kind],
  kind,
  x,
  y,
  numbers: Object.fromEntries(
    (Object.keys(ACTOR_NUMBERS) as ActorNumber[]).map((number) => [number, ACTOR_NUMBERS[number].default]),
  ) as Record<ActorNumber, number>,
  points: kind === 'target' || kind === 'thrown' ? [{ ...POINTS[3] }] : POINTS.map((point) => ({ ...point })),
  clips: {},
})

/** What a sentence begins with where 1 would be odd. */
export const FIRST_NUMBERS: Partial<Record<EventKind, number>> = { frame: 2, along: 160, random: 2 }

/** A sentence: something happens, and raises a cue. */
export const newEvent = (id: string, on: EventKind, actor: string | null, cue: string): StageEvent => ({
  id,
  on,
  actor,
  key: 'a',
  state: 'attack',
  number: FIRST_NUMBERS[on] ?? 1,
  x: 0,
  y: 0,
  w: 320,
  h: 180,
  after: null,
  cue,
  point: actor === null ? null : 'feet',
  follows: on === 'hold',
  mirrored: true,
  strongerBy: 0,
  muted: false,
})

/** Adds a cue under a free name that plays effects. Returns its id. */
export const addCue = (kit: Kit, name: string, effects: readonly string[], makeId: MakeId): string => {
  const id = makeId('cue')
  const cues = kit.cues ?? []
  const cue: Cue = {
    id,
    name: freeName(
      name,
      cues.map((other) => other.name),
    ),
    effects: [...effects],
    strength: 1,
    chance: 1,
    most: 16,
  }
  kit.cues = [...cues, cue]
  return id
}

/** How many sentences of the kit's stages raise a cue. */
export const usesOfCue = (kit: Kit, cue: string): number =>
  Object.values(kit.stages)
    .flatMap(({ events = [] }) => events)
    .filter((event) => event.cue === cue || event.after === cue).length

/** Adds a stage with a floor and a figure on it, under a free name. Returns its id. */
export const addStage = (kit: Kit, makeId: MakeId, wanted = 'Stage'): string => {
  const id = makeId('stage')
  kit.stages[id] = {
    id,
    name: freeName(
      wanted,
      Object.values(kit.stages).map((stage) => stage.name),
    ),
    surfaces: [{ id: makeId('surface'), kind: 'segment', x1: -400, y1: 100, x2: 400, y2: 100 }],
    actors: [newActor(makeId('actor'), 'walker', -80, 100)],
  }
  kit.stageOrder.push(id)
  return id
}

/** Takes a stage away; its cues stay the kit's. */
export const deleteStage = (kit: Kit, id: string): void => {
  delete kit.stages[id]
  kit.stageOrder = kit.stageOrder.filter((other) => other !== id)
}

/** Takes an effect out of the cues that play it. */
export const forgetInCues = (kit: Kit, effectId: string): void => {
  if (!kit.cues?.some(({ effects }) => effects.includes(effectId))) return
  kit.cues = kit.cues.map((cue) =>
    cue.effects.includes(effectId) ? { ...cue, effects: cue.effects.filter((id) => id !== effectId) } : cue,
  )
}

const NONE: readonly never[] = []

/** What a run of a stage is made of, as far as a kit says it: see the scene's `StageSetup`. */
export const stageRun = (kit: Kit, stage: Stage) => ({
  rate: kit.rate,
  surfaces: stage.surfaces,
  actors: stage.actors ?? NONE,
  events: stage.events ?? NONE,
  ...(stage.camera ? { camera: stage.camera } : {}),
  cues: Object.fromEntries((kit.cues ?? []).map((cue) => [cue.id, cue])) as Readonly<Record<string, Cue>>,
  /** Pictures a second of the clip of an actor's state; 12 without one. */
  clipRate: (actorId: string, state: string): number => {
    const clips = stage.actors?.find(({ id }) => id === actorId)?.clips as
      Readonly<Record<string, { sheet: string; clip: string } | undefined>> | undefined
    const found = clips?.[state]
    return (found && kit.sheets[found.sheet]?.clips.find(({ id }) => id === found.clip)?.fps) ?? 12
  },
})
