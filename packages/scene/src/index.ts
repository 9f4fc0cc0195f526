/** Stages in motion: actors, what happens, cues, and the effects that they set off. */
export { type ActorNow, type Happening } from './actorNow.ts'
export { mix, seedOf } from './chance.ts'
export { CueDispatch, type CueEffect, type Started } from './cues.ts'
export { firingKey, type Playing, programOf, Scene, type SceneSetup } from './scene.ts'
export { factorAt, grained, strengthened } from './strength.ts'
export { type Firing, keysOf, type Presses, type StageSetup, Track } from './track.ts'
export { alongWay, roundTicks, wayOf } from './way.ts'
export { cameraAt, isStill, viewAt } from './camera.ts'
