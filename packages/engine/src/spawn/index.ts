/** Births: their queue, their launch, relays, and effects inside effects. */
export { EmitterRun } from './emitterRun.ts'
export { tinted, tintWord } from './knobDrives.ts'
export { addedUp, PartHost } from './subEffects.ts'
