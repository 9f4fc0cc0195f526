/**
 * SVG to pixels: looked through first, then drawn in a frame without rights that is thrown away when it takes
 * too long.
 */
import { checkSvg, type Image, PICTURE_LIMITS, PictureError, refuseSize } from '@gliv/pixels'

/** Largest side that an SVG is drawn with, px. */
export const SVG_LIMIT = 2048
/** A drawing that takes longer is given up, in ms. */
const LONGEST_MS = 5000

type Answer =
  | { readonly width: number; readonly height: number; readonly data: ArrayBuffer }
  | { readonly refused: { readonly width: number; readonly height: number } }
  | { readonly damaged: true }

const makeFrame = (): Promise<HTMLIFrameElement> =>
  new Promise((ready) => {
    const frame = document.createElement('iframe')
    frame.setAttribute('sandbox', 'allow-scripts')
    frame.title = 'Drawing an SVG'
    frame.tabIndex = -1
    frame.style.cssText = 'position:absolute;width:0;height:0;border:0;visibility:hidden'
    frame.addEventListener('load', () => ready(frame), { once: true })
    frame.src = '/svgFrame.html'
    document.body.append(frame)
  })

const ask = (frame: HTMLIFrameElement, message: object): Promise<Answer> =>
  new Promise((done, fail) => {
    const { port1, port2 } = new MessageChannel()
    const timer = setTimeout(
      () =>
        fail(
          new PictureError(
            `The SVG takes more than ${LONGEST_MS / 1000} s to draw and was given up; simplify it, or save it as PNG`,
          ),
        ),
      LONGEST_MS,
    )
    port1.onmessage = ({ data }: MessageEvent<Answer>) => {
      clearTimeout(timer)
      port1.close()
      done(data)
    }
    frame.contentWindow!.postMessage(message, '*', [port2])
  })

/** Draws an SVG at a width, else at its own up to the limit. Throws `PictureError` in words. */
export const rasterise = async (svg: string, width: number | null): Promise<Image> => {
  checkSvg(svg)
  const frame = await makeFrame()
  try {
    const answer = await ask(frame, { svg, width, limit: SVG_LIMIT, most: PICTURE_LIMITS.side * SVG_LIMIT })
    if ('damaged' in answer) throw new PictureError('The SVG is damaged and cannot be drawn; save it again')
    if ('refused' in answer)
      throw new PictureError(
        `The SVG would be ${answer.refused.width} × ${answer.refused.height} px; draw it with a smaller width`,
      )
    refuseSize(answer.width, answer.height)
    return { width: answer.width, height: answer.height, data: new Uint8Array(answer.data) }
  } finally {
    frame.remove()
  }
}
