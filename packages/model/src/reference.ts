/** A clip that an effect is held against: drawn animation, or footage of the game. Pure types and tables. */

/** Where the clip is shown. */
export const REFERENCE_PLACES = ['under', 'over', 'beside'] as const
export type ReferencePlace = (typeof REFERENCE_PLACES)[number]

/** Numbers of a reference clip, with their defaults and limits. */
export const REFERENCE_NUMBERS = {
  /** Its middle, world px from the effect's place. */
  x: { default: 0, low: -10_000, high: 10_000, unit: 'px', label: '→' },
  y: { default: 0, low: -10_000, high: 10_000, unit: 'px', label: '↓' },
  /** World px a pixel of the clip. */
  scale: { default: 1, low: 0.01, high: 64, unit: '×', label: 'Scale' },
  opacity: { default: 0.6, low: 0, high: 1, unit: '%', label: 'Opacity' },
  speed: { default: 1, low: 0.01, high: 16, unit: '×', label: 'Speed' },
  /** The clip's moment at the effect's beginning, s. */
  from: { default: 0, low: -600, high: 600, unit: 's', label: 'Begins at' },
  /** Frames before and after that shine through. */
  onion: { default: 0, low: 0, high: 4, unit: '', label: 'Onion skin' },
} as const
export type ReferenceNumber = keyof typeof REFERENCE_NUMBERS

/** How a clip is laid against an effect. */
export interface ReferenceView extends Readonly<Record<ReferenceNumber, number>> {
  readonly place: ReferencePlace
}

/** A reference clip that is kept with the kit. */
export interface Reference extends ReferenceView {
  readonly name: string
  /** Content hash of its bytes. */
  readonly blob: string
}
