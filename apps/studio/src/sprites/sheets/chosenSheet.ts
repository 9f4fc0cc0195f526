/** What the sprites' screens read off the stores. */
import type { Clip, Sheet } from '@gliv/document'
import { useEffect, useState } from 'react'
import type { Image } from '@gliv/pixels'
import { shownKit, useDocument } from '../../state/document.ts'
import { imageOf, tell } from './pictures.ts'
import { useSprites } from '../../state/sprites.ts'

/** The chosen sheet: what was chosen, else the first. */
export const useSheet = (): Sheet | null => {
  const wanted = useSprites((s) => s.sheets)
  return useDocument((state) => {
    const kit = shownKit(state)
    if (!kit) return null
    const chosen = wanted[kit.id]
    return (
      (chosen === undefined ? undefined : kit.sheets[chosen]) ?? kit.sheets[kit.sheetOrder[0] ?? ''] ?? null
    )
  })
}

/** Number of the sheet's chosen frame; frames may have gone meanwhile. */
export const useFrame = (sheet: Sheet): number =>
  Math.min(
    useSprites((s) => s.frames[sheet.id] ?? 0),
    sheet.frames.length - 1,
  )

export const useClip = (sheet: Sheet): Clip | null => {
  const wanted = useSprites((s) => s.clips[sheet.id])
  return sheet.clips.find((clip) => clip.id === wanted) ?? sheet.clips[0] ?? null
}

/** Pixels of a sheet's picture, for drawing; null until they are there. */
export const usePixels = (sheet: Sheet): { readonly hash: string; readonly image: Image } | null => {
  const [ready, setReady] = useState<{ hash: string; image: Image } | null>(null)
  useEffect(() => {
    let current = true
    imageOf(sheet).then((image) => current && setReady({ hash: sheet.picture, image }), tell)
    return () => void (current = false)
  }, [sheet])
  return ready
}
