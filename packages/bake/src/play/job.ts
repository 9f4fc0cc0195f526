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
