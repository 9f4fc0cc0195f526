/** From pools to instances: the visible, their order, their quads, whole pixels. */
export { snapFrame } from './pixelSnap.ts'
export { angleLaneOf, appearanceInto, appendInstances, setDisplay, stretchOf } from './writeInstances.ts'
