import { Canvas2dRenderer } from './canvas2dRenderer.ts'
import { GlRenderer } from './glRenderer.ts'
import type { DrawPath, Renderer } from './renderer.ts'

/** What can be drawn to: a canvas without a context yet, or its context. */
export type DrawTarget = HTMLCanvasElement | WebGL2RenderingContext | CanvasRenderingContext2D

export type GlOrCanvas =
  | { readonly gl: WebGL2RenderingContext; readonly path: Exclude<DrawPath, 'canvas2d'> | undefined }
  | { readonly context: CanvasRenderingContext2D }

/** The context that a picture is drawn with; WebGL2 where there is one and nothing else is asked for. */
export const contextOf = (target: DrawTarget, path?: DrawPath): GlOrCanvas => {
  const glPath = path === 'canvas2d' ? undefined : path
  if (typeof CanvasRenderingContext2D !== 'undefined' && target instanceof CanvasRenderingContext2D)
    return { context: target }
  if (typeof WebGL2RenderingContext !== 'undefined' && target instanceof WebGL2RenderingContext)
    return { gl: target, path: glPath }
  const canvas = target as HTMLCanvasElement
  const gl =
    path === 'canvas2d'
      ? null
      : canvas.getContext('webgl2', {
          alpha: true,
          premultipliedAlpha: true,
          antialias: false,
          depth: false,
        })
  if (gl) return { gl, path: glPath }
  const context = canvas.getContext('2d')
  if (!context) throw new Error('The canvas gives neither a WebGL2 nor a 2D context; use a fresh canvas')
  return { context }
}

/**
 * WebGL2 where there is one, drawing by the path that a probe finds faster; else, or when asked for, Canvas2D.
 * @param target a canvas, or a context that the game already has
 * @throws Error when the canvas already has a context of another kind
 * @example
 * const renderer = createRenderer(document.querySelector('canvas'))
 */
export const createRenderer = (target: DrawTarget, path?: DrawPath): Renderer => {
  const found = contextOf(target, path)
  return 'gl' in found ? new GlRenderer(found.gl, found.path) : new Canvas2dRenderer(found.context)
}
