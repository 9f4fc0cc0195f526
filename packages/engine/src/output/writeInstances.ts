/**
 * From pools to what is drawn. Drawing runs in passes over the visible, one concern each, because short loops over
 * few columns stay in registers; scratch columns are shared by all emitters.
 */
import { type Frame, INSTANCE_WORDS, WORD } from '@gliv/model'
import { CHUNK } from '../kernels/index.ts'
import { type EmitterRun, tinted } from '../spawn/index.ts'
import { openBatch, reserve, type Pool } from '../state/index.ts'
import { createScene, setScene } from './displayScene.ts'
import { drawPlainly, isPlain } from './drawPlainly.ts'
import { drawGeneral } from './quads.ts'
import { VisibleColumns } from './visibleColumns.ts'
import { writeAppearance, writeShifts } from './writeAppearance.ts'

const scene = createScene()
const visible = new VisibleColumns()

/** How far the picture is between the last two ticks, 0 to 1; set once for all emitters of a frame. */
export const setDisplay = (alpha: number): void => {
  scene.alpha = alpha
}

/**
 * Everything between two ticks is read off `scene`, which is filled in anew: numbers given to functions would
 * cost objects.
 */
const selectVisible = (
  { born, life, first, size }: Pool,
  { slot, u: us, age: ages }: VisibleColumns,
): number => {
  const time = scene.now - scene.back
  let count = 0
  for (let i = first; i < size; i++) {
    const lifeSeconds = life[i]!
    const age = time - born[i]!
    if (age < 0 || age >= lifeSeconds) continue
    slot[count] = i
    us[count] = age / lifeSeconds
    ages[count] = age
    count++
  }
  return count
}

/** Everything that is not plain, pass by pass. */
const drawByPasses = (run: EmitterRun, frame: Frame, o: number): void => {
  visible.makeRoom(run.pool.size)
  visible.count = selectVisible(run.pool, visible)
  if (visible.count > 0) writeAppearance(run, visible, scene.seconds, frame, o)
}

/** Opens a batch for the visible; one for each run of the same sheet where a type has several pictures. */
const openBatches = (run: EmitterRun, frame: Frame, first: number): void => {
  const { pool, program } = run
  const { shifts, type } = run.appearance
  const { blend, pictures } = type
  const { layer } = program.source
  if (pictures.length === 1) {
    openBatch(frame, pictures[0]!.sheet, blend, layer, first, shifts)
    frame.batches[frame.batchCount - 1]!.count += visible.count
    return
  }
  for (let k = 0; k < visible.count; k++) {
    const { sheet } = pictures[pool.picture[visible.slot[k]!]!]!
    openBatch(frame, sheet, blend, layer, first + k, shifts)
    frame.batches[frame.batchCount - 1]!.count++
  }
}

/** A knob's colour, over whatever the particles' own is. */
const tintAll = ({ u32 }: Frame, from: number, count: number, tint: number): void => {
  for (let k = 0, o = from + WORD.TINT; k < count; k++, o += INSTANCE_WORDS) u32[o] = tinted(u32[o]!, tint)
}

/**
 * Appends one emitter's living particles in draw order, at the moment that `setDisplay` says. A particle that has
 * ended since is still there at a display time before its end.
 */
export const appendInstances = (run: EmitterRun, frame: Frame): void => {
  // Kernels hand over whole chunks.
  reserve(frame, run.pool.size + CHUNK)
  setScene(scene, run)
  const first = frame.count
  const o = first * INSTANCE_WORDS
  // It comes with the kernels; the passes give the same.
  const plain = (isPlain as typeof isPlain | undefined)?.(run) ?? false
  if (plain) visible.count = drawPlainly(run, visible, scene, frame, o)
  else drawByPasses(run, frame, o)
  if (visible.count === 0) return
  openBatches(run, frame, first)
  if (run.appearance.shifts) writeShifts(run, visible, scene.seconds, frame, first)
  if (!plain) drawGeneral(run, visible, scene, frame, o)
  if (run.knobs && run.knobs.tint !== 0xffffff) tintAll(frame, o, visible.count, run.knobs.tint)
  frame.count += visible.count
}
