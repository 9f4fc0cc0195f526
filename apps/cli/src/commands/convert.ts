/** gliv convert: a kit in another form; the ending of the result says which. */
import { readdir, readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { type KitFile, writeKitFolder } from '@gliv/document'
import { exporterOf, type ExporterId, makeExport } from '@gliv/export'
import { Refusal } from '@gliv/model'
import { required } from '../support/args.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'

const KIT_FORMS: readonly ExporterId[] = ['kit-json', 'kit']
const FOLDERS = ['effects', 'types', 'sheets', 'stages', 'palettes', 'sounds', 'references']

/** Throws `Refusal` for a folder that is in use for something else: its files would be mistaken for a kit's. */
const checkFolder = async (folder: string): Promise<void> => {
  const names = await readdir(folder).catch(() => [])
  if (names.length === 0) return
  const head = await readFile(join(folder, 'kit.json'), 'utf8').catch(() => '')
  if (/"format":\s*"gliv-kit"/.test(head)) return
  throw new Refusal(
    folder,
    'it holds other things and no kit; name an empty folder, a new one, or that of a kit',
  )
}

/** Writes a kit's folder; files of parts that are gone are taken away, whatever else lies there stays. */
const writeFolder = async (folder: string, file: KitFile): Promise<void> => {
  await checkFolder(folder)
  const files = writeKitFolder(file)
  for (const part of FOLDERS)
    for (const name of await readdir(join(folder, part)).catch(() => []))
      if (!files.has(`${part}/${name}`)) await rm(join(folder, part, name))
  for (const [path, data] of files) await write(join(folder, path), data)
}

/** Writes a kit in the form that its name's ending says; a name without such an ending is a folder. */
export const writeKit = (path: string, file: KitFile): Promise<void> => {
  const exporter = KIT_FORMS.map(exporterOf).find(({ extension }) => path.endsWith(extension))
  return exporter ? write(path, makeExport(exporter.id as ExporterId, file)) : writeFolder(path, file)
}

/** gliv convert. */
export const convert: Run = async (args, { say }) => {
  const path = required(args, '--out')
  await writeKit(path, await loadKit(args.files[0]!))
  say(`wrote ${path}`)
}
