/**
 * From effects to pictures. Rooms in the order of the work: play (an effect as it is carried), plan (which
 * moments), draw (painted frames), finish (8 bits, colours), sheet (pages and numbers), write (files).
 */
export { createPainter, type DrawnEffect, type DrawOptions, drawJob, type Painter } from './draw/drawJob.ts'
export {
  type PaintAnswer,
  type PaintAsked,
  type Painters,
  paintersOver,
  type PaintThread,
  paintOnAsked,
} from './draw/painters.ts'
export { type DrawnClip } from './draw/drawClip.ts'
export { type Fit } from './draw/fit.ts'
export { createDrawer, type Raw } from './draw/raw.ts'
export { finished } from './finish/alpha.ts'
export { type ClipPlan, type FramePlan } from './plan/clips.ts'
export { type LoopKind } from './plan/loop.ts'
export { bakeTick, FRAME_LIMIT } from './plan/span.ts'
export { planJob } from './plan/subjects.ts'
export { firingIn, openScene, type OpenScene, resolverOf } from './play/firing.ts'
export { draftOf, jobOf, plainJob, type ShipJob } from './play/job.ts'
export { maskReader } from './play/masks.ts'
export { prepareSheets } from './play/sheets.ts'
export { type SheetClip, type SheetFrame, type SheetJson } from './sheet/json.ts'
export { type Note, notesOf } from './sheet/notes.ts'
export { type Page, type Sheet, sheetOf } from './sheet/sheet.ts'
export {
  BakeCancelled,
  bakeSheet,
  checkJob,
  formatsOf,
  groupsOf,
  type Progress,
  ship,
  type Shipped,
  type ShipTools,
  summaryOf,
  writeSheet,
} from './ship.ts'
export { fileNameOf } from './write/fileName.ts'
export {
  bytesOf,
  type EncodedFile,
  type FormatId,
  FORMATS,
  type LossyEncoder,
  numbersOf,
} from './write/formats.ts'
export { inputHash } from './write/inputHash.ts'
export { checkPattern, NAME_PARTS, nameOf } from './write/names.ts'
export { framesOfClip, secondsOfClip, wholeFrame } from './write/wholeFrames.ts'
export { deflateBy } from './write/zlib.ts'
