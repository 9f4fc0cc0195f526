export { createRenderer, type Surface } from './create.ts'
export { decodeSheetImage, loadPack, type LoadedPack } from './pack.ts'
export { EffectHandle, Player, type PlayerOptions, type PlayOptions } from './player.ts'
export type { Camera, DrawPath, Renderer, RenderSheet } from './renderer.ts'
