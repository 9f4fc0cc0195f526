/** A job's frames: planned, fitted, painted; smaller where they would not fit a sheet. */
import type { KitFile } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { type JobPlan, planJob } from '../plan/subjects.ts'
import type { ClipPlan } from '../plan/clips.ts'
import { draftOf, type ShipJob } from '../play/job.ts'
import { prepareSheets } from '../play/sheets.ts'
import { shrinkFor, SIDE_LIMIT } from '../plan/sides.ts'
import { assembled, type DrawnClip, paintTicks, seamOf, type Told } from './drawClip.ts'
import { type Bounds, boundsOf, type Cropped, croppedBy, type Fit, fitOf, ticksOf } from './fit.ts'
import { createDrawer, type Raw } from './raw.ts'

/** An effect with all its frames as they were painted. */
export interface DrawnEffect {
  readonly job: ShipJob
  readonly effect: ResolvedEffect
  readonly fit: Fit
  readonly clips: readonly DrawnClip[]
  /** What a typed size cuts off. */
  readonly cropped: Cropped
  /** How much smaller it was drawn than asked, so that it fits; 1: not at all. */
  readonly shrunk: number
}

/** Paints ticks of a clip, by its number, in a fit: here, or on other threads. */
export type Painter = (
  work: { readonly clip: number; readonly ticks: readonly number[]; readonly fit: Fit },
  told: Told,
) => Promise<ReadonlyMap<number, Raw>>

/** How a job is drawn. */
export interface DrawOptions {
  /** Share of the asked scale, from 0 to 1: a draft. */
  readonly draft?: number
  readonly told?: Told
  /** Paints what is worth to be shared among threads; the rest is painted here. */
  readonly painter?: Painter
}

/** Paints on this thread. */
export const localPainter = (file: KitFile, job: ShipJob, { clips }: JobPlan): Painter => {
  const sheets = prepareSheets(file, samplingOf(job))
  return ({ clip, ticks, fit }, told) => {
    const draw = createDrawer(fit, sheets)
    return Promise.resolve(paintTicks(clips[clip]!.play, ticks, draw, told))
  }
}

/** Paints a job that was planned elsewhere: on a thread of its own. */
export const createPainter = (file: KitFile, job: ShipJob): Painter =>
  localPainter(file, job, planJob(file, job))

const samplingOf = ({ settings }: ShipJob) =>
  settings.size.sampling === 'own' ? undefined : settings.size.sampling

/** Most 16-bit channels of all frames together, so that a bake ends within the memory of a tab. */
const MEMORY_LIMIT = 500_000_000

/** Most px that a frame fills: what lies outside of it is not kept. */
const coveredBy = ({ w, h, zoom }: Fit, { left, right, top, bottom }: Bounds): number =>
  Math.max(1, Math.min(w, (right - left) * zoom) * Math.min(h, (bottom - top) * zoom))

/** Fits the frames, smaller where a side or all of them together would be too large. */
const fitted = (plan: JobPlan, job: ShipJob, bounds: Bounds, zoom: number): { fit: Fit; shrunk: number } => {
  const frames = plan.clips.reduce((n, clip) => n + ticksOf(clip).length, 0)
  let shrunk = 1
  // A typed size does not shrink with the scale, and two rounds settle what does.
  for (let round = 0; round < 3; round++) {
    const fit = fitOf(plan.effect, job, bounds, zoom * shrunk)
    const bySide = SIDE_LIMIT / Math.max(fit.w, fit.h)
    const byMemory = Math.sqrt(MEMORY_LIMIT / (coveredBy(fit, bounds) * 4 * frames))
    const by = Math.min(1, bySide, byMemory)
    if (by === 1 || round === 2) return { fit, shrunk }
    shrunk *= by * 0.99
  }
  throw new RangeError('unreachable: the last round returns')
}

const sizesOf = (clips: readonly DrawnClip[]) => clips.flatMap(({ raws }) => raws)

/** Frames of a faded clip run over for longer until the last step is no larger than the others. */
const FADES = [1, 1.5, 2.25, Infinity]

interface Painting {
  readonly fit: Fit
  readonly painter: Painter
  readonly told: Told
  /** By clip: what was painted so far. */
  readonly known: Map<number, Map<number, Raw>>
}

const paintClip = async (
  clip: ClipPlan,
  k: number,
  { fit, painter, told, known }: Painting,
): Promise<DrawnClip> => {
  const painted = known.get(k) ?? new Map<number, Raw>()
  known.set(k, painted)
  const missing = ticksOf(clip).filter((tick) => !painted.has(tick))
  if (missing.length > 0)
    for (const [tick, raw] of await painter({ clip: k, ticks: missing, fit }, told)) painted.set(tick, raw)
  return assembled(clip, painted, fit.w * fit.h)
}

/**
 * A loop that runs over all through may begin anywhere: where its largest step would be the last, it begins a frame
 * later. The loop of a sustained effect begins where its beginning ends, and stays.
 */
const rotated = (clip: DrawnClip, { w, h }: Fit): DrawnClip => {
  const { loop, seam, frames, raws, name } = clip
  if (loop !== 'faded' || name.endsWith('loop') || seam.last <= seam.most) return clip
  const from = <T>(list: readonly T[]): T[] => [...list.slice(1), list[0]!]
  return { ...clip, frames: from(frames), raws: from(raws), seam: seamOf(from(raws), w * h) }
}

const paintAll = async (
  file: KitFile,
  job: ShipJob,
  plan: JobPlan,
  painting: Painting,
): Promise<DrawnClip[]> => {
  const { fit } = painting
  const drawn: DrawnClip[] = []
  for (let k = 0; k < plan.clips.length; k++) {
    const told = painting.told
    const part = { ...painting, told: (share: number) => told((k + share) / plan.clips.length) }
    let best = await paintClip(plan.clips[k]!, k, part)
    for (const factor of FADES.slice(1)) {
      if (best.loop !== 'faded' || best.seam.last <= best.seam.most) break
      const fade = Math.min(1, (job.settings.loop.fade / 100) * factor)
      const next = await paintClip(planJob(file, job, fade).clips[k]!, k, part)
      if (next.seam.last / next.seam.most < best.seam.last / best.seam.most) best = next
    }
    drawn.push(rotated(best, fit))
  }
  return drawn
}

/** Trimmed frames must fit a side of the sheet; others as a whole. */
const shrinkAfter = ({ settings }: ShipJob, fit: Fit, clips: readonly DrawnClip[]): number => {
  const { sheet, size } = settings
  const sizes = size.trim === 'none' ? [fit] : sizesOf(clips)
  return shrinkFor(sizes, sheet, size.extrude)
}

/** Pixels of all frames together from which on threads are worth their planning. */
const WORTH_SHARING = 2_000_000

const sharing = (shared: Painter | undefined, local: Painter): Painter =>
  shared
    ? (work, told) =>
        work.ticks.length < 4 || work.ticks.length * work.fit.w * work.fit.h < WORTH_SHARING
          ? local(work, told)
          : shared(work, told)
    : local

/** Draws all that a job asks for. Throws `Refusal` for what cannot be, and whatever `told` throws. */
export const drawJob = async (
  file: KitFile,
  asked: ShipJob,
  options: DrawOptions = {},
): Promise<DrawnEffect> => {
  const { draft = 1, told = () => {} } = options
  const job = draftOf(asked, draft)
  const plan = planJob(file, job)
  const bounds = boundsOf(plan.clips)
  let zoom = job.settings.size.scale / 100
  const whole = zoom
  for (let round = 0; ; round++) {
    const { fit, shrunk } = fitted(plan, job, bounds, zoom)
    const painter = sharing(options.painter, localPainter(file, job, plan))
    const clips = await paintAll(file, job, plan, { fit, painter, told, known: new Map() })
    const by = round < 2 ? shrinkAfter(job, fit, clips) : 1
    if (by === 1)
      return {
        job,
        effect: plan.effect,
        fit,
        clips,
        cropped: croppedBy(fit, bounds),
        shrunk: (zoom * shrunk) / whole,
      }
    zoom *= shrunk * by * 0.99
  }
}
