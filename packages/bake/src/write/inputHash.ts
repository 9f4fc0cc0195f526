/** Whether what was written is still what would be: a hash of all that a bake depends on. */
import { hashText, type KitFile, resolveEffect } from '@gliv/document'
import type { ShipJob } from '../play/job.ts'
import { maskReader } from '../play/masks.ts'

/** Raised when the same input gives other bytes: the painter, the packing or a format has changed. */
const BAKE_VERSION = 1

/** A hash of jobs that share a sheet, and of all that they use of their kit. */
export const inputHash = (file: KitFile, jobs: readonly ShipJob[]): string => {
  const { kit } = file
  const read = maskReader(() => file.pictures)
  const parts = jobs.map((job) => {
    const { settings, pivot, frames, tape, seed, surfaces } = job
    const { palette } = settings.colours
    const { stage } = settings.moves
    return {
      effect: resolveEffect(kit, job.effect, read),
      settings,
      pivot,
      frames,
      tape,
      seed,
      surfaces,
      file: job.file,
      palette: palette === null ? null : (kit.palettes[palette]?.colours ?? null),
      stage: stage === null ? null : (kit.stages[stage] ?? null),
      cues: settings.moves.along === 'recording' ? (kit.cues ?? null) : null,
    }
  })
  const sheets = kit.sheetOrder.map((id) => {
    const { picture, sampling, frames } = kit.sheets[id]!
    return [picture, sampling, frames]
  })
  return hashText(JSON.stringify([BAKE_VERSION, kit.name, kit.rate, sheets, parts]))
}
