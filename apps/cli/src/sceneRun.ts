/** `gliv run` with a recording: a stage in motion, with all effects that it sets off. */
import { maskReader } from '@gliv/bake'
import { findStage, type KitFile, resolveEffect, stageRun } from '@gliv/document'
import { latestEndSeconds, reportParticles } from '@gliv/engine'
import { Refusal, type ResolvedEffect, type StageRecording } from '@gliv/model'
import { Scene } from '@gliv/scene'

const findRecording = (
  stage: { readonly name: string; readonly recordings?: readonly StageRecording[] },
  idOrName: string,
): StageRecording => {
  const all = stage.recordings ?? []
  const found = all.find(({ id }) => id === idOrName) ?? all.find(({ name }) => name === idOrName)
  if (found) return found
  throw new Refusal(
    '--recording',
    `there is no recording "${idOrName}" of the stage “${stage.name}”; it has ${all.map(({ name }) => `"${name}"`).join(', ') || 'none'}; record one in the studio`,
  )
}

/** A scene of a kit's stage, by names. Throws `Refusal` where there is none. */
export const openScene = (file: KitFile, stageName: string, recordingName: string) => {
  const { kit } = file
  const stage = findStage(kit, stageName)
  const recording = findRecording(stage, recordingName)
  const readMask = maskReader(() => file.pictures)
  const known = new Map<string, ResolvedEffect>()
  const resolved = (id: string): ResolvedEffect | null => {
    const effect = kit.effects[id]
    if (!effect) return null
    const made = known.get(id) ?? resolveEffect(kit, effect, readMask)
    known.set(id, made)
    return made
  }
  const scene = new Scene(
    {
      ...stageRun(kit, stage),
      resolved,
      endSeconds: (effect) => latestEndSeconds({ ...effect, play: 'once' }),
    },
    recording.presses,
    recording.ticks,
  )
  return { scene, stage, recording }
}

/** The scene at a tick, as plain data: docs/format.md. */
export const reportScene = ({ scene, stage, recording }: ReturnType<typeof openScene>, tick: number) => {
  scene.seek(tick)
  const { track } = scene
  const { rate } = scene.setup
  return {
    format: 'gliv-run',
    version: 1,
    rules: 1,
    stage: { id: stage.id, name: stage.name },
    recording: { id: recording.id, name: recording.name },
    rate,
    tick: scene.tick,
    timeSeconds: scene.tick / rate,
    stateHash: scene.hash(),
    actor: actorsAt(track, scene.tick)[0] ?? null,
    actors: actorsAt(track, scene.tick),
    cues: track.firings
      .filter((firing) => firing.tick <= scene.tick)
      .map(({ tick: at, cue, effect, seed, strength }) => ({ tick: at, cue, effect, seed, strength })),
    particles: scene.playing.flatMap(({ simulation }) => [...reportParticles(simulation)]),
  }
}

const actorsAt = (track: Scene['track'], tick: number) =>
  track.setup.actors.flatMap(({ id, name }) => {
    const now = track.actorAt(id, tick)
    return now ? [{ id, name, x: now.x, y: now.y, facing: now.facing, state: now.state }] : []
  })

/** How the n-th firing of an effect plays in a scene, from 1. Throws `Refusal` where there is none. */
export const firingIn = (
  { scene, stage, recording }: ReturnType<typeof openScene>,
  effect: string,
  n: number,
) => {
  const all = scene.track.firings.filter((firing) => firing.effect === effect)
  const firing = all[n - 1]
  if (!firing)
    throw new Refusal(
      '--firing',
      `the recording “${recording.name}” of “${stage.name}” plays the effect ${all.length} times, so there is no firing ${n}; choose one of these, or add a sentence in the studio`,
    )
  return { options: scene.optionsOf(firing), strength: firing.strength }
}
