/** Ways to get a kit out, as menus say them: one definition each; `makeExport` makes the files. */
import { fileNameOf } from '@gliv/bake'

/** One way to get a kit out. */
export interface Exporter {
  readonly id: string
  /** What a menu says. */
  readonly label: string
  readonly help: string
  /** With its dot. */
  readonly extension: string
  /** Media type. */
  readonly type: string
}

/** All of them, in the order of menus. A new one is an entry here and nothing else. */
export const EXPORTERS = [
  {
    id: 'pack',
    label: 'Pack for a game',
    help: 'What the player loads: effects, and only the frames that they show.',
    extension: '.glivpack.json',
    type: 'application/json',
  },
  {
    id: 'pack-binary',
    label: 'Pack, smaller',
    help: 'The same in one binary file: pictures and sounds as they are.',
    extension: '.glivpack',
    type: 'application/octet-stream',
  },
  {
    id: 'pack-source',
    label: 'Pack with its kit inside',
    help: 'Plays like the others, and opens in Gliv again.',
    extension: '.glivpack.json',
    type: 'application/json',
  },
  {
    id: 'names',
    label: 'Names for TypeScript',
    help: 'Effects, knobs and cues of the pack as types, so that a game’s compiler knows them.',
    extension: '.names.ts',
    type: 'text/plain',
  },
  {
    id: 'kit',
    label: 'Kit file',
    help: 'To keep, or to open in another Gliv.',
    extension: '.gliv',
    type: 'application/zip',
  },
  {
    id: 'kit-json',
    label: 'Kit as one text file',
    help: 'For version control: readable JSON, pictures as data.',
    extension: '.gliv.json',
    type: 'application/json',
  },
] as const satisfies readonly Exporter[]

/** Name of an exporter in `EXPORTERS`. */
export type ExporterId = (typeof EXPORTERS)[number]['id']

/** The exporter of an id. */
export const exporterOf = (id: ExporterId): Exporter => EXPORTERS.find((exporter) => exporter.id === id)!

/** What a kit's file is called. @example exportName('Last Ferry', exporterOf('kit')) // 'last-ferry.gliv' */
export const exportName = (kitName: string, exporter: Exporter): string =>
  fileNameOf(kitName) + exporter.extension
