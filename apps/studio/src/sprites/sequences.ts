/** Numbered pictures that are one animation: chosen together, or in a zip. */
import { unzipSync } from 'fflate'

/** Numbered names that belong together, in order. */
export interface Sequence {
  /** What stands before the numbers. */
  readonly stem: string
  /** Indices into the list of names. */
  readonly members: readonly number[]
}

/** From so many pictures on, numbers mean an order of time. */
const LEAST = 3

const NUMBERED = /^(.*?)[-_. ]?(\d+)\.png$/i

/** Sequences among file names: one stem, numbers that follow each other without gaps. Others are left out. */
export const sequencesOf = (names: readonly string[]): Sequence[] => {
  const stems = new Map<string, { readonly at: number; readonly number: number }[]>()
  names.forEach((name, at) => {
    const [, stem, digits] = NUMBERED.exec(name) ?? []
    if (stem === undefined || digits === undefined || digits.length > 9) return
    stems.set(stem, [...(stems.get(stem) ?? []), { at, number: Number(digits) }])
  })
  return [...stems].flatMap(([stem, list]) => {
    const ordered = [...list].sort((a, b) => a.number - b.number)
    const follows = ordered.every(({ number }, k) => number === ordered[0]!.number + k)
    return follows && ordered.length >= LEAST ? [{ stem, members: ordered.map(({ at }) => at) }] : []
  })
}

/** Whether a file is a zip of pictures. */
export const isZipFile = (file: File): boolean => /\.zip$/i.test(file.name)

/** Largest zip, most pictures in it, most bytes of one. */
const [ZIP_LIMIT, MOST, PICTURE_LIMIT] = [64 * 1024 * 1024, 4096, 32 * 1024 * 1024]

/** The PNGs of a zip as files, by their names. Throws in words. */
export const picturesIn = async (file: File): Promise<File[]> => {
  if (file.size > ZIP_LIMIT)
    throw new Error(`it has ${Math.ceil(file.size / 1e6)} MB; at most ${ZIP_LIMIT / 1024 / 1024} are read`)
  let found = 0
  const entries = ((bytes: Uint8Array) => {
    try {
      return unzipSync(bytes, {
        filter: ({ name, originalSize }) => {
          const wanted = /\.png$/i.test(name) && !/(^|\/)[._]/.test(name) && originalSize <= PICTURE_LIMIT
          return wanted && ++found <= MOST
        },
      })
    } catch {
      throw new Error('it cannot be unpacked; save the zip again')
    }
  })(new Uint8Array(await file.arrayBuffer()))
  const names = Object.keys(entries).sort()
  if (names.length === 0) throw new Error('it holds no PNG; put PNG pictures into it')
  return names.map(
    (name) =>
      new File([entries[name] as Uint8Array<ArrayBuffer>], name.split('/').at(-1)!, { type: 'image/png' }),
  )
}
