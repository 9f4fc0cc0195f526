/** For who draws more than a game does: the renderers themselves, and what their pictures go through. */
export { type PictureBuffer, QUICK_MS, SLOW_MS } from './backBuffer.ts'
export { Canvas2dRenderer } from './canvas2dRenderer.ts'
export { contextOf, type GlOrCanvas } from './create.ts'
export { type GlDrawPath, GlRenderer } from './glRenderer.ts'
export { Fences, OffScreen } from './offScreen.ts'
export { probe } from './probe.ts'
