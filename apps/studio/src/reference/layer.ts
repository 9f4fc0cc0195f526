/** A reference clip as a stage draws it: a sheet whose cells hold the pictures that show, patched as time goes. */
import type { Frame, ReferenceView } from '@gliv/model'
import type { RenderSheet } from '@gliv/player/renderers'
import { type Quad, quadsFrame } from '../shared/quads.ts'
import { type Clip, clipSeconds, frameAt, placeOf, skinsOf } from './clip.ts'

/** A rectangle of the sheet that is to be shown otherwise. */
export interface ClipPatch {
  readonly y: number
  readonly rgba: Uint8ClampedArray<ArrayBuffer>
}

/** Cells: the present picture, and four on each side. */
const CELLS = 9

export class ReferenceLayer {
  readonly clip: Clip
  view: ReferenceView
  readonly sheet: RenderSheet
  /** Which picture each cell holds. */
  readonly #held = new Array<number>(CELLS).fill(-1)

  constructor(clip: Clip, view: ReferenceView) {
    this.clip = clip
    this.view = view
    const image = document.createElement('canvas')
    image.width = clip.width
    image.height = clip.height * CELLS
    this.sheet = { image, width: image.width, height: image.height, sampling: 'smooth' }
  }

  /** The renderer has the sheet anew, and nothing on it. */
  forget(): void {
    this.#held.fill(-1)
  }

  /** Which picture shows at a moment of the effect; −1 for none. */
  frameAt(seconds: number): number {
    return frameAt(this.clip, clipSeconds(this.view, seconds))
  }

  /**
   * What to draw at a moment of the effect; null where there is nothing.
   * @param sheet number of the layer's sheet
   * @param origin where the effect is, world px
   * @param alone instead of the effect: opaque, and at its place
   * @param patch asked for each cell that holds another picture now
   */
  frame(
    seconds: number,
    sheet: number,
    origin: readonly [x: number, y: number],
    alone: boolean,
    patch: (patch: ClipPatch) => void,
  ): Frame | null {
    const view: ReferenceView = alone ? { ...this.view, opacity: 1, onion: 0, place: 'over' } : this.view
    const { clip } = this
    const [x, y] = placeOf(clip, view)
    const [w, h] = [clip.width * view.scale, clip.height * view.scale]
    const quads = skinsOf(clip, this.frameAt(seconds), view).map(({ frame, opacity, by }): Quad => {
      const cell = (by + CELLS) % CELLS
      if (this.#held[cell] !== frame) {
        this.#held[cell] = frame
        patch({ y: cell * clip.height, rgba: clip.frames[frame]! })
      }
      return {
        sheet,
        x: origin[0] + x - w / 2,
        y: origin[1] + y - h / 2,
        ...{ w, h, tx: 0, ty: cell * clip.height, tw: clip.width, th: clip.height, opacity },
      }
    })
    return quads.length > 0 ? quadsFrame(quads) : null
  }
}
