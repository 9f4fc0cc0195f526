/** Scratch columns of the visible particles of the emitter at hand; they grow by doubling. */
export class VisibleColumns {
  count = 0
  slot = new Int32Array(0)
  /** Life from 0 to 1, and age in seconds. */
  u = new Float64Array(0)
  age = new Float64Array(0)
  scale = new Float64Array(0)
  scaleY = new Float64Array(0)
  opacity = new Float64Array(0)

  makeRoom(count: number): void {
    if (this.slot.length >= count) return
    const room = Math.max(256, count, this.slot.length * 2)
    this.slot = new Int32Array(room)
    this.u = new Float64Array(room)
    this.age = new Float64Array(room)
    this.scale = new Float64Array(room)
    this.scaleY = new Float64Array(room)
    this.opacity = new Float64Array(room)
  }
}
