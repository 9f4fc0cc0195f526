import type { KitFile } from '@gliv/document'
import type { ExporterId, PackChoice } from '@gliv/export'
import { type Remote, wrap } from 'comlink'
import { useDocument } from '../state/document.ts'
import type { KitApi } from '../workers/kit.worker.ts'

/** A file for the user. */
interface Made {
  readonly name: string
  readonly content: Uint8Array | string
  readonly type: string
}

/** Makes a file off the page, of the kit as the screen shows it, and hands it over; what is refused is said. */
const handOver = async (make: (api: Remote<KitApi>, file: KitFile) => Promise<Made>): Promise<void> => {
  const { kit, moment, pictures } = useDocument.getState()
  if (kit) await handOverOf({ kit: moment?.kit ?? kit, pictures }, make)
}

const openWorker = (): Worker =>
  new Worker(new URL('../workers/kit.worker.ts', import.meta.url), { type: 'module' })

const handOverOf = async (
  file: KitFile,
  make: (api: Remote<KitApi>, file: KitFile) => Promise<Made>,
): Promise<void> => {
  const worker = openWorker()
  try {
    const { name, content, type } = await make(wrap<KitApi>(worker), file)
    const { download } = await import('../shared/download.ts')
    download(name, content, type)
  } catch (error) {
    useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })
  } finally {
    worker.terminate()
  }
}

/** Hands the open kit to the user as a file. @param choice which effects a pack carries; all when it is left out */
export const exportKit = (id: ExporterId = 'kit', choice: PackChoice = {}): Promise<void> =>
  handOver(async (api, file) => {
    const { exporterOf, exportName } = await import('@gliv/export')
    const exporter = exporterOf(id)
    const content = await api.make(id, file, choice)
    return { name: exportName(file.kit.name, exporter), content, type: exporter.type }
  })

/** The open kit as the content of its file. Rejects in words. */
export const kitBytes = async (): Promise<{ name: string; content: Uint8Array | string }> => {
  const { kit, moment, pictures } = useDocument.getState()
  const file = { kit: moment?.kit ?? kit!, pictures }
  const worker = openWorker()
  try {
    const { exporterOf, exportName } = await import('@gliv/export')
    const content = await wrap<KitApi>(worker).make('kit', file, {})
    return { name: exportName(file.kit.name, exporterOf('kit')), content }
  } finally {
    worker.terminate()
  }
}

/** Hands an HTML file to the user that shows one effect. */
export const exportPage = (effectId: string): Promise<void> =>
  handOver(async (api, file) => {
    const answer = await fetch('/player-page.js')
    if (!answer.ok) throw new Error('The script of the page is not there; build Gliv again (npm run build)')
    const content = await api.page(file, effectId, await answer.text())
    const { fileNameOf } = await import('@gliv/bake')
    return { name: `${fileNameOf(file.kit.effects[effectId]!.name)}.html`, content, type: 'text/html' }
  })

/** Hands a kit that is not open to the user as a file. */
export const exportFile = (file: KitFile): Promise<void> =>
  handOverOf(file, async (api, one) => {
    const { exporterOf, exportName } = await import('@gliv/export')
    const exporter = exporterOf('kit')
    return {
      name: exportName(one.kit.name, exporter),
      content: await api.make('kit', one, {}),
      type: exporter.type,
    }
  })

/** Hands several kits over as one zip of kit files, which can be imported again as it is. */
export const exportFiles = async (files: readonly KitFile[]): Promise<void> => {
  const [first] = files
  if (!first) return
  await handOverOf(first, async (api) => {
    const [{ exporterOf, exportName }, { zipSync }] = await Promise.all([
      import('@gliv/export'),
      import('fflate'),
    ])
    const exporter = exporterOf('kit')
    const entries: Record<string, Uint8Array> = {}
    for (const file of files) {
      const name = exportName(file.kit.name, exporter)
      const free = name in entries ? name.replace('.', `-${Object.keys(entries).length}.`) : name
      entries[free] = (await api.make('kit', file, {})) as Uint8Array
    }
    // Kit files are packed already.
    return { name: 'gliv-kits.zip', content: zipSync(entries, { level: 0 }), type: 'application/zip' }
  })
}
