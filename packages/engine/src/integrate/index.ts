/** One step of the living: forces, contact, velocity, facing, and what ends a particle early. */
export { endsByKernel } from './kernelSteps.ts'
export { Motion } from './motion.ts'
export { effectiveInto } from './step/effectiveVelocity.ts'
export { Reference } from './step/reference.ts'
