export * from './kit/kit.ts'
export { refuseChange } from './kit/change.ts'
export { canonicalJson } from './kit/canonical.ts'
export {
  type CellsCopy,
  type Copied,
  copyCells,
  copyEffects,
  copyEmitters,
  type EffectsCopy,
  type EmittersCopy,
  graft,
  graftEffectsCopy,
  graftEmittersCopy,
  type GraftPlace,
  readClip,
  writeClip,
} from './graft/clip.ts'
export {
  type BurstsCopy,
  copyBursts,
  copyForces,
  copyRamp,
  copySurfaces,
  type ForcesCopy,
  graftBursts,
  graftForces,
  graftSurfaces,
  type RampCopy,
  type SurfacesCopy,
} from './graft/lists.ts'
export { copyPieces, graftPieces, type PieceCopy, type PieceKind } from './graft/pieces.ts'
export { type Arrival, type Brought, WHEN_BOTH, type WhenBoth } from './graft/bring.ts'
export {
  keptPiece,
  putBack,
  type PutBack,
  type SharedType,
  sharedThatDiffer,
  takeOver,
  type WhenShared,
} from './graft/take.ts'
export { mergeKits, type Merged } from './graft/merge.ts'
export { adviseKit, checkKit, KitRefusal, readKit, refuseNumber, type Problem } from './kit/check.ts'
export * from './kit/edits.ts'
export * from './kit/knob.ts'
export { addKnob, driveCount, firstDrive, removeKnob, setDrive } from './kit/knobs.ts'
export { countedIds, freeName, type MakeId, newBurst } from './kit/layers.ts'
export { type FolderFiles, pathOfId, readKitFolder, writeKitFolder } from './kit/kitFolder.ts'
export { FILE_LIMIT_BYTES, type Progress, readKitFile, writeKitJson, writeKitZip } from './kit/files.ts'
export { MIGRATIONS, migrate } from './kit/migrations.ts'
export { type GatheredPack, gatherPack } from './kit/pack.ts'
export { hashPicture, hashText, pngSize, toBase64, toDataUrl, fromDataUrl } from './kit/pictures.ts'
export {
  addTechnique,
  findTechniques,
  TECHNIQUES,
  TECHNIQUE_SPRITES,
  type TechniqueId,
  type TechniqueSprite,
} from './kit/techniques.ts'
export { leverPower, LEVERS, pullLever, type Lever, typesOfEffects } from './kit/levers.ts'
export { coloursOfEffects, ontoPalette, retint } from './kit/retint.ts'
export * from './kit/find.ts'
export { resolveEffect, resolveType, type MaskReader } from './kit/resolve.ts'
export { boundsWithin, brokenRules, ORDER_RULES, type OrderRule, refuseWithin } from './kit/rules.ts'
export { countedWhole, measuredBy, measureOf } from './kit/measure.ts'
export { changedLives, clipSeconds, followLives, liveAsClip } from './kit/clipLife.ts'
export * from './many/index.ts'
export { renameEmitter } from './kit/naming.ts'
export { pieceOf } from './kit/piece.ts'
export { choosePlay } from './kit/plays.ts'
export { gameView, viewsOf } from './kit/views.ts'
export { said } from './kit/said.ts'
export { kitSchema } from './kit/schema.ts'
export { bakedSchema, jsonSchemaOf, packSchema, SCHEMA_IDS, type SchemaId } from './formats/index.ts'
export { salvageKit, type Salvaged, type SetAside } from './kit/salvage.ts'
export * from './kit/shatter.ts'
export * from './kit/shipping.ts'
export * from './kit/sheets.ts'
export * from './kit/sizes.ts'
export * from './kit/scenes.ts'
export * from './kit/sounds.ts'
export { type NamedBlob, namedBlobs } from './kit/blobs.ts'
export * from './kit/stages.ts'
export {
  groupOf,
  moveEffects,
  removeUnused,
  TIDIED,
  type Tidied,
  type Unused,
  unusedOf,
  usesOfEffects,
} from './kit/tidy.ts'
export { addTemplate, changeTemplate, deleteTemplate } from './kit/templates.ts'
export { readShipSentences } from './kit/shippingParts.ts'
export { readTape } from './kit/tapes.ts'
export { addEmitter, STARTERS, type Starter, type StarterId } from './kit/starters.ts'
export { isTileMap, TileMapError, tilesOfMap } from './kit/tileMap.ts'
export {
  changedVariants,
  followAgain,
  followMasters,
  isOwn,
  makeVariant,
  partVariant,
  placesOf,
  placeOfNumber,
  variantsOf,
} from './vary/variants.ts'
export {
  type Chance,
  VARY_GROUPS,
  type VaryGroup,
  type VaryLock,
  type VaryOptions,
  variation,
  varies,
} from './vary/vary.ts'
