/** Reading pictures that arrive: by drop, by choice, from the clipboard. */
import {
  checkFile,
  encodePng,
  isSheetNumbers,
  likelySlicing,
  pictureKind,
  readSheetNumbers,
} from '@gliv/pixels'
import { type Arrival, isNumbersFile, stemOf, useArrivals, withArrived } from './arrivalStore.ts'
import { handleOf } from '../shared/files.ts'
import { readFile } from './sheets/jobs.ts'
import { tell } from './sheets/pictures.ts'
import { rasterise } from './rasterise.ts'
import { isZipFile, picturesIn, sequencesOf } from './sequences.ts'

/** What the bytes of a file say. */
type Read = Omit<Arrival, 'id' | 'name' | 'numbers' | 'handle'>

const set = useArrivals.setState
let count = 0

const readSvg = async (bytes: Uint8Array, name: string, width: number | null = null): Promise<Read> => {
  const svg = new TextDecoder().decode(bytes)
  const image = await rasterise(svg, width)
  const { slicing, why, sure, others } = likelySlicing(image, name)
  return { frames: [image], seconds: [0], slicing, why, sure, others, svg, png: encodePng(image) }
}

const readOne = async (file: File): Promise<Read> => {
  const bytes = new Uint8Array(await file.arrayBuffer())
  checkFile(bytes)
  if (pictureKind(bytes) === 'svg') return readSvg(bytes, file.name)
  const { frames, seconds, guess, png } = await readFile(bytes, file.name)
  const { slicing, why, sure, others } = guess
  return { frames, seconds, slicing, why, sure, others, svg: null, png }
}

/** A sheet's numbers as a file that was chosen together with pictures. */
interface NumbersFile {
  readonly file: string
  readonly data: unknown
}

/** File names of the pictures that numbers are about. */
const namesOf = (data: unknown): unknown[] => {
  const { image, pages } = data as { image?: unknown; pages?: unknown }
  return [
    image,
    ...(Array.isArray(pages) ? pages.map((page) => (page as { image?: unknown } | null)?.image) : []),
  ]
}

/**
 * The numbers that belong to a picture: they name its file, or have its name themselves, or both came alone.
 */
const numbersFor = (file: File, all: readonly NumbersFile[], pictures: number): NumbersFile | undefined =>
  all.find(({ data }) => namesOf(data).includes(file.name)) ??
  all.find((numbers) => stemOf(numbers.file) === stemOf(file.name)) ??
  (pictures === 1 && all.length === 1 ? all[0] : undefined)

const readNumbers = async (files: readonly File[]): Promise<NumbersFile[]> => {
  const read: NumbersFile[] = []
  for (const file of files) {
    try {
      const data: unknown = JSON.parse(await file.text())
      if (!isSheetNumbers(data))
        throw new Error("it holds no sheet's numbers: neither frames nor a cell; import it where kits are")
      read.push({ file: file.name, data })
    } catch (error) {
      tell(
        `${file.name} was not used. ${error instanceof SyntaxError ? 'It is no JSON; save it again, or import the picture alone' : error instanceof Error ? error.message : String(error)}`,
      )
    }
  }
  return read
}

const withNumbers = (picture: Read, numbers: NumbersFile | undefined, name: string): Arrival['numbers'] => {
  const [image] = picture.frames
  if (!numbers || !image || picture.frames.length > 1) return null
  try {
    return { ...readSheetNumbers(numbers.data, image.width, image.height, name), file: numbers.file }
  } catch (error) {
    tell(`${numbers.file} was not used. ${error instanceof Error ? error.message : String(error)}`)
    return null
  }
}

/** Zips as the pictures that are in them. */
const unpacked = async (files: readonly File[]): Promise<File[]> => {
  const all: File[] = []
  for (const file of files) {
    try {
      all.push(...(isZipFile(file) ? await picturesIn(file) : [file]))
    } catch (error) {
      tell(`${file.name} was not imported: ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  return all
}

/** Frames a second of numbered pictures, which say nothing of time. */
const SEQUENCE_FPS = 12

/** Numbered stills of one size as one animation; what is none stays as it is. */
const inSequence = (list: readonly Arrival[], names: ReadonlyMap<number, string>): Arrival[] => {
  const still = list.filter(({ frames, numbers, svg }) => frames.length === 1 && !numbers && svg === null)
  const sequences = sequencesOf(still.map(({ id }) => names.get(id) ?? ''))
    .map(({ stem, members }) => ({ stem, of: members.map((k) => still[k]!) }))
    .filter(({ of }) =>
      of.every(
        ({ frames: [image] }) =>
          image!.width === of[0]!.frames[0]!.width && image!.height === of[0]!.frames[0]!.height,
      ),
    )
  const taken = new Set(sequences.flatMap(({ of }) => of.map(({ id }) => id)))
  return [
    ...list.filter(({ id }) => !taken.has(id)),
    ...sequences.map(({ stem, of }) => ({
      ...of[0]!,
      name: stem || of[0]!.name,
      frames: of.flatMap(({ frames }) => frames),
      seconds: of.map(() => 1 / SEQUENCE_FPS),
    })),
  ]
}

const SHOW_EVERY_MS = 250

/**
 * Reads picture files, and sheets' numbers that were chosen with them; what cannot be read is named with the
 * reason, and the others go on.
 */
export const readPictures = async (
  chosen: readonly File[],
  replaces: string | null = null,
): Promise<void> => {
  const files = await unpacked(chosen.filter((file) => !isNumbersFile(file)))
  const numbers = await readNumbers(chosen.filter(isNumbersFile))
  set((s) => ({ reading: s.reading + files.length, replaces }))
  const names = new Map<number, string>()
  let ready: Arrival[] = []
  let done = 0
  let shownAt = performance.now()
  // Many files are shown some at a time: the list is drawn anew with each showing.
  const show = (): void => {
    const [arrived, ended] = [ready, done]
    ready = []
    done = 0
    shownAt = performance.now()
    set((s) => ({ list: withArrived(s.list, arrived, replaces !== null), reading: s.reading - ended }))
  }
  for (const file of files) {
    try {
      const read = await readOne(file)
      names.set(++count, file.name)
      ready.push({
        ...read,
        id: count,
        handle: handleOf(file) ?? null,
        name: stemOf(file.name),
        numbers: withNumbers(read, numbersFor(file, numbers, files.length), file.name),
      })
    } catch (error) {
      tell(`${file.name} was not imported. ${error instanceof Error ? error.message : String(error)}`)
    }
    done++
    if (performance.now() - shownAt > SHOW_EVERY_MS) show()
  }
  show()
  // Whole sequences are known when all of them are read.
  if (files.length > 2 && replaces === null) set((s) => ({ list: inSequence(s.list, names) }))
  if (useArrivals.getState().list.length === 0) set({ replaces: null })
}

/** One picture file by itself, not among those that wait. Rejects in words. */
export const readArrival = async (file: File): Promise<Arrival> => ({
  ...(await readOne(file)),
  id: ++count,
  name: stemOf(file.name),
  numbers: null,
  handle: null,
})

/** Draws an arrived SVG at another width. */
export const resizeArrival = async (arrival: Arrival, width: number): Promise<void> => {
  const read = await readSvg(new TextEncoder().encode(arrival.svg ?? ''), '', width)
  set((s) => ({ list: s.list.map((a) => (a.id === arrival.id ? { ...a, ...read } : a)) }))
}

export const changeArrival = (id: number, change: Partial<Arrival>): void => {
  set((s) => ({ list: s.list.map((a) => (a.id === id ? { ...a, ...change } : a)) }))
}

export const forgetArrivals = (): void => set({ list: [], replaces: null })
