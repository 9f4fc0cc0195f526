/** What is asked of one effect: its sentences, and what stands beside them in the kit. */
import type { Effect, Kit } from '@gliv/document'
import {
  type ShipFrame,
  type ShipSettings,
  type Surface,
  settingsOf,
  type Tape,
  UNSET_SHIPPING,
} from '@gliv/model'

/** One effect to be baked. */
export interface ShipJob {
  readonly effect: Effect
  readonly settings: ShipSettings
  /** Where the effect's origin lies in a frame, px; null: as needed. */
  readonly pivot: { readonly x: number; readonly y: number } | null
  /** Frames in an order of one's own; null: as the sentences say. */
  readonly frames: readonly ShipFrame[] | null
  readonly tape: Tape | null
  /** Unsigned 32 bits; null: the effect's own. */
  readonly seed: number | null
  /** What particles meet, instead of the stage that the sentences name. */
  readonly surfaces: readonly Surface[] | null
  /** Pattern of its files' names, instead of the sentences'. */
  readonly file: string | null
}

/** How the kit says that an effect ships. */
export const jobOf = ({ ship, effects }: Kit, effectId: string): ShipJob => {
  const own = ship?.effects[effectId] ?? UNSET_SHIPPING
  return {
    effect: effects[effectId]!,
    settings: settingsOf(own, ship?.presets ?? []),
    pivot: own.pivot,
    frames: own.frames,
    tape: own.tape,
    seed: null,
    surfaces: null,
    file: own.file,
  }
}

/** A job by settings alone. */
export const plainJob = (effect: Effect, settings: ShipSettings, more: Partial<ShipJob> = {}): ShipJob => ({
  effect,
  settings,
  pivot: null,
  frames: null,
  tape: null,
  seed: null,
  surfaces: null,
  file: null,
  ...more,
})

const scaledBy = (value: number, by: number): number => Math.max(1, Math.round(value * by))

/**
 * A job as a draft draws it: everything that is said in px of the picture gets smaller together, so that the draft
 * shows what will be written. @param draft share of the asked scale, from 0 to 1
 */
export const draftOf = (job: ShipJob, draft: number): ShipJob => {
  if (draft === 1) return job
  const { size, sheet } = job.settings
  const side = (value: number | null): number | null => (value === null ? null : scaledBy(value, draft))
  return {
    ...job,
    pivot: job.pivot && { x: job.pivot.x * draft, y: job.pivot.y * draft },
    settings: {
      ...job.settings,
      size: {
        ...size,
        w: side(size.w),
        h: side(size.h),
        scale: size.scale * draft,
        padding: Math.round(size.padding * draft),
        extrude: Math.round(size.extrude * draft),
        multiple: 1,
      },
      sheet: { ...sheet, maxSide: scaledBy(sheet.maxSide, draft), powerOfTwo: false, multiple: 1 },
    },
  }
}
