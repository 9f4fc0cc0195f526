/** Ways to get a kit out as data: studio and command line write the same bytes. */
export { compileAll, exporterOf, EXPORTERS, exportName, type Exporter, type ExporterId } from './exporters.ts'
export { packBytes, type PackChoice, packText } from './pack/pack.ts'
export * from './templates/index.ts'
