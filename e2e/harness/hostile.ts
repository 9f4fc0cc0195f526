/** Ways in which a game may leave its own WebGL2 context, each of which spoils a picture that takes it for granted. */

type Gl = WebGL2RenderingContext

const shaderOf = (gl: Gl, type: number, source: string): WebGLShader => {
  const shader = gl.createShader(type)!
  gl.shaderSource(shader, `#version 300 es\nprecision highp float;\n${source}`)
  gl.compileShader(shader)
  return shader
}

/** A program of the game's own that feeds its corners back, in the middle of it. */
const feedBack = (gl: Gl): void => {
  const program = gl.createProgram()
  gl.attachShader(
    program,
    shaderOf(gl, gl.VERTEX_SHADER, 'out float fed; void main() { fed = 1.0; gl_Position = vec4(0); }'),
  )
  gl.attachShader(
    program,
    shaderOf(gl, gl.FRAGMENT_SHADER, 'out vec4 colour; void main() { colour = vec4(1, 0, 0, 1); }'),
  )
  gl.transformFeedbackVaryings(program, ['fed'], gl.SEPARATE_ATTRIBS)
  gl.linkProgram(program)
  gl.useProgram(program)
  const buffer = gl.createBuffer()
  gl.bindBuffer(gl.TRANSFORM_FEEDBACK_BUFFER, buffer)
  gl.bufferData(gl.TRANSFORM_FEEDBACK_BUFFER, 64, gl.STREAM_COPY)
  gl.bindBufferBase(gl.TRANSFORM_FEEDBACK_BUFFER, 0, buffer)
  gl.bindBuffer(gl.TRANSFORM_FEEDBACK_BUFFER, null)
  gl.beginTransformFeedback(gl.POINTS)
}

const texture = (gl: Gl): WebGLTexture => {
  const made = gl.createTexture()
  gl.bindTexture(gl.TEXTURE_2D, made)
  gl.texImage2D(
    gl.TEXTURE_2D,
    0,
    gl.RGBA,
    1,
    1,
    0,
    gl.RGBA,
    gl.UNSIGNED_BYTE,
    Uint8Array.of(255, 0, 255, 255),
  )
  return made
}

/** By name; each leaves something behind. */
export const HOSTILE = {
  clean: () => {},
  'another texture unit': (gl) => {
    gl.activeTexture(gl.TEXTURE5)
    texture(gl)
  },
  'a texture of the first unit': (gl) => {
    gl.activeTexture(gl.TEXTURE0)
    texture(gl)
  },
  'a sampler': (gl) => {
    const sampler = gl.createSampler()
    gl.samplerParameteri(sampler, gl.TEXTURE_MIN_FILTER, gl.NEAREST_MIPMAP_NEAREST)
    gl.samplerParameteri(sampler, gl.TEXTURE_WRAP_S, gl.REPEAT)
    gl.bindSampler(0, sampler)
  },
  culling: (gl) => {
    gl.enable(gl.CULL_FACE)
    gl.cullFace(gl.FRONT_AND_BACK)
  },
  depth: (gl) => {
    gl.enable(gl.DEPTH_TEST)
    gl.depthFunc(gl.NEVER)
  },
  stencil: (gl) => {
    gl.enable(gl.STENCIL_TEST)
    gl.stencilFunc(gl.NEVER, 1, 255)
  },
  'no blending': (gl) => gl.disable(gl.BLEND),
  'a blend equation': (gl) => gl.blendEquationSeparate(gl.FUNC_REVERSE_SUBTRACT, gl.MIN),
  'a colour mask': (gl) => gl.colorMask(false, true, false, false),
  scissors: (gl) => {
    gl.enable(gl.SCISSOR_TEST)
    gl.scissor(3, 3, 1, 1)
  },
  'a viewport': (gl) => gl.viewport(5, 5, 7, 7),
  'a clear colour': (gl) => gl.clearColor(1, 0, 1, 1),
  'discarded pixels': (gl) => gl.enable(gl.RASTERIZER_DISCARD),
  'coverage by alpha': (gl) => {
    gl.enable(gl.SAMPLE_ALPHA_TO_COVERAGE)
    gl.enable(gl.SAMPLE_COVERAGE)
    gl.sampleCoverage(0, false)
  },
  'a polygon offset': (gl) => {
    gl.enable(gl.POLYGON_OFFSET_FILL)
    gl.polygonOffset(9, 9)
  },
  unpacking: (gl) => {
    gl.pixelStorei(gl.UNPACK_FLIP_Y_WEBGL, true)
    gl.pixelStorei(gl.UNPACK_PREMULTIPLY_ALPHA_WEBGL, true)
    gl.pixelStorei(gl.UNPACK_ROW_LENGTH, 3)
    gl.pixelStorei(gl.UNPACK_SKIP_ROWS, 1)
    gl.pixelStorei(gl.UNPACK_SKIP_PIXELS, 1)
    gl.pixelStorei(gl.UNPACK_ALIGNMENT, 8)
  },
  'an unpack buffer': (gl) => {
    const buffer = gl.createBuffer()
    gl.bindBuffer(gl.PIXEL_UNPACK_BUFFER, buffer)
    gl.bufferData(gl.PIXEL_UNPACK_BUFFER, 4096, gl.STREAM_DRAW)
  },
  'arrays and a program': (gl) => {
    gl.bindVertexArray(gl.createVertexArray())
    gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer())
    gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, gl.createBuffer())
    gl.enableVertexAttribArray(0)
  },
  'a feedback that runs': feedBack,
} as const satisfies Record<string, (gl: Gl) => void>
export type Hostile = keyof typeof HOSTILE

/** State that a picture may change, as text, so that it can be compared. */
const READ = [
  ...['ACTIVE_TEXTURE', 'TEXTURE_BINDING_2D', 'SAMPLER_BINDING', 'CURRENT_PROGRAM', 'VERTEX_ARRAY_BINDING'],
  ...[
    'ARRAY_BUFFER_BINDING',
    'ELEMENT_ARRAY_BUFFER_BINDING',
    'DRAW_FRAMEBUFFER_BINDING',
    'READ_FRAMEBUFFER_BINDING',
  ],
  ...[
    'PIXEL_UNPACK_BUFFER_BINDING',
    'UNPACK_FLIP_Y_WEBGL',
    'UNPACK_PREMULTIPLY_ALPHA_WEBGL',
    'UNPACK_ROW_LENGTH',
  ],
  ...[
    'UNPACK_SKIP_ROWS',
    'UNPACK_SKIP_PIXELS',
    'UNPACK_ALIGNMENT',
    'CULL_FACE',
    'DEPTH_TEST',
    'STENCIL_TEST',
  ],
  ...['SCISSOR_TEST', 'SCISSOR_BOX', 'VIEWPORT', 'BLEND', 'BLEND_EQUATION_RGB', 'BLEND_EQUATION_ALPHA'],
  ...[
    'BLEND_SRC_RGB',
    'BLEND_DST_RGB',
    'BLEND_SRC_ALPHA',
    'BLEND_DST_ALPHA',
    'COLOR_WRITEMASK',
    'COLOR_CLEAR_VALUE',
  ],
  ...['RASTERIZER_DISCARD', 'SAMPLE_ALPHA_TO_COVERAGE', 'SAMPLE_COVERAGE', 'POLYGON_OFFSET_FILL'],
  ...['TRANSFORM_FEEDBACK_ACTIVE', 'TRANSFORM_FEEDBACK_PAUSED'],
] as const

/** What of the state is another one now, by name. */
export const stateOf = (gl: Gl): ((names?: string[]) => string[]) => {
  const read = (): unknown[] =>
    READ.map((name) => {
      const value: unknown = gl.getParameter(gl[name as 'VIEWPORT'])
      return ArrayBuffer.isView(value) ? String(value) : value
    })
  const before = read()
  return () => {
    const after = read()
    return READ.filter((_, k) =>
      Array.isArray(before[k]) ? String(before[k]) !== String(after[k]) : before[k] !== after[k],
    )
  }
}
