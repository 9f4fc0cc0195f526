/**
 * Playing without drawing: for Node, workers without a canvas, and games that draw instances themselves. All modules
 * are there from the beginning.
 */
export { readPack } from './load/pack.ts'
export { type Particle, particlesOf, stateHash } from './play/reading.ts'
export * from './plays.ts'
