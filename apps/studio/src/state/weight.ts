/** What rows of the database weigh, each looked at once and never held together. */
import type { Collection } from 'dexie'
import { hashesInText } from './pictureStore.ts'

/** Bytes are counted as JSON characters: near enough to say what is worth giving up. */
export interface Weight {
  readonly rows: number
  readonly bytes: number
  /** Content hashes of pictures, sounds and clips that the rows name. */
  readonly hashes: ReadonlySet<string>
}

export const NOTHING: Weight = { rows: 0, bytes: 0, hashes: new Set() }

export const together = (...weights: readonly Weight[]): Weight => ({
  rows: weights.reduce((sum, { rows }) => sum + rows, 0),
  bytes: weights.reduce((sum, { bytes }) => sum + bytes, 0),
  hashes: new Set(weights.flatMap(({ hashes }) => [...hashes])),
})

/** Rows that belong together by what `by` says of them. */
export const weigh = async <R, K>(
  rows: Pick<Collection<R, K>, 'each'>,
  by: (row: R) => string,
): Promise<ReadonlyMap<string, Weight>> => {
  const found = new Map<string, { rows: number; bytes: number; hashes: Set<string> }>()
  await rows.each((row) => {
    const key = by(row)
    const text = JSON.stringify(row)
    const so = found.get(key) ?? { rows: 0, bytes: 0, hashes: new Set<string>() }
    so.rows++
    so.bytes += text.length
    for (const hash of hashesInText(text)) so.hashes.add(hash)
    found.set(key, so)
  })
  return found
}
