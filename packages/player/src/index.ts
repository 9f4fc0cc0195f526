export { createRenderer, type DrawTarget } from './create.ts'
export { decodeSheetImage, loadPack, type LoadedPack } from './pack.ts'
export { EffectHandle, Player, type PlayerOptions } from './player.ts'
export type { Placing, PlayOptions } from './placing.ts'
export {
  type Camera,
  CHECKER,
  checkerAt,
  type DrawPath,
  type FrameBudget,
  type Renderer,
  type RenderSheet,
} from './renderer.ts'
