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
  if (!kit) return
  const worker = new Worker(new URL('../workers/kit.worker.ts', import.meta.url), { type: 'module' })
  try {
    const { name, content, type } = await make(wrap<KitApi>(worker), { kit: moment?.kit ?? kit, pictures })
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

/** Hands an HTML file to the user that shows one effect. */
export const exportPage = (effectId: string): Promise<void> =>
  handOver(async (api, file) => {
    const answer = await fetch('/player-page.js')
    if (!answer.ok) throw new Error('The script of the page is not there; build Gliv again (npm run build)')
    const content = await api.page(file, effectId, await answer.text())
    const { fileNameOf } = await import('@gliv/bake')
    return { name: `${fileNameOf(file.kit.effects[effectId]!.name)}.html`, content, type: 'text/html' }
  })
