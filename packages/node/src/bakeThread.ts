/** A whole bake on a thread of its own, which can be ended: a kit and what is asked of it in, a zip out. */
import { parentPort } from 'node:worker_threads'
import { bytesOf, jobOf, type Note, ship, type ShipJob, summaryOf } from '@gliv/bake'
import { findEffect, findPreset, type KitFile, readKitFile, readShipSentences } from '@gliv/document'
import { Refusal } from '@gliv/model'
import { type Zippable, zipSync } from 'fflate'
import { fastDeflate, zlibDeflate } from './deflate.ts'

/** What is asked of a kit. */
export interface BakeAsked {
  /** The bytes of a kit file. */
  readonly kit: Uint8Array
  /** Ids or names; `all`, `ticked`. */
  readonly effects: readonly string[] | 'all' | 'ticked'
  /** Id or name of a preset of the kit; null: as the kit says. */
  readonly preset: string | null
  /** Sentences that go before the kit's; plain data, checked here. */
  readonly settings: unknown
}

/** What a bake thread tells. */
export type BakeTold =
  | { readonly share: number }
  | {
      readonly zip: Uint8Array
      readonly files: readonly string[]
      readonly notes: readonly Note[]
      readonly says: readonly string[]
    }
  | { readonly refused: string }

const idsOf = ({ kit }: KitFile, effects: BakeAsked['effects']): readonly string[] => {
  if (effects === 'all') return kit.effectOrder
  if (effects === 'ticked') return kit.effectOrder.filter((id) => kit.ship?.effects[id]?.ticked)
  return effects.map((name) => findEffect(kit, name).id)
}

/** The jobs that are asked for. Throws `Refusal`. */
export const jobsAsked = (
  file: KitFile,
  { effects, preset, settings }: Omit<BakeAsked, 'kit'>,
): ShipJob[] => {
  const ids = idsOf(file, effects)
  if (ids.length === 0)
    throw new Refusal('effects', 'no effect is chosen; name some, or tick some in the studio')
  const base = preset === null ? {} : findPreset(file.kit, preset).sentences
  const own = readShipSentences(settings ?? {})
  return ids.map((id) => {
    const job = jobOf(file.kit, id)
    return { ...job, settings: { ...job.settings, ...base, ...own } }
  })
}

/** Zips hold no clock, so that the same bake gives the same bytes. */
const ZIP_TIME = '1980-01-01T12:00:00'

/** Bakes what is asked for. */
export const bakeAsked = async (asked: BakeAsked, told: (share: number) => void): Promise<BakeTold> => {
  try {
    const file = readKitFile(asked.kit)
    const shipped = await ship(file, jobsAsked(file, asked), {
      deflate: await zlibDeflate(),
      fastDeflate,
      progress: (share) => told(share),
    })
    const files = shipped.flatMap((one) => one.files)
    const entries: Zippable = Object.fromEntries(
      files.map((one) => [one.name, [bytesOf(one), { level: 0, mtime: ZIP_TIME }]]),
    )
    return {
      zip: zipSync(entries),
      files: files.map(({ name }) => name),
      notes: shipped.flatMap(({ notes }) => notes),
      says: shipped.map(summaryOf),
    }
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.message }
    throw error
  }
}

/** The work of a thread: one bake, told to its parent. */
export const bakeOnThisThread = (): void => {
  const port = parentPort!
  port.once('message', (asked: BakeAsked) => {
    let last = 0
    void bakeAsked(asked, (share) => {
      if (share - last < 0.01) return
      last = share
      port.postMessage({ share } satisfies BakeTold)
    }).then((told) => port.postMessage(told))
  })
}
