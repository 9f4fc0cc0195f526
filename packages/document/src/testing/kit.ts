import { encode } from 'fast-png'
import { addEffect, addEmitter, emptyKit, hashPicture, type KitFile } from '../index.ts'

/** Ids in order: emitter-1, type-2, … */
export const counter = (): ((prefix: string) => string) => {
  let n = 0
  return (prefix) => `${prefix}-${++n}`
}

/** A small kit with one sheet of two frames and one effect with one emitter. */
export const smallKit = (): KitFile => {
  const png = encode({
    width: 16,
    height: 8,
    data: new Uint8Array(16 * 8 * 4).fill(200),
    channels: 4,
    depth: 8,
  })
  const kit = emptyKit('kit', 'Test kit')
  const frame = (name: string, x: number) => ({ name, x, y: 0, w: 8, h: 8, pivotX: 4, pivotY: 4 })
  kit.sheets['sheet'] = {
    id: 'sheet',
    name: 'Sheet',
    picture: hashPicture(png),
    width: 16,
    height: 8,
    sampling: 'smooth',
    frames: [frame('left', 0), frame('right', 8)],
    clips: [],
    slicing: null,
    packing: null,
  }
  kit.sheetOrder.push('sheet')
  const makeId = counter()
  const effect = addEffect(kit, makeId)
  addEmitter(kit, effect, 'steady', makeId)
  kit.effects[effect]!.play = 'once'
  addEmitter(kit, effect, 'burst', makeId)
  return { kit, pictures: new Map([[kit.sheets['sheet'].picture, png]]) }
}
