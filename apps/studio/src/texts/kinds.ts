/** Words for kinds of things. */
import type { Blend, Ease, Fill, ForceKind, Play, RampKind, ShapeKind, TintEase } from '@gliv/model'

export const SHAPE_TEXTS = { point: 'a point', rectangle: 'a rectangle', circle: 'a circle' } as const satisfies Record<ShapeKind, string>
export const FILL_TEXTS = { even: 'evenly', rim: 'denser at the rim' } as const satisfies Record<Fill, string>
export const BLEND_TEXTS = { normal: 'normal', additive: 'additive' } as const satisfies Record<Blend, string>
export const FORCE_TEXTS = {
  gravity: { label: 'Gravity', help: 'Pulls everything in one direction.' },
  drag: { label: 'Drag', help: 'The air slows particles down.' },
} as const satisfies Record<ForceKind, { label: string; help: string }>
export const PLAY_TEXTS = { once: 'plays once', loop: 'loops' } as const satisfies Record<Play, string>
export const RAMP_TEXTS = { scale: 'Scale', opacity: 'Opacity', tint: 'Tint' } as const satisfies Record<RampKind, string>
export const EASE_TEXTS = {
  linear: 'Straight',
  easeIn: 'Slow start',
  easeOut: 'Slow end',
  ease: 'Slow both ends',
  step: 'Hold, then jump',
} as const satisfies Record<Ease, string>
export const TINT_EASE_TEXTS = { linear: 'Mix', step: 'Hold, then jump' } as const satisfies Record<TintEase, string>

const SECTORS = ['right', 'down-right', 'down', 'down-left', 'left', 'up-left', 'up', 'up-right'] as const
/** Nearest of the eight directions in words. */
export const directionWord = (deg: number): string => SECTORS[((Math.round(deg / 45) % 8) + 8) % 8]!
