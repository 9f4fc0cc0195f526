/** Ways to get a kit out as data: studio and command line write the same bytes. */
export { exporterOf, EXPORTERS, exportName, type Exporter, type ExporterId } from './exporters.ts'
export { compileAll, makeExport } from './makeExport.ts'
export { namesModule } from './namesModule.ts'
export { packBytes, type PackChoice, packText } from './pack/pack.ts'
export { tetheredPack } from './pack/tethered.ts'
export { pageText } from './pack/page.ts'
export * from './templates/index.ts'
