import { Canvas2dRenderer } from './canvas2dRenderer.ts'
import { GlRenderer } from './glRenderer.ts'
import type { DrawPath, Renderer } from './renderer.ts'

export type DrawTarget = HTMLCanvasElement | WebGL2RenderingContext | CanvasRenderingContext2D

/**
 * WebGL2 where there is one, drawing by the path that a probe finds faster; else, or when asked for,
 * Canvas2D.
 * A context may be given instead of a canvas. Throws when the canvas already has a context of another kind.
 */
export const createRenderer = (surface: DrawTarget, path?: DrawPath): Renderer => {
  if (typeof CanvasRenderingContext2D !== 'undefined' && surface instanceof CanvasRenderingContext2D)
    return new Canvas2dRenderer(surface)
  if (typeof WebGL2RenderingContext !== 'undefined' && surface instanceof WebGL2RenderingContext)
    return new GlRenderer(surface, path === 'canvas2d' ? undefined : path)
  const canvas = surface as HTMLCanvasElement
  if (path !== 'canvas2d') {
    const gl = canvas.getContext('webgl2', {
      alpha: true,
      premultipliedAlpha: true,
      antialias: false,
      depth: false,
    })
    if (gl) return new GlRenderer(gl, path)
  }
  const context = canvas.getContext('2d')
  if (!context) throw new Error('The canvas gives neither a WebGL2 nor a 2D context; use a fresh canvas')
  return new Canvas2dRenderer(context)
}
