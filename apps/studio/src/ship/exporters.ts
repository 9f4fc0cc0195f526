/** Ways to get a kit out: one definition each. */
import { type KitFile, resolveEffect, writeKitJson, writeKitZip, writePack } from '@gliv/document'
import { fileNameOf, maskReader } from '@gliv/bake'
import { compile } from '@gliv/engine'

export interface Exporter {
  readonly id: string
  readonly label: string
  readonly help: string
  readonly extension: string
  readonly type: string
  make(file: KitFile): Uint8Array | string
}

export const EXPORTERS: readonly Exporter[] = [
  {
    id: 'pack',
    label: 'Pack for a game',
    help: 'What the player loads: effects with everything filled in, pictures inside.',
    extension: '.glivpack.json',
    type: 'application/json',
    make: (file) => {
      // A pack is never written with an effect that a player would refuse.
      const read = maskReader(() => file.pictures)
      for (const id of file.kit.effectOrder) compile(resolveEffect(file.kit, file.kit.effects[id]!, read))
      return writePack(file, read)
    },
  },
  {
    id: 'kit',
    label: 'Kit file',
    help: 'To keep, or to open in another Gliv.',
    extension: '.gliv',
    type: 'application/zip',
    make: writeKitZip,
  },
  {
    id: 'kit-json',
    label: 'Kit as one text file',
    help: 'For version control: readable JSON, pictures as data.',
    extension: '.gliv.json',
    type: 'application/json',
    make: writeKitJson,
  },
]

export const exportName = (kitName: string, exporter: Exporter): string =>
  fileNameOf(kitName) + exporter.extension
