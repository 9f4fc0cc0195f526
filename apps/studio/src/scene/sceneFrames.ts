/** Pictures of a scene, from the far to the near: backdrop, effects behind, actors, effects before, front layers. */
import type { Kit, Stage } from '@gliv/document'
import type { Frame, ViewRect } from '@gliv/model'
import type { Scene } from '@gliv/scene'
import { actorQuads, layerQuads } from './backdrop.ts'
import { layersOf, quadsFrame } from '../shared/quads.ts'

/** Marks lie on surfaces, below everybody. */
const BELOW = new Set(['behind', 'marks'])

/** Which batches are drawn where: at a layer of the stage that has their name, below the actors, or over them. */
const placesOf = (stage: Stage) => {
  const named = new Set((stage.layers ?? []).map(({ name }) => name))
  const isNamed = (layer: string): boolean => named.has(layer) && !BELOW.has(layer) && layer !== 'front'
  return {
    named: isNamed,
    below: (layer: string): boolean => BELOW.has(layer),
    over: (layer: string): boolean => !BELOW.has(layer) && !isNamed(layer),
  }
}

/** A frame's batches on one side of the actors; nothing where it has none. */
const sideOf = (frame: Frame, takes: (layer: string) => boolean): readonly Frame[] => {
  const batches = frame.batches.slice(0, frame.batchCount)
  if (batches.every(({ layer }) => takes(layer))) return [frame]
  return batches.some(({ layer }) => takes(layer)) ? [layersOf(frame, takes)] : []
}

const quads = (list: Parameters<typeof quadsFrame>[0]): readonly Frame[] =>
  list.length > 0 ? [quadsFrame(list)] : []

/** Whose sprite is broken up or put together now by an effect at it: the game hides it as long. */
const hiddenActors = (stage: Stage, scene: Scene, tick: number): ReadonlySet<string> => {
  const events = new Map((stage.events ?? []).map((event) => [event.id, event]))
  return new Set(
    scene.track.firings.flatMap((firing) => {
      const actor = events.get(firing.event)?.actor
      const plays = firing.tick <= tick && tick <= firing.endTick
      return plays && actor && scene.setup.resolved(firing.effect)?.source ? [actor] : []
    }),
  )
}

/**
 * @param effects what plays, in the order of its start
 * @param seen world px that are on the screen
 */
export const sceneFrames = (
  kit: Kit,
  stage: Stage,
  scene: Scene | null,
  tick: number,
  effects: readonly Frame[],
  seen: ViewRect,
): readonly Frame[] => {
  const own = kit.sheetOrder.length
  const hidden = scene ? hiddenActors(stage, scene, tick) : new Set<string>()
  const actors = (stage.actors ?? []).flatMap((actor) =>
    scene && !hidden.has(actor.id) ? actorQuads(kit, actor, scene.track, tick, own) : [],
  )
  const places = placesOf(stage)
  const takes = (wanted: (layer: string) => boolean) => effects.flatMap((frame) => sideOf(frame, wanted))
  const backdrop = (front: boolean): readonly Frame[] =>
    (stage.layers ?? [])
      .filter((layer) => layer.front === front)
      .flatMap((layer) => [
        ...quads(layerQuads(kit, layer, seen, own)),
        ...(places.named(layer.name) ? takes((name) => name === layer.name) : []),
      ])
  return [
    ...backdrop(false),
    ...takes(places.below),
    ...quads(actors),
    ...takes(places.over),
    ...backdrop(true),
  ]
}
