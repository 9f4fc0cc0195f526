/** All clips of a job: one play, or one for each variant. */
import type { KitFile } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import type { ShipJob } from '../play/job.ts'
import { subjectOf } from '../play/play.ts'
import { type ClipPlan, clipsOf } from './clips.ts'

/** 2³² ÷ golden ratio: seeds of neighbouring variants share nothing. */
const SEED_STEP = 0x9e3779b9

/** The effect that a job is about, and every clip of it. */
export interface JobPlan {
  readonly effect: ResolvedEffect
  readonly clips: readonly ClipPlan[]
}

/** Plans a job. @param fade share of the frames that run over, from 0 to 1, where a loop is faded */
export const planJob = (file: KitFile, job: ShipJob, fade = job.settings.loop.fade / 100): JobPlan => {
  const { variants } = job.settings.moves
  const first = subjectOf(file, job)
  if (variants === 1) return { effect: first.effect, clips: clipsOf(job, first, fade) }
  const seed = first.options.seed ?? first.effect.seed
  const clips = Array.from({ length: variants }, (_, k) =>
    clipsOf(job, subjectOf(file, job, (seed + k * SEED_STEP) >>> 0), fade, `v${k + 1}-`),
  ).flat()
  return { effect: first.effect, clips }
}
