/** Scratch columns of the visible particles, shared by all emitters; they grow by doubling. */

/** Columns of the visible particles of the emitter at hand. */
export interface Visible {
  count: number
  slot: Int32Array
  /** Life from 0 to 1, and age in seconds. */
  u: Float64Array
  age: Float64Array
  scale: Float64Array
  scaleY: Float64Array
  opacity: Float64Array
}

export const visible: Visible = {
  count: 0,
  slot: new Int32Array(0),
  u: new Float64Array(0),
  age: new Float64Array(0),
  scale: new Float64Array(0),
  scaleY: new Float64Array(0),
  opacity: new Float64Array(0),
}

export const makeRoom = (count: number): void => {
  if (visible.slot.length >= count) return
  const room = Math.max(256, count, visible.slot.length * 2)
  visible.slot = new Int32Array(room)
  visible.u = new Float64Array(room)
  visible.age = new Float64Array(room)
  visible.scale = new Float64Array(room)
  visible.scaleY = new Float64Array(room)
  visible.opacity = new Float64Array(room)
}
