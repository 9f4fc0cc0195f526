/** Births: their queue, their launch, relays, and effects inside effects. */
export { EmitterRun } from './emitterRun.ts'
export { PartHost } from './subEffects.ts'
