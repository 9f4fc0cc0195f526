/** For who draws more than a game does: the renderers themselves, and what their pictures go through. */
export { type PictureBuffer, type PictureStart, QUICK_MS, SLOW_MS } from './draw/backBuffer.ts'
export { Canvas2dRenderer } from './draw/canvas2dRenderer.ts'
export { contextOf, createRenderer, type DrawTarget, type GlOrCanvas } from './draw/create.ts'
export { type GlDrawPath, GlRenderer } from './draw/glRenderer.ts'
export { Fences, OffScreen } from './draw/offScreen.ts'
export { probe } from './draw/probe.ts'
export type { Camera, DrawPath, Renderer, RenderSheet } from './draw/renderer.ts'
export { decodeSheetImage } from './load/loadPack.ts'
