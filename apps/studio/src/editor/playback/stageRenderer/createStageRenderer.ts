import type { DrawPath, DrawTarget } from '@gliv/player/renderers'
import { contextOf } from '@gliv/player/renderers'
import { StageCanvasRenderer } from './stageCanvasRenderer.ts'
import { StageGlRenderer } from './stageGlRenderer.ts'
import type { StageRenderer } from './stageRenderer.ts'

/** As `createRenderer` of the player, for a stage. */
export const createStageRenderer = (target: DrawTarget, path?: DrawPath): StageRenderer => {
  const found = contextOf(target, path)
  return 'gl' in found ? new StageGlRenderer(found.gl, found.path) : new StageCanvasRenderer(found.context)
}
