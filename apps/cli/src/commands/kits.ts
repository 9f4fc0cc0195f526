/** Commands that write kits and packs. */
import { makeDemo } from '@gliv/demo'
import type { KitFile } from '@gliv/document'
import { exporterOf, type ExporterId } from '@gliv/export'
import { required, Usage } from '../args.ts'
import { type Command, write } from '../command.ts'
import { loadKit } from '../kitfile.ts'

const KIT_FORMS: readonly ExporterId[] = ['kit-json', 'kit']

/** Writes a kit in the form that its name's ending says. */
export const writeKit = (path: string, file: KitFile): Promise<void> => {
  const exporter = KIT_FORMS.map(exporterOf).find(({ extension }) => path.endsWith(extension))
  if (!exporter) throw new Usage(`--out is "${path}"; a kit file ends in .gliv or .gliv.json`)
  return write(path, exporter.make(file))
}

export const demo: Command = {
  usage: 'demo --out FILE',
  help: 'Writes the kit of the made-up game Last Ferry.',
  syntax: { files: 0, values: ['--out'], flags: [] },
  async run(args, { say }) {
    const path = required(args, '--out')
    await writeKit(path, makeDemo())
    say(`wrote ${path}`)
  },
}

export const pack: Command = {
  usage: 'pack FILE --out FILE',
  help: 'Writes what the player loads.',
  syntax: { files: 1, values: ['--out'], flags: [] },
  async run(args, { say }) {
    const path = required(args, '--out')
    const file = await loadKit(args.files[0]!)
    await write(path, exporterOf('pack').make(file))
    say(`wrote ${path}`)
  },
}
