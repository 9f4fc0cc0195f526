import { useDocument } from '../state/document.ts'

/** Hands the open kit to the user as a kit file, as the screen shows it. */
export const exportKit = async (): Promise<void> => {
  const { kit, moment, pictures } = useDocument.getState()
  if (!kit) return
  const [{ exporterOf, exportName }, { download }] = await Promise.all([
    import('@gliv/export'),
    import('../shared/download.ts'),
  ])
  const exporter = exporterOf('kit')
  try {
    download(
      exportName(kit.name, exporter),
      exporter.make({ kit: moment?.kit ?? kit, pictures }),
      exporter.type,
    )
  } catch (error) {
    useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })
  }
}
