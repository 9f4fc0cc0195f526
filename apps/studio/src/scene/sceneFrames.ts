/** Pictures of a scene, from the far to the near: backdrop, effects behind, actors, effects before, front layers. */
import type { Kit, Stage } from '@gliv/document'
import type { Frame, ViewRect } from '@gliv/model'
import type { Scene } from '@gliv/scene'
import { actorQuad, layerQuads } from './backdrop.ts'
import { layersOf, quadsFrame } from './quads.ts'

const isBehind = (layer: string): boolean => layer === 'behind'
const isBefore = (layer: string): boolean => layer !== 'behind'

/** A frame's batches on one side of the actors; nothing where it has none. */
const sideOf = (frame: Frame, takes: (layer: string) => boolean): readonly Frame[] => {
  const batches = frame.batches.slice(0, frame.batchCount)
  if (batches.every(({ layer }) => takes(layer))) return [frame]
  return batches.some(({ layer }) => takes(layer)) ? [layersOf(frame, takes)] : []
}

const quads = (list: Parameters<typeof quadsFrame>[0]): readonly Frame[] =>
  list.length > 0 ? [quadsFrame(list)] : []

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
  const actors = (stage.actors ?? []).flatMap((actor) => {
    const now = scene?.track.actorAt(actor.id, tick)
    return now ? (actorQuad(kit, actor, now, tick, own) ?? []) : []
  })
  return [
    ...quads(layerQuads(kit, stage, false, seen, own)),
    ...effects.flatMap((frame) => sideOf(frame, isBehind)),
    ...quads(actors),
    ...effects.flatMap((frame) => sideOf(frame, isBefore)),
    ...quads(layerQuads(kit, stage, true, seen, own)),
  ]
}
