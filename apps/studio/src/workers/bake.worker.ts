/** Bakes off the main thread, with progress; the page ends the worker to cancel. */
import { bakeSheet, type BakedSheet, type BakeOptions, type Progress } from '@gliv/bake'
import type { KitFile } from '@gliv/document'
import { expose } from 'comlink'

const api = {
  bake(
    file: KitFile,
    effectId: string,
    imageName: string,
    options: BakeOptions,
    progress: Progress,
  ): BakedSheet {
    let told = 0
    return bakeSheet(file, file.kit.effects[effectId]!, imageName, options, (done) => {
      // Told in hundredths: a message a frame would be slower than the frame.
      if (done - told < 0.01) return
      told = done
      void progress(done)
    })
  },
}

export type BakeApi = typeof api

expose(api)
