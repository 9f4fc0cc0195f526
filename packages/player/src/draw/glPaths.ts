/** The two ways of giving instances to WebGL2: as they are, or as four corners each made on the CPU. */
import { INSTANCE_BYTES, INSTANCE_WORDS, type Batch, type Frame } from '@gliv/model'
import { expandInto, VERTEX_WORDS } from './expand.ts'
import { linkExpanded, linkInstanced, type GlProgram } from './glProgram.ts'

export interface GlPath {
  readonly program: GlProgram
  /** The program for batches whose pixels are shifted, made when it is asked for first. */
  readonly shiftedProgram: () => GlProgram
  /** Hands a frame's instances over. */
  upload(frame: Frame): void
  drawBatch(batch: Batch): void
  /** Frees its buffers, arrays and programs. */
  dispose(): void
}

/** [location, size, type, normalised, byte offset] */
type Attribute = readonly [number, number, number, boolean, number]

const point = (
  gl: WebGL2RenderingContext,
  attributes: readonly Attribute[],
  stride: number,
  base: number,
): void => {
  for (const [location, size, type, normalised, offset] of attributes)
    gl.vertexAttribPointer(location, size, type, normalised, stride, base + offset)
}

/** Place of the shifts among the attributes, and float32 of each. */
const SHIFT = 5
const SHIFT_FLOATS = 3

/** Made when it is asked for first; `made` is empty until then. */
interface Once<T> {
  (): T
  readonly made: () => readonly T[]
}

const once = <T>(make: () => T): Once<T> => {
  let all: readonly T[] = []
  return Object.assign(() => (all = all.length > 0 ? all : [make()])[0]!, { made: () => all })
}

const freePath = (
  gl: WebGL2RenderingContext,
  array: WebGLVertexArrayObject,
  buffers: readonly WebGLBuffer[],
  programs: readonly GlProgram[],
): void => {
  gl.deleteVertexArray(array)
  for (const buffer of buffers) gl.deleteBuffer(buffer)
  for (const { program } of programs) gl.deleteProgram(program)
}

const anyShifted = ({ batches, batchCount }: Frame): boolean => {
  for (let b = 0; b < batchCount; b++) if (batches[b]!.shifted) return true
  return false
}

/** A dynamic buffer that is only allocated anew when it has to grow. */
const streamInto = (
  gl: WebGL2RenderingContext,
  buffer: WebGLBuffer,
  capacity: number,
  data: Uint32Array | Float32Array,
  words: number,
): number => {
  gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
  let room = capacity
  if (words * 4 > room) {
    room = Math.max(words * 4, room * 2)
    gl.bufferData(gl.ARRAY_BUFFER, room, gl.STREAM_DRAW)
  }
  gl.bufferSubData(gl.ARRAY_BUFFER, 0, data, 0, words)
  return room
}

export const createInstancedPath = (gl: WebGL2RenderingContext): GlPath => {
  const buffer = gl.createBuffer()!
  const array = gl.createVertexArray()!
  const attributes: readonly Attribute[] = [
    [0, 4, gl.FLOAT, false, 0],
    [1, 2, gl.FLOAT, false, 16],
    [2, 4, gl.FLOAT, false, 24],
    [3, 4, gl.UNSIGNED_BYTE, true, 40],
    [4, 1, gl.FLOAT, false, 44],
  ]
  let capacity = 0
  let shiftRoom = 0
  const shiftBuffer = once(() => gl.createBuffer()!)
  gl.bindVertexArray(array)
  gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
  for (const [location] of attributes) {
    gl.enableVertexAttribArray(location)
    gl.vertexAttribDivisor(location, 1)
  }
  gl.vertexAttribDivisor(SHIFT, 1)
  const pointShifts = ({ shifted, first }: Batch): void => {
    if (!shifted) return gl.disableVertexAttribArray(SHIFT)
    gl.enableVertexAttribArray(SHIFT)
    gl.bindBuffer(gl.ARRAY_BUFFER, shiftBuffer())
    gl.vertexAttribPointer(SHIFT, SHIFT_FLOATS, gl.FLOAT, false, 0, first * SHIFT_FLOATS * 4)
    gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
  }
  const program = linkInstanced(gl)
  const shiftedProgram = once(() => linkInstanced(gl, true))
  return {
    program,
    shiftedProgram,
    dispose: () => freePath(gl, array, [buffer, ...shiftBuffer.made()], [program, ...shiftedProgram.made()]),
    upload: (frame) => {
      gl.bindVertexArray(array)
      if (anyShifted(frame))
        shiftRoom = streamInto(gl, shiftBuffer(), shiftRoom, frame.shifts, frame.shifts.length)
      capacity = streamInto(gl, buffer, capacity, frame.u32, frame.count * INSTANCE_WORDS)
    },
    drawBatch: (batch) => {
      pointShifts(batch)
      point(gl, attributes, INSTANCE_BYTES, batch.first * INSTANCE_BYTES)
      gl.drawArraysInstanced(gl.TRIANGLE_STRIP, 0, 4, batch.count)
    },
  }
}

/** The shifts of each instance for its four corners. */
const expandShifts = ({ shifts, count }: Frame, out: Float32Array): void => {
  for (let i = 0; i < Math.min(count, shifts.length / SHIFT_FLOATS); i++)
    for (let corner = 0; corner < 4; corner++)
      for (let k = 0; k < SHIFT_FLOATS; k++)
        out[(i * 4 + corner) * SHIFT_FLOATS + k] = shifts[i * SHIFT_FLOATS + k]!
}

/** Two triangles a quad. */
const quadIndices = (quads: number): Uint32Array => {
  const indices = new Uint32Array(quads * 6)
  for (let q = 0; q < quads; q++)
    indices.set([q * 4, q * 4 + 1, q * 4 + 2, q * 4 + 2, q * 4 + 1, q * 4 + 3], q * 6)
  return indices
}

export const createExpandedPath = (gl: WebGL2RenderingContext): GlPath => {
  const buffer = gl.createBuffer()!
  const indexBuffer = gl.createBuffer()!
  const array = gl.createVertexArray()!
  const attributes: readonly Attribute[] = [
    [0, 2, gl.FLOAT, false, 0],
    [1, 2, gl.FLOAT, false, 8],
    [2, 4, gl.FLOAT, false, 16],
    [3, 4, gl.UNSIGNED_BYTE, true, 32],
    [4, 1, gl.FLOAT, false, 36],
  ]
  let capacity = 0
  let quads = 0
  let f32 = new Float32Array(0)
  let u32 = new Uint32Array(0)
  gl.bindVertexArray(array)
  gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
  gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, indexBuffer)
  for (const [location] of attributes) gl.enableVertexAttribArray(location)
  const program: GlProgram = linkExpanded(gl)
  point(gl, attributes, VERTEX_WORDS * 4, 0)
  let shiftRoom = 0
  let cornerShifts = new Float32Array(0)
  const shiftBuffer = once(() => gl.createBuffer()!)
  const uploadShifts = (frame: Frame): void => {
    const floats = frame.count * 4 * SHIFT_FLOATS
    if (cornerShifts.length < floats)
      cornerShifts = new Float32Array(Math.max(floats, cornerShifts.length * 2))
    expandShifts(frame, cornerShifts)
    shiftRoom = streamInto(gl, shiftBuffer(), shiftRoom, cornerShifts, floats)
    gl.vertexAttribPointer(SHIFT, SHIFT_FLOATS, gl.FLOAT, false, 0, 0)
  }
  const shiftedProgram = once(() => linkExpanded(gl, true))
  return {
    program,
    shiftedProgram,
    dispose: () =>
      freePath(gl, array, [buffer, indexBuffer, ...shiftBuffer.made()], [program, ...shiftedProgram.made()]),
    upload: (frame) => {
      gl.bindVertexArray(array)
      if (frame.count > quads) {
        quads = Math.max(256, frame.count, quads * 2)
        f32 = new Float32Array(quads * 4 * VERTEX_WORDS)
        u32 = new Uint32Array(f32.buffer)
        gl.bufferData(gl.ELEMENT_ARRAY_BUFFER, quadIndices(quads), gl.STATIC_DRAW)
      }
      if (anyShifted(frame)) uploadShifts(frame)
      expandInto(frame, f32, u32, 0, frame.count)
      capacity = streamInto(gl, buffer, capacity, u32, frame.count * 4 * VERTEX_WORDS)
    },
    drawBatch: (batch) => {
      if (batch.shifted) gl.enableVertexAttribArray(SHIFT)
      else gl.disableVertexAttribArray(SHIFT)
      gl.drawElements(gl.TRIANGLES, batch.count * 6, gl.UNSIGNED_INT, batch.first * 24)
    },
  }
}
