/** A stage of a kit in motion, by names, and how a firing of an effect plays in it. */
import { findStage, type KitFile, resolveEffect, stageRun } from '@gliv/document'
import { latestEndSeconds, type SimulationOptions } from '@gliv/engine'
import { Refusal, type ResolvedEffect, type StageRecording } from '@gliv/model'
import { Scene } from '@gliv/scene'
import { maskReader } from './masks.ts'

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

/** Effects of a kit ready to be compiled, each read once; null for an id that is not there. */
export const resolverOf = (file: KitFile): ((id: string) => ResolvedEffect | null) => {
  const { kit } = file
  const readMask = maskReader(() => file.pictures)
  const known = new Map<string, ResolvedEffect>()
  return (id) => {
    const effect = kit.effects[id]
    if (!effect) return null
    const made = known.get(id) ?? resolveEffect(kit, effect, readMask)
    known.set(id, made)
    return made
  }
}

/** A scene, and the parts of the kit that it plays. */
export interface OpenScene {
  readonly scene: Scene
  readonly stage: ReturnType<typeof findStage>
  readonly recording: StageRecording
}

/** A scene of a kit's stage, by ids or names. Throws `Refusal` where there is none. */
export const openScene = (file: KitFile, stageName: string, recordingName: string): OpenScene => {
  const { kit } = file
  const stage = findStage(kit, stageName)
  const recording = findRecording(stage, recordingName)
  const resolved = resolverOf(file)
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

/** How the n-th firing of an effect plays in a scene, from 1. Throws `Refusal` where there is none. */
export const firingIn = (
  { scene, stage, recording }: OpenScene,
  effect: string,
  n: number,
): { readonly options: SimulationOptions; readonly strength: number } => {
  const all = scene.track.firings.filter((firing) => firing.effect === effect)
  const firing = all[n - 1]
  if (!firing)
    throw new Refusal(
      '--firing',
      `the recording “${recording.name}” of “${stage.name}” plays the effect ${all.length} times, so there is no firing ${n}; choose one of these, or add a sentence in the studio`,
    )
  return { options: scene.optionsOf(firing), strength: firing.strength }
}
