/** Ways to write baked frames: one entry each. A new one is a file that encodes, and its entry here. */
import { type BakeOptions, type EncodedFile, layOut, type Progress, sheetFiles } from './sheet.ts'
import type { RenderedFrames } from './renderFrames.ts'

/** Files of one bake, and what they are in words. */
export interface Encoded {
  readonly files: readonly EncodedFile[]
  /** What was made, in a few words. */
  readonly summary: string
}

/** One form that rendered frames can be written in. */
export interface Encoder {
  readonly id: string
  /** What a menu says. */
  readonly label: string
  /** @param name of the effect as a file name, without an ending */
  encode(frames: RenderedFrames, name: string, options: BakeOptions, progress?: Progress): Encoded
}

/** Forms that bakes are written in; the dialog and the command line offer these. */
export const ENCODERS = [
  {
    id: 'sheet',
    label: 'Sprite sheet and JSON',
    encode: (frames, name, options, progress) => {
      const baked = layOut(frames, `${name}.png`, options, progress)
      const { w, h } = baked.json.size
      return { files: sheetFiles(baked, name), summary: `${frames.count} frames, ${w} × ${h} px` }
    },
  },
] as const satisfies readonly Encoder[]

/** Name of an encoder in `ENCODERS`. */
export type EncoderId = (typeof ENCODERS)[number]['id']

/** The encoder of an id. */
export const encoderOf = (id: EncoderId): Encoder => ENCODERS.find((encoder) => encoder.id === id)!
