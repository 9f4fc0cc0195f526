/** Cells of a cut that is being tried out, worked out in a worker; the latest asked for wins. */
import type { SlicingChoice } from '@gliv/document'
import type { Cell } from '@gliv/pixels'
import { useEffect, useState } from 'react'
import { pictureWorker } from './sheets/jobs.ts'

export interface Cut {
  readonly cells: readonly Cell[]
  /** Why nothing can be cut, in words. */
  readonly refusal: string | null
  readonly busy: boolean
}

const NOTHING: Cut = { cells: [], refusal: null, busy: false }

/** `key` stands for the picture; nothing is cut while slicing is null. */
export const useCut = (key: string, png: Uint8Array | undefined, slicing: SlicingChoice | null): Cut => {
  const [cut, setCut] = useState<Cut>(NOTHING)
  useEffect(() => {
    if (!slicing || !png) return setCut(NOTHING)
    let current = true
    setCut((old) => ({ ...old, busy: true }))
    pictureWorker()
      .cut(key, png, slicing)
      .then(
        (cells) => current && setCut({ cells, refusal: null, busy: false }),
        (error: unknown) =>
          current &&
          setCut({ cells: [], refusal: error instanceof Error ? error.message : String(error), busy: false }),
      )
    return () => void (current = false)
  }, [key, png, slicing])
  return cut
}
