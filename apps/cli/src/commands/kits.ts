/** Commands that write kits and packs. */
import { makeDemo } from '@gliv/demo'
import type { KitFile } from '@gliv/document'
import { exporterOf, type ExporterId } from '@gliv/export'
import { required, Usage } from '../args.ts'
import { type Run, write } from '../command.ts'

const KIT_FORMS: readonly ExporterId[] = ['kit-json', 'kit']

/** Writes a kit in the form that its name's ending says. */
export const writeKit = (path: string, file: KitFile): Promise<void> => {
  const exporter = KIT_FORMS.map(exporterOf).find(({ extension }) => path.endsWith(extension))
  if (!exporter) throw new Usage(`--out is "${path}"; a kit file ends in .gliv or .gliv.json`)
  return write(path, exporter.make(file))
}

/** gliv demo. */
export const demo: Run = async (args, { say }) => {
  const path = required(args, '--out')
  await writeKit(path, makeDemo())
  say(`wrote ${path}`)
}
