/** From pools to instances: the visible, their order, their quads, whole pixels. */
export { wrapInto, wrapped } from './displayScene.ts'
export { snapFrame } from './pixelSnap.ts'
export { angleLaneOf, appearanceInto, stretchOf } from './writeAppearance.ts'
export { appendInstances, setDisplay } from './writeInstances.ts'
