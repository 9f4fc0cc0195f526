/** What stands around effects, magnified with them: stages, view sizes, and how effects are baked. */
import { ACTOR_NUMBERS, type Actor, type EffectShipping, type StageEvent, type Surface } from '@gliv/model'
import { type KitShipping, REFERENCE_NUMBERS, SHIP_RULES, type ShipRule, type Tape } from '@gliv/model'
import type { Effect, Kit, Stage } from '../kit/kit.ts'

type Pair = readonly [number, number]
const pairs = (points: readonly Pair[], k: number): Pair[] => points.map(([x, y]) => [x * k, y * k])

/** Lengths of a surface by its kind. */
const grownSurface = (surface: Surface, k: number): Surface => {
  switch (surface.kind) {
    case 'segment':
      return { ...surface, x1: surface.x1 * k, y1: surface.y1 * k, x2: surface.x2 * k, y2: surface.y2 * k }
    case 'box':
      return { ...surface, x: surface.x * k, y: surface.y * k, w: surface.w * k, h: surface.h * k }
    case 'circle':
      return { ...surface, x: surface.x * k, y: surface.y * k, r: surface.r * k }
    case 'tiles':
      return { ...surface, x: surface.x * k, y: surface.y * k, size: surface.size * k }
    default:
      return { ...surface, points: pairs(surface.points, k) }
  }
}

const held = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value))

/** Every number of an actor is a length or a speed. */
const grownActor = (actor: Actor, k: number): Actor => ({
  ...actor,
  x: actor.x * k,
  y: actor.y * k,
  numbers: Object.fromEntries(
    Object.entries(ACTOR_NUMBERS).map(([id, { low, high }]) => [
      id,
      held(actor.numbers[id as keyof typeof ACTOR_NUMBERS] * k, low, high),
    ]),
  ) as Actor['numbers'],
  points: actor.points.map((point) => ({
    ...point,
    x: point.x * k,
    y: point.y * k,
    ...(point.frames && {
      frames: Object.fromEntries(
        Object.entries(point.frames).map(([state, list]) => [state, pairs(list, k)]),
      ),
    }),
  })),
})

const grownEvent = (event: StageEvent, k: number): StageEvent => ({
  ...event,
  x: event.x * k,
  y: event.y * k,
  w: event.w * k,
  h: event.h * k,
  // Px/s where something goes along a way; seconds or frames otherwise.
  number: event.on === 'along' ? event.number * k : event.number,
  strongerBy: event.strongerBy * k,
  ...(event.way && { way: pairs(event.way, k) }),
})

const growStage = (stage: Stage, k: number): void => {
  stage.surfaces = stage.surfaces.map((surface) => grownSurface(surface, k))
  if (stage.actors) stage.actors = stage.actors.map((actor) => grownActor(actor, k))
  if (stage.events) stage.events = stage.events.map((event) => grownEvent(event, k))
  if (stage.layers)
    stage.layers = stage.layers.map((layer) => ({
      ...layer,
      x: layer.x * k,
      y: layer.y * k,
      scale: Math.min(64, layer.scale * k),
    }))
  const { camera } = stage
  if (camera)
    stage.camera = {
      ...camera,
      x: camera.x * k,
      y: camera.y * k,
      panX: held(camera.panX * k, -4000, 4000),
      panY: held(camera.panY * k, -4000, 4000),
      shake: held(camera.shake * k, 0, 200),
    }
}

const grownTape = (tape: Tape, k: number): Tape =>
  tape.map((entry) => {
    if (entry.do === 'surfaces')
      return { ...entry, surfaces: entry.surfaces.map((one) => grownSurface(one, k)) }
    if (entry.do === 'view')
      return { ...entry, x: entry.x * k, y: entry.y * k, w: entry.w * k, h: entry.h * k }
    if (entry.do === 'stop' || entry.do === 'emit' || entry.do === 'knob') return entry
    return {
      ...entry,
      ...(entry.x === undefined ? {} : { x: entry.x * k }),
      ...(entry.y === undefined ? {} : { y: entry.y * k }),
    }
  })

/** Lengths that sentences of the ship screen set. */
const SHIP_LENGTHS = { size: ['w', 'h'], moves: ['dx', 'dy'] } as const

const grownSentences = <T extends object>(sentences: T, k: number): T => {
  const next = { ...sentences } as Record<string, Record<string, unknown>>
  for (const [sentence, keys] of Object.entries(SHIP_LENGTHS)) {
    const said = next[sentence]
    if (!said) continue
    const rules = SHIP_RULES[sentence as keyof typeof SHIP_LENGTHS] as Readonly<Record<string, ShipRule>>
    const grown = keys.flatMap((key) => {
      const [value, rule] = [said[key], rules[key]]
      if (typeof value !== 'number' || rule?.kind !== 'number') return []
      const clean = rule.whole ? Math.round(value * k) : value * k
      return [[key, held(clean, rule.low, rule.high)]]
    })
    next[sentence] = { ...said, ...(Object.fromEntries(grown) as Record<string, unknown>) }
  }
  return next as T
}

const grownShipping = (shipping: EffectShipping, k: number): EffectShipping => ({
  ...shipping,
  own: grownSentences(shipping.own, k),
  pivot: shipping.pivot && { x: shipping.pivot.x * k, y: shipping.pivot.y * k },
  tape: shipping.tape && grownTape(shipping.tape, k),
})

const grownShip = ({ presets, effects }: KitShipping, k: number): KitShipping => ({
  presets: presets.map((preset) => ({ ...preset, sentences: grownSentences(preset.sentences, k) })),
  effects: Object.fromEntries(Object.entries(effects).map(([id, one]) => [id, grownShipping(one, k)])),
})

const growReference = (effect: Effect, k: number): void => {
  if (!effect.reference) return
  const grown = (['x', 'y', 'scale'] as const).map((key) => {
    const { low, high } = REFERENCE_NUMBERS[key]
    return [key, held(effect.reference![key] * k, low, high)]
  })
  effect.reference = { ...effect.reference, ...(Object.fromEntries(grown) as Record<string, number>) }
}

/** Sides of a view, in px. */
const [VIEW_LEAST, VIEW_MOST] = [16, 8192]

/** Magnifies stages, view sizes, clips to hold effects against, and what bakes are set to by a factor, in place. */
export const growWorld = (kit: Kit, k: number): void => {
  for (const id of kit.stageOrder) growStage(kit.stages[id]!, k)
  if (kit.views)
    kit.views = kit.views.map((view) => ({
      ...view,
      w: held(Math.round(view.w * k), VIEW_LEAST, VIEW_MOST),
      h: held(Math.round(view.h * k), VIEW_LEAST, VIEW_MOST),
    }))
  for (const id of kit.effectOrder) growReference(kit.effects[id]!, k)
  if (kit.ship) kit.ship = grownShip(kit.ship, k)
}
