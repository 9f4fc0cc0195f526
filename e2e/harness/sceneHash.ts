/** A stage of the demo in motion, at a tick of its recording: the same in Node and browser. */
import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { resolveEffect, stageRun } from '@gliv/document'
import { latestEndSeconds } from '@gliv/engine'
import type { ResolvedEffect } from '@gliv/model'
import { Scene } from '@gliv/scene'

/** Hashes of a scene at ticks, each with what its first actor does there. */
export const sceneHashes = (stageId: string, ticks: readonly number[]): string[] => {
  const { kit, pictures } = makeDemo()
  const stage = kit.stages[stageId]!
  const recording = stage.recordings?.[0]
  const known = new Map<string, ResolvedEffect>()
  const resolved = (id: string): ResolvedEffect => {
    const made =
      known.get(id) ??
      resolveEffect(
        kit,
        kit.effects[id]!,
        maskReader(() => pictures),
      )
    known.set(id, made)
    return made
  }
  const endSeconds = (effect: ResolvedEffect): number => latestEndSeconds({ ...effect, play: 'once' })
  const scene = new Scene(
    { ...stageRun(kit, stage), resolved, endSeconds, view: { x: -320, y: -180, w: 640, h: 360 } },
    recording?.presses ?? [],
    recording?.ticks ?? 240,
  )
  return ticks.map((tick) => {
    scene.seek(tick)
    const now = scene.track.actorAt(stage.actors?.[0]?.id ?? '', tick)
    return `${scene.hash()} ${now?.x} ${now?.y} ${now?.state} ${scene.track.firings.length}`
  })
}
