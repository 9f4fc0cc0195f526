/**
 * Takes a colour from what is on the screen: with the browser's own pipette, or from the page's canvases
 * where it has none.
 */
import { addCloser } from '../keys/escape.ts'
import './pipette.css'

interface Pipette {
  open(): Promise<{ readonly sRGBHex: string }>
}

const nativePipette = (): (new () => Pipette) | undefined =>
  (globalThis as { EyeDropper?: new () => Pipette }).EyeDropper

export const readColour = (text: string): string | null => {
  const digits = text.trim().replace('#', '').toLowerCase()
  return /^[0-9a-f]{6}$/.test(digits) ? `#${digits}` : null
}

/** Bytes of a pixel over nothing. */
const hexOf = ([r, g, b]: Uint8ClampedArray): string =>
  `#${[r!, g!, b!].map((byte) => byte.toString(16).padStart(2, '0')).join('')}`

/** Gives the colour at a place of a canvas, in its own pixels; null where nothing is. */
export type PixelReader = (x: number, y: number) => string | null

/** Canvases that cannot be read by themselves. Lifetime: as long as each is on the page. */
const readers = new Map<HTMLCanvasElement, PixelReader>()

export const registerPixels = (canvas: HTMLCanvasElement, reader: PixelReader): (() => void) => {
  readers.set(canvas, reader)
  return () => readers.delete(canvas)
}

/** What a 2D canvas shows at a place; null where it is transparent. */
export const pixelOf = (canvas: HTMLCanvasElement, x: number, y: number): string | null => {
  const data = canvas.getContext('2d')?.getImageData(x, y, 1, 1).data
  return data && data[3]! > 0 ? hexOf(data) : null
}

/** The colour of the uppermost canvas under a place of the page. */
const colourUnder = (clientX: number, clientY: number): string | null => {
  for (const canvas of document.elementsFromPoint(clientX, clientY)) {
    if (!(canvas instanceof HTMLCanvasElement)) continue
    const box = canvas.getBoundingClientRect()
    const x = Math.floor(((clientX - box.x) / box.width) * canvas.width)
    const y = Math.floor(((clientY - box.y) / box.height) * canvas.height)
    const colour = (readers.get(canvas) ?? ((px, py) => pixelOf(canvas, px, py)))(x, y)
    if (colour) return colour
  }
  return null
}

/** Waits for a press on the stage or on a sheet; null after Escape or a press where no colour is. */
const takeFromPage = (): Promise<string | null> =>
  new Promise((done) => {
    const veil = document.createElement('div')
    veil.className = 'pipette-veil'
    veil.setAttribute('role', 'status')
    veil.textContent = 'Press where the colour is, on the stage or on a sheet. Escape takes none.'
    const end = (colour: string | null): void => {
      veil.remove()
      noCloser()
      done(colour)
    }
    const noCloser = addCloser(
      () => document.body,
      () => end(null),
    )
    veil.addEventListener('pointerdown', (event) => {
      event.preventDefault()
      end(colourUnder(event.clientX, event.clientY))
    })
    document.body.append(veil)
  })

/** `#rrggbb`, or null when none was taken. */
export const takeColour = async (): Promise<string | null> => {
  const Native = nativePipette()
  if (!Native) return takeFromPage()
  // Giving up rejects, and means nothing.
  const picked = await new Native().open().catch(() => null)
  return picked && readColour(picked.sRGBHex)
}
