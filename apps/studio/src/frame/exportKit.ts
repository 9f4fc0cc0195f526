import type { ExporterId } from '@gliv/export'
import { wrap } from 'comlink'
import { useDocument } from '../state/document.ts'
import type { KitApi } from '../workers/kit.worker.ts'

/** Hands the open kit to the user as a file, as the screen shows it; resolves when it is there, or was refused. */
export const exportKit = async (id: ExporterId = 'kit'): Promise<void> => {
  const { kit, moment, pictures } = useDocument.getState()
  if (!kit) return
  const [{ exporterOf, exportName }, { download }] = await Promise.all([
    import('@gliv/export'),
    import('../shared/download.ts'),
  ])
  const worker = new Worker(new URL('../workers/kit.worker.ts', import.meta.url), { type: 'module' })
  try {
    const made = await wrap<KitApi>(worker).make(id, { kit: moment?.kit ?? kit, pictures })
    const exporter = exporterOf(id)
    download(exportName(kit.name, exporter), made, exporter.type)
  } catch (error) {
    useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })
  } finally {
    worker.terminate()
  }
}
