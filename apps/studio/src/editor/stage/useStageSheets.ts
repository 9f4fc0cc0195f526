/** The pictures that a stage draws with: the kit's sheets, and strokes that are being drawn. */
import { useEffect } from 'react'
import { renderSheetsOf } from '../../shared/sheetImages.ts'
import { useDocument } from '../../state/document.ts'
import { useTakes } from '../../state/takes.ts'
import { onPatch, premultiplied } from '../../state/livePatches.ts'
import { sheetsKit } from '../compare/shownState.ts'
import type { StageDriver } from '../playback/driver.ts'

export const useStageSheets = (driver: StageDriver | null, effectId: string): void => {
  const sheets = useDocument((s) => s.kit?.sheets)
  const pictures = useDocument((s) => s.pictures)
  // Takes may have pictures that the kit has no more.
  const takes = useTakes((s) => `${s.held ? s.other : ''} ${s.beside.join(' ')}`)
  useEffect(() => {
    const { kit } = useDocument.getState()
    if (!driver || !kit) return
    let current = true
    void renderSheetsOf(sheetsKit(kit, effectId), pictures).then(
      (ready) => current && driver.setSheets(ready),
    )
    return () => void (current = false)
  }, [driver, effectId, sheets, pictures, takes])
}

/** A frame that is being drawn is seen on the running particles with each stroke. */
export const useLivePatches = (driver: StageDriver | null): void => {
  useEffect(() => {
    if (!driver) return
    return onPatch(({ sheet, x, y, image }) => {
      const index = useDocument.getState().kit?.sheetOrder.indexOf(sheet) ?? -1
      const { width, height } = image
      if (index >= 0) driver.patchSheet({ sheet: index, x, y, width, height, rgba: premultiplied(image) })
    })
  }, [driver])
}
