export * from './kit.ts'
export { refuseChange } from './change.ts'
export { canonicalJson } from './canonical.ts'
export {
  type CellsCopy,
  type Copied,
  copyCells,
  copyEffects,
  type EffectsCopy,
  graft,
  graftEffectsCopy,
  type GraftPlace,
  isEffects,
  readClip,
  writeClip,
} from './graft/clip.ts'
export { type Arrival, type Brought, WHEN_BOTH, type WhenBoth } from './graft/bring.ts'
export { mergeKits, type Merged } from './graft/merge.ts'
export { adviseKit, checkKit, KitRefusal, readKit, refuseNumber, type Problem } from './check.ts'
export * from './edits.ts'
export { countedIds, freeName, type MakeId, newBurst } from './layers.ts'
export { type FolderFiles, pathOfId, readKitFolder, writeKitFolder } from './kitFolder.ts'
export { FILE_LIMIT_BYTES, type Progress, readKitFile, writeKitJson, writeKitZip } from './files.ts'
export { MIGRATIONS, migrate } from './migrations.ts'
export { makePack, writePack } from './pack.ts'
export { hashPicture, hashText, pngSize, toDataUrl, fromDataUrl } from './pictures.ts'
export {
  addTechnique,
  findTechniques,
  TECHNIQUES,
  TECHNIQUE_SPRITES,
  type TechniqueId,
  type TechniqueSprite,
} from './techniques.ts'
export { leverPower, LEVERS, pullLever, type Lever, typesOfEffects } from './levers.ts'
export { coloursOfEffects, ontoPalette, retint } from './retint.ts'
export * from './find.ts'
export { resolveEffect, resolveType, type MaskReader } from './resolve.ts'
export { boundsWithin, brokenRules, ORDER_RULES, type OrderRule, refuseWithin } from './rules.ts'
export { countedWhole, measuredBy, measureOf } from './measure.ts'
export { changedLives, clipSeconds, followLives, liveAsClip } from './clipLife.ts'
export * from './many/index.ts'
export { renameEmitter } from './naming.ts'
export { pieceOf } from './piece.ts'
export { choosePlay } from './plays.ts'
export { gameView, viewsOf } from './views.ts'
export { said } from './said.ts'
export { kitSchema } from './schema.ts'
export { bakedSchema, jsonSchemaOf, packSchema, SCHEMA_IDS, type SchemaId } from './formats/index.ts'
export { salvageKit, type Salvaged, type SetAside } from './salvage.ts'
export * from './shatter.ts'
export * from './shipping.ts'
export * from './sheets.ts'
export * from './sizes.ts'
export * from './scenes.ts'
export * from './sounds.ts'
export { type NamedBlob, namedBlobs } from './blobs.ts'
export * from './stages.ts'
export { addTemplate, changeTemplate, deleteTemplate } from './templates.ts'
export { readShipSentences } from './shippingParts.ts'
export { readTape } from './tapes.ts'
export { addEmitter, STARTERS, type Starter, type StarterId } from './starters.ts'
export { isTileMap, TileMapError, tilesOfMap } from './tileMap.ts'
