import { Refusal } from '@gliv/model'
import { BackBuffer, GameTarget } from './backBuffer.ts'
import { Canvas2dRenderer } from './canvas2dRenderer.ts'
import { GlRenderer } from './glRenderer.ts'
import type { DrawPath, Renderer } from './renderer.ts'

type Canvas = HTMLCanvasElement | OffscreenCanvas
export type Context2d = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** What can be drawn to: a canvas without a context yet, or a context that the game has. */
export type DrawTarget = Canvas | WebGL2RenderingContext | Context2d

export type GlOrCanvas =
  | {
      readonly gl: WebGL2RenderingContext
      readonly path: Exclude<DrawPath, 'canvas2d'> | undefined
      /** The game has its own pictures there. */
      readonly shared: boolean
    }
  | { readonly context: Context2d; readonly shared: boolean }

const isWebGl2 = (target: DrawTarget): target is WebGL2RenderingContext =>
  typeof WebGL2RenderingContext !== 'undefined' && target instanceof WebGL2RenderingContext

const refuseOther = (path: DrawPath | undefined, has: string): never => {
  throw new Error(
    `The path "${path}" was asked for, and the target is ${has}; give a canvas, or leave the path out`,
  )
}

/** The context that a picture is drawn with; WebGL2 where there is one and nothing else is asked for. */
export const contextOf = (target: DrawTarget, path?: DrawPath): GlOrCanvas => {
  const glPath = path === 'canvas2d' ? undefined : path
  if (isWebGl2(target))
    return path === 'canvas2d'
      ? refuseOther(path, 'a WebGL2 context')
      : { gl: target, path: glPath, shared: true }
  if ('drawImage' in target)
    return glPath ? refuseOther(path, 'a 2D context') : { context: target, shared: true }
  if (typeof (target as Partial<Canvas> | null)?.getContext !== 'function')
    throw new Error(
      'The player draws to a canvas, a WebGL2 context or a 2D context, and was given none of them; use HeadlessPlayer where nothing is drawn',
    )
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
  if (gl) return { gl, path: glPath, shared: false }
  const context = canvas.getContext('2d')
  if (!context) throw new Error('The canvas gives neither a WebGL2 nor a 2D context; use a fresh canvas')
  return { context, shared: false }
}

/**
 * WebGL2 where there is one, drawing by the path that a probe finds faster; else, or when asked for, Canvas2D.
 * In a context of the game's own, pictures go to what the game has bound.
 * @param target a canvas, or a context that the game already has
 * @param restores in a context of the game's own, each picture puts back the state that the game had set
 * @throws Error when the canvas already has a context of another kind
 * @example
 * const renderer = createRenderer(document.querySelector('canvas'))
 */
export const createRenderer = (target: DrawTarget, path?: DrawPath, restores = false): Renderer => {
  const found = contextOf(target, path)
  if (!('gl' in found)) {
    // A module that may not have been asked for.
    if ((Canvas2dRenderer as typeof Canvas2dRenderer | undefined) === undefined)
      throw new Refusal(
        'player',
        'drawing with a 2D context is not loaded; ask for it: loadPack(source, { path: "canvas2d" })',
      )
    return new Canvas2dRenderer(found.context, found.shared)
  }
  return new GlRenderer(found.gl, {
    path: found.path,
    restores: restores && found.shared,
    makeBack: (gl) => (found.shared ? new GameTarget(gl) : new BackBuffer(gl)),
  })
}
