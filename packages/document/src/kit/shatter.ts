/** From a sprite to an effect that breaks it into its own pixels, or puts it together out of them. */
import { addEmitter } from './starters.ts'
import { freeName, type MakeId } from './layers.ts'
import { defaultsOf } from '@gliv/model'
import type { Emitter, Kit, ParticleType, SheetFrame } from './kit.ts'

/** A frame of a sheet. */
export interface FramePlace {
  readonly sheet: string
  readonly frame: number
}

/** Most particles that a sprite should break into: larger ones break into larger blocks. */
const PIECES = 2000

/** Side of the blocks in px, 1 to 8, for a frame of this size. */
export const blockFor = (w: number, h: number): number => {
  for (let grid = 1; grid < 8; grid++) if (Math.ceil(w / grid) * Math.ceil(h / grid) <= PIECES) return grid
  return 8
}

/**
 * Adds the effect. `block` is a frame that is filled wholly, from which the pieces are drawn. `assemble`: the
 * pieces fly
 * together instead. Returns the effect's id.
 */
export const addShatter = (
  kit: Kit,
  from: FramePlace,
  block: FramePlace,
  assemble: boolean,
  makeId: MakeId,
): string => {
  const frame = kit.sheets[from.sheet]!.frames[from.frame]!
  const solid = kit.sheets[block.sheet]!.frames[block.frame]!
  const grid = blockFor(frame.w, frame.h)
  const id = makeId('effect')
  const name = freeName(
    `${frame.name} ${assemble ? 'assembles' : 'shatters'}`,
    Object.values(kit.effects).map((e) => e.name),
  )
  kit.effects[id] = {
    id,
    name,
    seed: 41,
    play: 'once',
    backwards: assemble,
    source: { ...from },
    numbers: defaultsOf('effect'),
    lanes: {},
    emitters: {},
    emitterOrder: [],
    parts: [],
  }
  kit.effectOrder.push(id)
  const emitter = kit.effects[id].emitters[addEmitter(kit, id, 'burst', makeId)]!
  placePieces(emitter, from, grid)
  const type = kit.types[emitter.type]!
  type.name = freeName(
    `Pieces of ${frame.name}`,
    Object.values(kit.types).map((t) => t.name),
  )
  type.pictures = [{ sheet: block.sheet, frames: [block.frame], clip: null, weight: 1 }]
  setPieces(type, solid, grid)
  return id
}

/** One piece for each place of the frame. */
const placePieces = (emitter: Emitter, from: FramePlace, grid: number): void => {
  Object.assign(emitter, {
    name: 'Pieces',
    shape: 'picture',
    placement: 'eachOnce',
    aim: 'outward',
    order: 'oldest',
    mask: { ...from, part: 'area', keepColours: true },
  })
  Object.assign(emitter.numbers, { grid, fan: 50, speed: { from: 20, to: 160, bias: 'low' } })
  emitter.bursts = [
    {
      ...emitter.bursts[0]!,
      eachPlace: true,
      numbers: { ...emitter.bursts[0]!.numbers, burstCount: { from: 0, to: 0 } },
    },
  ]
}

/** Pieces of `grid` px, drawn with a frame of another size, that fall and fade. */
const setPieces = (type: ParticleType, solid: SheetFrame, grid: number): void => {
  type.forces = ['gravity']
  type.scaleApart = solid.w !== solid.h
  Object.assign(type.numbers, {
    life: { from: 0.7, to: 1.3 },
    scale: { from: grid / solid.w, to: grid / solid.w },
    scaleY: { from: grid / solid.h, to: grid / solid.h },
    gravity: 320,
  })
  type.ramps.opacity = {
    points: [
      { at: 0, value: 1, ease: 'linear' },
      { at: 0.7, value: 1, ease: 'easeIn' },
      { at: 1, value: 0, ease: 'linear' },
    ],
  }
}
