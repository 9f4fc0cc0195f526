/** From effects to pictures: frames, sheets, files. */
export { type Encoded, type Encoder, type EncoderId, encoderOf, ENCODERS } from './encoders.ts'
export { fileNameOf } from './fileName.ts'
export { SHEET_SIDE_LIMIT } from './layout.ts'
export { maskReader } from './masks.ts'
export {
  bakeTick,
  prepareSheets,
  type RenderedFrames,
  renderFrames,
  type RenderOptions,
} from './renderFrames.ts'
export {
  BakeCancelled,
  type BakedSheet,
  type BakeOptions,
  bakeSheet,
  type EncodedFile,
  type Progress,
  sheetFiles,
  type SheetJson,
} from './sheet.ts'
