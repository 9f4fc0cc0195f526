/**
 * Shaders. Both paths share the fragment side; they differ in how a corner gets its data. `place` in the
 * fragment shader is
 * held half a texel inside the frame, so that neighbours never bleed in; `camera` is offset and scale to clip
 * space.
 */

const FRAGMENT = `#version 300 es
precision highp float;
uniform sampler2D sheet;
uniform vec2 sheetSize;
in vec2 texel;
flat in vec4 frameBox;
flat in vec4 colour;
out vec4 result;
void main() {
  vec2 place = clamp(texel, frameBox.xy + 0.5, frameBox.zw - 0.5);
  result = texture(sheet, place / sheetSize) * colour;
}`

const COMMON = `#version 300 es
precision highp float;
uniform vec4 camera;
out vec2 texel;
flat out vec4 frameBox;
flat out vec4 colour;
void emitCorner(vec2 place, vec2 at, vec4 box, vec4 tint, float opacity) {
  gl_Position = vec4(place * camera.zw + camera.xy, 0.0, 1.0);
  texel = at;
  frameBox = box;
  colour = vec4(tint.rgb * opacity, opacity);
}`

const INSTANCED = `${COMMON}
layout(location = 0) in vec4 originAcross;
layout(location = 1) in vec2 down;
layout(location = 2) in vec4 rect;
layout(location = 3) in vec4 tint;
layout(location = 4) in float opacity;
void main() {
  vec2 st = vec2(gl_VertexID & 1, gl_VertexID >> 1);
  emitCorner(originAcross.xy + originAcross.zw * st.x + down * st.y, rect.xy + rect.zw * st, vec4(rect.xy, rect.xy + rect.zw), tint, opacity);
}`

const EXPANDED = `${COMMON}
layout(location = 0) in vec2 place;
layout(location = 1) in vec2 at;
layout(location = 2) in vec4 box;
layout(location = 3) in vec4 tint;
layout(location = 4) in float opacity;
void main() { emitCorner(place, at, box, tint, opacity); }`

export interface GlProgram {
  readonly program: WebGLProgram
  readonly camera: WebGLUniformLocation | null
  readonly sheetSize: WebGLUniformLocation | null
}

const compileShader = (gl: WebGL2RenderingContext, type: number, source: string): WebGLShader => {
  const shader = gl.createShader(type)!
  gl.shaderSource(shader, source)
  gl.compileShader(shader)
  return shader
}

const link = (gl: WebGL2RenderingContext, vertex: string): GlProgram => {
  const program = gl.createProgram()!
  gl.attachShader(program, compileShader(gl, gl.VERTEX_SHADER, vertex))
  gl.attachShader(program, compileShader(gl, gl.FRAGMENT_SHADER, FRAGMENT))
  gl.linkProgram(program)
  if (!gl.getProgramParameter(program, gl.LINK_STATUS) && !gl.isContextLost())
    throw new Error(`Shader: ${gl.getProgramInfoLog(program)}`)
  return {
    program,
    camera: gl.getUniformLocation(program, 'camera'),
    sheetSize: gl.getUniformLocation(program, 'sheetSize'),
  }
}

export const linkInstanced = (gl: WebGL2RenderingContext): GlProgram => link(gl, INSTANCED)
export const linkExpanded = (gl: WebGL2RenderingContext): GlProgram => link(gl, EXPANDED)
