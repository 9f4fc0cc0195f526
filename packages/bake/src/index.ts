export {
  bakeSheet,
  BakeCancelled,
  bakeTick,
  fileNameOf,
  prepareSheets,
  SHEET_SIDE_LIMIT,
  type BakedSheet,
  type BakeOptions,
  type Progress,
  type SheetJson,
} from './sheet.ts'
export { maskReader } from './masks.ts'
