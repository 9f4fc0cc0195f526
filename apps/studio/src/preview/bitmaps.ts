/** Decoded pictures of sheets for drawing; what shows them is drawn again when they are there. */
import type { Kit, Sheet } from '@gliv/document'
import { useEffect, useState } from 'react'
import { bitmapOf, renderSheetsOf, sheetImages } from '../shared/sheetImages.ts'
import { useDocument } from '../state/document.ts'

const tell = (error: unknown): void =>
  useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })

/** The drawable form of a sheet's picture; null until it is decoded. The last one stays until the next is there. */
export const useBitmap = (sheet: Sheet | null | undefined): ImageBitmap | null => {
  const hash = sheet?.picture
  const bytes = useDocument((s) => (hash === undefined ? undefined : s.pictures.get(hash)))
  const [bitmap, setBitmap] = useState<ImageBitmap | null>(() =>
    hash === undefined ? null : (sheetImages.get(hash) ?? null),
  )
  useEffect(() => {
    if (hash === undefined || !bytes) return
    let current = true
    bitmapOf(hash, bytes).then((ready) => current && setBitmap(ready), tell)
    return () => void (current = false)
  }, [hash, bytes])
  return bitmap
}

/** Decodes the pictures of all sheets while `wanted`. Gives another value each time that some have come. */
export const useAllBitmaps = (kit: Kit, wanted: boolean): unknown => {
  const pictures = useDocument((s) => s.pictures)
  const [ready, setReady] = useState<unknown>(null)
  const { sheets } = kit
  useEffect(() => {
    if (!wanted) return
    let current = true
    renderSheetsOf(kit, pictures).then((all) => current && setReady(all), tell)
    return () => void (current = false)
    // Only sheets and their pictures matter of a kit that changes with every edit.
  }, [sheets, pictures, wanted])
  return ready
}
