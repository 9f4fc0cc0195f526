import { useDocument } from '../store/document.ts'

/** Hands the open kit to the user as a kit file, as the screen shows it. */
export const exportKit = async (): Promise<void> => {
  const { kit, moment, pictures } = useDocument.getState()
  if (!kit) return
  const [{ EXPORTERS, exportName }, { download }] = await Promise.all([
    import('../ship/exporters.ts'),
    import('../ship/download.ts'),
  ])
  const exporter = EXPORTERS.find(({ id }) => id === 'kit')!
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
