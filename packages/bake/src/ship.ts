/** From jobs to files: effects are drawn, laid out on sheets of their own or on one, and written. */
import type { Kit, KitFile } from '@gliv/document'
import { Refusal } from '@gliv/model'
import { type Deflate, encodePng } from '@gliv/pixels'
import { drawJob, type DrawnEffect, type Painter } from './draw/drawJob.ts'
import type { ShipJob } from './play/job.ts'
import { type Note, notesOf } from './sheet/notes.ts'
import { type Sheet, sheetOf } from './sheet/sheet.ts'
import {
  BROWSER_FORMATS,
  bytesOf,
  type EncodedFile,
  type FormatId,
  FORMATS,
  type LossyEncoder,
  numbersOf,
} from './write/formats.ts'
import { checkPattern, type NameParts } from './write/names.ts'

/** Reports progress from 0 to 1; return false to cancel. */
export type Progress = (done: number) => boolean | void

/** Thrown when `progress` asked to stop. */
export class BakeCancelled extends Error {
  override readonly name = 'BakeCancelled'
}

/** What a bake works with. */
export interface ShipTools {
  /** Packs PNGs; the same bytes everywhere when it is zlib's. */
  readonly deflate: Deflate
  /** Packs with what the machine has, where speed is asked for. */
  readonly fastDeflate?: Deflate
  readonly lossy?: LossyEncoder
  readonly progress?: Progress
  /** Paints a job's frames on other threads; undefined: here. */
  readonly painterFor?: (job: ShipJob) => Painter | undefined
}

/** One sheet with all its files. */
export interface Shipped {
  readonly jobs: readonly ShipJob[]
  readonly sheet: Sheet
  readonly files: readonly EncodedFile[]
  readonly notes: readonly Note[]
}

/** Jobs by the sheet that they go to: those that share one, then each alone. */
export const groupsOf = (jobs: readonly ShipJob[]): (readonly [ShipJob, ...ShipJob[]])[] => {
  const shared = jobs.filter(({ settings }) => settings.sheet.together)
  const [first, ...more] = shared
  const groups: (readonly [ShipJob, ...ShipJob[]])[] = jobs
    .filter(({ settings }) => !settings.sheet.together)
    .map((job) => [job] as const)
  return first ? [[first, ...more], ...groups] : groups
}

/** Formats that a job asks for. */
export const formatsOf = ({ settings: { write } }: ShipJob): FormatId[] =>
  (Object.keys(FORMATS) as FormatId[]).filter((id) => write[id])

const OPTIONS: Readonly<Record<string, string>> = { webp: '--webp', webm: '--webm' }

/** Throws `Refusal` for what cannot be written, before anything is drawn. */
export const checkJob = (job: ShipJob, lossy: boolean): void => {
  const formats = formatsOf(job)
  if (formats.length === 0)
    throw new Refusal(
      '--formats',
      `“${job.effect.name}” is written in no format; choose one, like PNG and JSON`,
    )
  const missing = BROWSER_FORMATS.find((id) => formats.includes(id))
  if (missing && !lossy)
    throw new Refusal(
      OPTIONS[missing]!,
      `${missing === 'webp' ? 'WebP' : 'WebM'} is encoded by a browser only; write it from the ship screen, or choose PNG, APNG or GIF`,
    )
  checkPattern(job.file ?? job.settings.write.pattern)
}

/** Names that stand for the parts of a pattern. */
const namesOf = (kit: Kit, [first, ...more]: readonly [ShipJob, ...ShipJob[]]): NameParts => ({
  kit: kit.name,
  effect: more.length > 0 ? kit.name : first.effect.name,
})

/** Writes a sheet in all formats that its first job asks for. */
export const writeSheet = async (
  kit: Kit,
  jobs: readonly [ShipJob, ...ShipJob[]],
  sheet: Sheet,
  { deflate, fastDeflate, lossy }: Omit<ShipTools, 'progress' | 'painterFor'>,
): Promise<readonly EncodedFile[]> => {
  const [{ settings, file }] = jobs
  const tools = {
    deflate: settings.write.fast && fastDeflate ? fastDeflate : deflate,
    lossy: lossy ?? null,
  }
  const writing = { sheet, pattern: file ?? settings.write.pattern, names: namesOf(kit, jobs), tools }
  const files: EncodedFile[] = []
  for (const format of formatsOf(jobs[0])) files.push(...(await FORMATS[format](writing)))
  return files
}

/** Share of a bake's time that is spent on drawing; the rest is packing. */
const DRAWING = 0.85

/** Bakes one group of jobs. */
const shipGroup = async (
  file: KitFile,
  jobs: readonly [ShipJob, ...ShipJob[]],
  tools: ShipTools,
  told: (share: number) => void,
): Promise<Shipped> => {
  for (const job of jobs) checkJob(job, tools.lossy !== undefined)
  const drawn: DrawnEffect[] = []
  for (const [k, job] of jobs.entries()) {
    const painter = tools.painterFor?.(job)
    drawn.push(
      await drawJob(file, job, {
        told: (share) => told(((k + share) / jobs.length) * DRAWING),
        ...(painter ? { painter } : {}),
      }),
    )
  }
  const sheet = sheetOf(file.kit, drawn as [DrawnEffect, ...DrawnEffect[]])
  told(DRAWING)
  const files = await writeSheet(file.kit, jobs, sheet, tools)
  return { jobs, sheet, files, notes: notesOf(sheet) }
}

/** Throws `Refusal` where two files of a bake would have one name. */
const checkNames = (shipped: readonly Shipped[]): void => {
  const owners = new Map<string, string>()
  for (const { jobs, files } of shipped)
    for (const { name } of files) {
      const owner = owners.get(name)
      if (owner !== undefined)
        throw new Refusal(
          '--name',
          `“${owner}” and “${jobs[0]!.effect.name}” would both write ${name}; put {effect} in the name`,
        )
      owners.set(name, jobs[0]!.effect.name)
    }
}

/**
 * Bakes effects to files. Throws `Refusal` for what cannot be and `BakeCancelled` when `progress` says so.
 * @example await ship(file, [jobOf(file.kit, 'keg-pop')], { deflate })
 */
export const ship = async (file: KitFile, jobs: readonly ShipJob[], tools: ShipTools): Promise<Shipped[]> => {
  const groups = groupsOf(jobs)
  const shipped: Shipped[] = []
  for (const [k, group] of groups.entries())
    shipped.push(
      await shipGroup(file, group, tools, (share) => {
        if (tools.progress?.((k + share) / groups.length) === false)
          throw new BakeCancelled('Baking was cancelled')
      }),
    )
  checkNames(shipped)
  return shipped
}

/** One effect on a sheet of its own, as its first page and its numbers: for tests and small tools. */
export const bakeSheet = async (file: KitFile, job: ShipJob, imageName: string, progress?: Progress) => {
  const drawn = await drawJob(file, job, {
    told: (share) => {
      if (progress?.(share) === false) throw new BakeCancelled('Baking was cancelled')
    },
  })
  const sheet = sheetOf(file.kit, [drawn])
  return {
    png: encodePng(sheet.pages[0]!.main),
    json: numbersOf(sheet, [imageName.replace(/\.png$/, '')], 'png'),
    sheet,
    notes: notesOf(sheet),
  }
}

/** What was made, in a few words. */
export const summaryOf = ({ sheet, files }: Shipped): string => {
  const { frames, sizes } = sheet.numbers
  const bytes = files.reduce((sum, one) => sum + bytesOf(one).length, 0)
  const pages = sizes.map(({ w, h }) => `${w} × ${h}`).join(' + ')
  return `${frames.length} frames, ${pages} px, ${Math.ceil(bytes / 1024)} kB`
}
