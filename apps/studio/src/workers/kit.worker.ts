/**
 * Reading and making files of kits off the page: unpacking, parsing and checking, with progress; ended from outside
 * when it is cancelled.
 */
import { type KitFile, readKitFile, readKitFolder } from '@gliv/document'
import { type ExporterId, makeExport, type PackChoice, pageText } from '@gliv/export'
import { expose, transfer } from 'comlink'

const handedOver = (file: KitFile): KitFile =>
  transfer(file, [...new Set([...file.pictures.values()].map((picture) => picture.buffer as ArrayBuffer))])

const api = {
  /** The content of a file to get a kit out. */
  make: (id: ExporterId, file: KitFile, choice: PackChoice): Uint8Array | string =>
    makeExport(id, file, choice),
  /** A page that shows an effect. @param runtime the script that it has inside */
  page: pageText,
  readFolder: (files: ReadonlyMap<string, Uint8Array>): KitFile => handedOver(readKitFolder(files)),
  read(bytes: Uint8Array, progress: (share: number) => void): KitFile {
    let told = 0
    const file = readKitFile(bytes, (share) => {
      if (share - told < 0.02 && share < 1) return
      told = share
      progress(share)
    })
    return handedOver(file)
  },
}

export type KitApi = typeof api

expose(api)
