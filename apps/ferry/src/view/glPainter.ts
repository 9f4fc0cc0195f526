/** Draws the game's pictures with WebGL2, many at once. */
import type { Camera } from '@gliv/player'
import { FRAMES, type Picture, SHEET } from '../art/frames.ts'
import { channelsOf, type Colour, type Painter, type Stamp } from './painter.ts'

/** x, y, u, v as float32, and a colour. */
const STRIDE = 20
const MOST_QUADS = 2048

const VERTEX = `#version 300 es
layout(location = 0) in vec2 place;
layout(location = 1) in vec2 texel;
layout(location = 2) in vec4 colour;
uniform vec2 size;
out vec2 uv;
out vec4 tint;
void main() {
  gl_Position = vec4(place / size * vec2(2, -2) + vec2(-1, 1), 0, 1);
  uv = texel;
  tint = colour;
}`
const FRAGMENT = `#version 300 es
precision mediump float;
in vec2 uv;
in vec4 tint;
uniform sampler2D sheet;
out vec4 result;
void main() { result = texture(sheet, uv) * vec4(tint.rgb * tint.a, tint.a); }`

const programOf = (gl: WebGL2RenderingContext): WebGLProgram => {
  const program = gl.createProgram()
  for (const [kind, text] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, FRAGMENT],
  ] as const) {
    const shader = gl.createShader(kind)!
    gl.shaderSource(shader, text)
    gl.compileShader(shader)
    gl.attachShader(program, shader)
  }
  gl.linkProgram(program)
  return program
}

interface Made {
  readonly program: WebGLProgram
  readonly vertices: WebGLVertexArrayObject
  readonly buffer: WebGLBuffer
  readonly texture: WebGLTexture
}

export class GlPainter implements Painter {
  readonly #gl: WebGL2RenderingContext
  readonly #image: ImageBitmap
  readonly #floats = new Float32Array((MOST_QUADS * 4 * STRIDE) / 4)
  readonly #bytes = new Uint8Array(this.#floats.buffer)
  #quads = 0
  #multiplies = false
  #size: readonly [number, number] = [1, 1]
  #camera: Camera = { x: 0, y: 0, zoom: 1 }
  #made: Made | null = null

  constructor(gl: WebGL2RenderingContext, image: ImageBitmap) {
    this.#gl = gl
    this.#image = image
    gl.canvas.addEventListener('webglcontextrestored', () => (this.#made = null))
  }

  #make(): Made {
    const gl = this.#gl
    const [vertices, buffer, indices, texture] = [
      gl.createVertexArray(),
      gl.createBuffer(),
      gl.createBuffer(),
      gl.createTexture(),
    ]
    gl.bindVertexArray(vertices)
    gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
    gl.bufferData(gl.ARRAY_BUFFER, this.#bytes.byteLength, gl.DYNAMIC_DRAW)
    for (const [at, count, type, offset] of [
      [0, 2, gl.FLOAT, 0],
      [1, 2, gl.FLOAT, 8],
      [2, 4, gl.UNSIGNED_BYTE, 16],
    ] as const) {
      gl.enableVertexAttribArray(at)
      gl.vertexAttribPointer(at, count, type, type === gl.UNSIGNED_BYTE, STRIDE, offset)
    }
    gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, indices)
    const order = Array.from({ length: MOST_QUADS }, (_, k) => [0, 1, 2, 2, 1, 3].map((n) => n + k * 4))
    gl.bufferData(gl.ELEMENT_ARRAY_BUFFER, new Uint16Array(order.flat()), gl.STATIC_DRAW)
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.pixelStorei(gl.UNPACK_PREMULTIPLY_ALPHA_WEBGL, false)
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, gl.RGBA, gl.UNSIGNED_BYTE, this.#image)
    for (const key of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER])
      gl.texParameteri(gl.TEXTURE_2D, key, gl.NEAREST)
    for (const key of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T])
      gl.texParameteri(gl.TEXTURE_2D, key, gl.CLAMP_TO_EDGE)
    gl.bindVertexArray(null)
    return (this.#made = { program: programOf(gl), vertices, buffer, texture })
  }

  begin(camera: Camera, width: number, height: number): void {
    this.#camera = camera
    this.#size = [width, height]
    this.#quads = 0
    const gl = this.#gl
    gl.bindFramebuffer(gl.FRAMEBUFFER, null)
    gl.viewport(0, 0, width, height)
  }

  #vertex(k: number, x: number, y: number, u: number, v: number, colour: Colour, opacity: number): void {
    const { zoom } = this.#camera
    const at = ((this.#quads * 4 + k) * STRIDE) / 4
    this.#floats[at] = (x - this.#camera.x) * zoom
    this.#floats[at + 1] = (y - this.#camera.y) * zoom
    this.#floats[at + 2] = u / SHEET[0]
    this.#floats[at + 3] = v / SHEET[1]
    this.#bytes.set([...channelsOf(colour), Math.round(opacity * 255)], at * 4 + 16)
  }

  /** @param corners left top, right top, left bottom, right bottom */
  #quad(
    picture: Picture,
    corners: readonly (readonly [number, number])[],
    opacity: number,
    flip: boolean,
    upper = '#ffffff',
    lower = upper,
  ): void {
    if (this.#quads === MOST_QUADS) this.flush()
    const [x, y, w, h] = FRAMES[picture]
    const inset = picture === 'white' ? 1 : 0
    const [left, right] = flip ? [x + w, x] : [x + inset, x + w - inset]
    const [top, bottom] = [y + inset, y + h - inset]
    corners.forEach(([px, py], k) =>
      this.#vertex(k, px, py, k % 2 ? right : left, k < 2 ? top : bottom, k < 2 ? upper : lower, opacity),
    )
    this.#quads++
  }

  stamp(
    picture: Picture,
    x: number,
    y: number,
    { flip = false, opacity = 1, scale = 1, turn = 0 }: Stamp = {},
  ): void {
    const [, , w, h] = FRAMES[picture]
    const [sin, cos] = [Math.sin((turn * Math.PI) / 180), Math.cos((turn * Math.PI) / 180)]
    const corner = (dx: number, dy: number): readonly [number, number] => [
      x + (dx * cos - dy * sin) * scale,
      y + (dx * sin + dy * cos) * scale,
    ]
    this.#quad(
      picture,
      [corner(-w / 2, -h), corner(w / 2, -h), corner(-w / 2, 0), corner(w / 2, 0)],
      opacity,
      flip,
    )
  }

  tile(picture: Picture, from: number, to: number, y: number): void {
    const [, , w, h] = FRAMES[picture]
    for (let x = from; x < to; x += w) this.stamp(picture, x + w / 2, y + h)
  }

  rect(x: number, y: number, w: number, h: number, upper: Colour, lower = upper, opacity = 1): void {
    const corners = [
      [x, y],
      [x + w, y],
      [x, y + h],
      [x + w, y + h],
    ] as const
    this.#quad('white', corners, opacity, false, upper, lower)
  }

  shade(colour: Colour): void {
    this.flush()
    this.#multiplies = true
    const { x, y, zoom } = this.#camera
    this.rect(x - 2, y - 2, this.#size[0] / zoom + 4, this.#size[1] / zoom + 4, colour)
    this.flush()
    this.#multiplies = false
  }

  flush(): void {
    if (this.#quads === 0 || this.#gl.isContextLost()) return
    const gl = this.#gl
    const { program, vertices, buffer, texture } = this.#made ?? this.#make()
    gl.useProgram(program)
    gl.bindVertexArray(vertices)
    gl.activeTexture(gl.TEXTURE0)
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
    gl.bufferSubData(gl.ARRAY_BUFFER, 0, this.#bytes, 0, this.#quads * 4 * STRIDE)
    gl.uniform2f(gl.getUniformLocation(program, 'size'), ...this.#size)
    gl.uniform1i(gl.getUniformLocation(program, 'sheet'), 0)
    for (const what of [gl.DEPTH_TEST, gl.CULL_FACE, gl.SCISSOR_TEST, gl.STENCIL_TEST]) gl.disable(what)
    gl.enable(gl.BLEND)
    gl.blendEquation(gl.FUNC_ADD)
    if (this.#multiplies) gl.blendFunc(gl.DST_COLOR, gl.ZERO)
    else gl.blendFunc(gl.ONE, gl.ONE_MINUS_SRC_ALPHA)
    gl.drawElements(gl.TRIANGLES, this.#quads * 6, gl.UNSIGNED_SHORT, 0)
    gl.bindVertexArray(null)
    this.#quads = 0
  }
}
