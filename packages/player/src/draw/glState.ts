/**
 * The state of a WebGL2 context that drawing depends on. In a context of the game's own nothing can be taken for
 * granted: every picture sets all of it, and can put it back.
 */

interface Kept {
  /** What there is now. */
  readonly read: (gl: WebGL2RenderingContext) => unknown
  /** Sets what drawing needs; left out where the renderer does so by itself. */
  readonly set?: (gl: WebGL2RenderingContext) => void
  readonly restore: (gl: WebGL2RenderingContext, was: never) => void
}

const parameter =
  (name: number) =>
  (gl: WebGL2RenderingContext): unknown =>
    gl.getParameter(name)

/** Capabilities by their WebGL numbers: those that spoil a picture are off, and blending is on. */
const CAPABILITIES = {
  blend: [0x0be2, true],
  cullFace: [0x0b44, false],
  depthTest: [0x0b71, false],
  stencilTest: [0x0b90, false],
  polygonOffset: [0x8037, false],
  alphaToCoverage: [0x809e, false],
  sampleCoverage: [0x80a0, false],
  rasterizerDiscard: [0x8c89, false],
} as const

const capability = ([cap, on]: readonly [number, boolean]): Kept => ({
  read: (gl) => gl.isEnabled(cap),
  set: (gl) => (on ? gl.enable(cap) : gl.disable(cap)),
  restore: (gl, was: boolean) => (was ? gl.enable(cap) : gl.disable(cap)),
})

/** Bytes of a picture as they are handed to a texture. */
const UNPACK = {
  alignment: [0x0cf5, 4],
  rowLength: [0x0cf2, 0],
  imageHeight: [0x806e, 0],
  skipPixels: [0x0cf4, 0],
  skipRows: [0x0cf3, 0],
  skipImages: [0x806d, 0],
  flipY: [0x9240, false],
  premultiply: [0x9241, false],
  colourSpace: [0x9243, 0x9244],
} as const

const unpack = ([name, value]: readonly [number, number | boolean]): Kept => ({
  read: parameter(name),
  set: (gl) => gl.pixelStorei(name, value),
  restore: (gl, was: number | boolean) => gl.pixelStorei(name, was),
})

/** The first texture unit, which all sheets are bound to; the game's unit is asked for first. */
const UNIT: readonly Kept[] = [
  {
    read: parameter(0x84e0),
    set: (gl) => gl.activeTexture(gl.TEXTURE0),
    restore: (gl, was: number) => gl.activeTexture(was),
  },
  {
    // Asked of the first unit, whichever the game's was.
    read: (gl) => {
      gl.activeTexture(gl.TEXTURE0)
      return gl.getParameter(gl.TEXTURE_BINDING_2D) as unknown
    },
    restore: (gl, was: WebGLTexture | null) => gl.bindTexture(gl.TEXTURE_2D, was),
  },
  {
    read: parameter(0x8919),
    set: (gl) => gl.bindSampler(0, null),
    restore: (gl, was: WebGLSampler | null) => gl.bindSampler(0, was),
  },
]

const isFedBack = (gl: WebGL2RenderingContext): boolean =>
  Boolean(gl.getParameter(gl.TRANSFORM_FEEDBACK_ACTIVE)) && !gl.getParameter(gl.TRANSFORM_FEEDBACK_PAUSED)

const DRAWING: readonly Kept[] = [
  {
    // A feedback that runs would take the corners, and forbids another program: it is paused first and goes on last.
    read: isFedBack,
    set: (gl) => {
      if (isFedBack(gl)) gl.pauseTransformFeedback()
    },
    restore: (gl, ran: boolean) => {
      if (ran && !isFedBack(gl)) gl.resumeTransformFeedback()
    },
  },
  ...Object.values(CAPABILITIES).map(capability),
  ...UNIT,
  {
    read: (gl): unknown[] => [
      gl.getParameter(gl.BLEND_EQUATION_RGB),
      gl.getParameter(gl.BLEND_EQUATION_ALPHA),
    ],
    set: (gl) => gl.blendEquation(gl.FUNC_ADD),
    restore: (gl, [rgb, alpha]: [number, number]) => gl.blendEquationSeparate(rgb, alpha),
  },
  {
    read: (gl) =>
      [gl.BLEND_SRC_RGB, gl.BLEND_DST_RGB, gl.BLEND_SRC_ALPHA, gl.BLEND_DST_ALPHA].map(
        (name) => gl.getParameter(name) as number,
      ),
    restore: (gl, [a, b, c, d]: [number, number, number, number]) => gl.blendFuncSeparate(a, b, c, d),
  },
  {
    read: parameter(0x0c23),
    set: (gl) => gl.colorMask(true, true, true, true),
    restore: (gl, [r, g, b, a]: [boolean, boolean, boolean, boolean]) => gl.colorMask(r, g, b, a),
  },
  {
    read: parameter(0x0c22),
    restore: (gl, [r, g, b, a]: [number, number, number, number]) => gl.clearColor(r, g, b, a),
  },
  {
    read: parameter(0x8b8d),
    restore: (gl, was: WebGLProgram | null) => gl.useProgram(was),
  },
  {
    read: parameter(0x85b5),
    restore: (gl, was: WebGLVertexArrayObject | null) => gl.bindVertexArray(was),
  },
  {
    read: parameter(0x8894),
    restore: (gl, was: WebGLBuffer | null) => gl.bindBuffer(gl.ARRAY_BUFFER, was),
  },
  {
    read: parameter(0x0ba2),
    restore: (gl, [x, y, w, h]: [number, number, number, number]) => gl.viewport(x, y, w, h),
  },
  {
    read: (gl): unknown[] => [gl.isEnabled(gl.SCISSOR_TEST), gl.getParameter(gl.SCISSOR_BOX)],
    restore: (gl, [on, [x, y, w, h]]: [boolean, [number, number, number, number]]) => {
      if (on) gl.enable(gl.SCISSOR_TEST)
      else gl.disable(gl.SCISSOR_TEST)
      gl.scissor(x, y, w, h)
    },
  },
]

const UPLOADING: readonly Kept[] = [
  ...UNIT,
  ...Object.values(UNPACK).map(unpack),
  {
    read: parameter(0x88ef),
    set: (gl) => gl.bindBuffer(gl.PIXEL_UNPACK_BUFFER, null),
    restore: (gl, was: WebGLBuffer | null) => gl.bindBuffer(gl.PIXEL_UNPACK_BUFFER, was),
  },
]

/** What was, to be put back. */
export type KeptState = readonly unknown[]

const read = (gl: WebGL2RenderingContext, all: readonly Kept[]): KeptState => all.map((one) => one.read(gl))
const set = (gl: WebGL2RenderingContext, all: readonly Kept[]): void => {
  for (const one of all) one.set?.(gl)
}
const restore = (gl: WebGL2RenderingContext, all: readonly Kept[], was: KeptState): void => {
  // Backwards, so that the texture of the first unit comes back before the game's unit.
  for (let k = all.length - 1; k >= 0; k--) all[k]!.restore(gl, was[k] as never)
}

export const readDrawingState = (gl: WebGL2RenderingContext): KeptState => read(gl, DRAWING)
/** Sets all that drawing needs but target, viewport, scissors and program. */
export const setDrawingState = (gl: WebGL2RenderingContext): void => set(gl, DRAWING)
export const restoreDrawingState = (gl: WebGL2RenderingContext, was: KeptState): void =>
  restore(gl, DRAWING, was)

/** Does what hands pictures over to textures of the first unit, and puts back what the game had set. */
export const uploading = (gl: WebGL2RenderingContext, upload: () => void): void => {
  const was = read(gl, UPLOADING)
  set(gl, UPLOADING)
  upload()
  restore(gl, UPLOADING, was)
}
