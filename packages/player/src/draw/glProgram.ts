/**
 * Shaders. Both paths share the fragment side; they differ in how a corner gets its data. `place` in the fragment
 * shader is held half a texel inside the frame, so that neighbours never bleed in; `turned` (columns of a matrix) and
 * `start` bring a place to clip space. A tint's own alpha is 1, and 0 for light that is added where both blends are
 * drawn as one.
 */

/** What a program of shifted pixels has beside the plain one; empty strings for that. */
interface Variant {
  readonly carried: string
  readonly pixel: string
  readonly input: string
  readonly corner: string
}

const PLAIN: Variant = { carried: '', pixel: 'texture(sheet, place / sheetSize)', input: '', corner: '' }

/** Hue, saturation and value of pixels, as `pixelShiftInto` has them. */
const SHIFTED: Variant = {
  carried: 'flat {way} vec3 toRed;\nflat {way} vec3 toGreen;\nflat {way} vec3 toBlue;',
  pixel: 'shifted(texture(sheet, place / sheetSize))',
  input: 'layout(location = 5) in vec3 shift;',
  corner: 'emitShift(shift);',
}

const SHIFT_PIXEL = `
vec4 shifted(vec4 p) {
  return vec4(clamp(vec3(dot(toRed, p.rgb), dot(toGreen, p.rgb), dot(toBlue, p.rgb)), 0.0, p.a), p.a);
}`

const EMIT_SHIFT = `
void emitShift(vec3 by) {
  float turn = radians(by.x);
  float c = cos(turn) * by.y * by.z;
  float s = sin(turn) * by.y * by.z;
  vec3 grey = vec3(0.2126, 0.7152, 0.0722) * (by.z - c);
  toRed = grey + vec3(c - 0.2126 * s, -0.7152 * s, 0.9278 * s);
  toGreen = grey + vec3(0.143 * s, c + 0.14 * s, -0.283 * s);
  toBlue = grey + vec3(-0.7874 * s, 0.7152 * s, c + 0.0722 * s);
}`

const fragmentOf = ({ carried, pixel }: Variant): string => `#version 300 es
precision highp float;
uniform sampler2D sheet;
uniform vec2 sheetSize;
in vec2 texel;
flat in vec4 frameBox;
flat in vec4 colour;
out vec4 result;
${carried.replaceAll('{way}', 'in')}${carried && SHIFT_PIXEL}
void main() {
  vec2 place = clamp(texel, frameBox.xy + 0.5, frameBox.zw - 0.5);
  result = ${pixel} * colour;
}`

const commonOf = ({ carried }: Variant): string => `#version 300 es
precision highp float;
uniform vec4 turned;
uniform vec2 start;
out vec2 texel;
flat out vec4 frameBox;
flat out vec4 colour;
${carried.replaceAll('{way}', 'out')}${carried && EMIT_SHIFT}
void emitCorner(vec2 place, vec2 at, vec4 box, vec4 tint, float opacity) {
  gl_Position = vec4(place.x * turned.xy + place.y * turned.zw + start, 0.0, 1.0);
  texel = at;
  frameBox = box;
  colour = tint * opacity;
}`

const instancedOf = (variant: Variant): string => `${commonOf(variant)}
layout(location = 0) in vec4 originAcross;
layout(location = 1) in vec2 down;
layout(location = 2) in vec4 rect;
layout(location = 3) in vec4 tint;
layout(location = 4) in float opacity;
${variant.input}
void main() {
  ${variant.corner}
  vec2 st = vec2(gl_VertexID & 1, gl_VertexID >> 1);
  emitCorner(originAcross.xy + originAcross.zw * st.x + down * st.y, rect.xy + rect.zw * st, vec4(rect.xy, rect.xy + rect.zw), tint, opacity);
}`

const expandedOf = (variant: Variant): string => `${commonOf(variant)}
layout(location = 0) in vec2 place;
layout(location = 1) in vec2 at;
layout(location = 2) in vec4 box;
layout(location = 3) in vec4 tint;
layout(location = 4) in float opacity;
${variant.input}
void main() {
  ${variant.corner}
  emitCorner(place, at, box, tint, opacity);
}`

export interface GlProgram {
  readonly program: WebGLProgram
  readonly turned: WebGLUniformLocation | null
  readonly start: WebGLUniformLocation | null
  readonly sheetSize: WebGLUniformLocation | null
}

const compileShader = (gl: WebGL2RenderingContext, type: number, source: string): WebGLShader => {
  const shader = gl.createShader(type)!
  gl.shaderSource(shader, source)
  gl.compileShader(shader)
  return shader
}

const link = (gl: WebGL2RenderingContext, vertex: string, fragment: string): GlProgram => {
  const program = gl.createProgram()!
  const shaders = [
    compileShader(gl, gl.VERTEX_SHADER, vertex),
    compileShader(gl, gl.FRAGMENT_SHADER, fragment),
  ]
  for (const shader of shaders) gl.attachShader(program, shader)
  gl.linkProgram(program)
  // A program keeps what it is linked from.
  for (const shader of shaders) gl.deleteShader(shader)
  if (!gl.getProgramParameter(program, gl.LINK_STATUS) && !gl.isContextLost())
    throw new Error(`Shader: ${gl.getProgramInfoLog(program)}`)
  return {
    program,
    turned: gl.getUniformLocation(program, 'turned'),
    start: gl.getUniformLocation(program, 'start'),
    sheetSize: gl.getUniformLocation(program, 'sheetSize'),
  }
}

const variantOf = (shifted: boolean): Variant => (shifted ? SHIFTED : PLAIN)

/** @param shifted for batches whose pixels are shifted */
export const linkInstanced = (gl: WebGL2RenderingContext, shifted = false): GlProgram =>
  link(gl, instancedOf(variantOf(shifted)), fragmentOf(variantOf(shifted)))
export const linkExpanded = (gl: WebGL2RenderingContext, shifted = false): GlProgram =>
  link(gl, expandedOf(variantOf(shifted)), fragmentOf(variantOf(shifted)))
