/** `gliv run` with a recording: a stage in motion, with all effects that it sets off. */
import type { OpenScene } from '@gliv/bake'
import { reportParticles } from '@gliv/engine'
import type { Scene } from '@gliv/scene'

/** The scene at a tick, as plain data: docs/format.md. */
export const reportScene = ({ scene, stage, recording }: OpenScene, tick: number) => {
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
