/** Kinds of things that have tables of definitions in the layers above. */

export const SHAPE_KINDS = ['point', 'rectangle', 'circle'] as const
export type ShapeKind = (typeof SHAPE_KINDS)[number]

/** `even`: the same density everywhere. `rim`: density grows with the sixth power of the relative distance from the centre. */
export const FILLS = ['even', 'rim'] as const
export type Fill = (typeof FILLS)[number]

export const BLENDS = ['normal', 'additive'] as const
export type Blend = (typeof BLENDS)[number]

export const SAMPLINGS = ['smooth', 'nearest'] as const
export type Sampling = (typeof SAMPLINGS)[number]

export const FORCE_KINDS = ['gravity', 'drag'] as const
export type ForceKind = (typeof FORCE_KINDS)[number]

export const PLAYS = ['once', 'loop'] as const
export type Play = (typeof PLAYS)[number]

/** How a ramp leaves a point: straight, slow start, slow end, both, or holding until the next point. */
export const EASES = ['linear', 'easeIn', 'easeOut', 'ease', 'step'] as const
export type Ease = (typeof EASES)[number]

/** Colours only run straight or hold. */
export const TINT_EASES = ['linear', 'step'] as const
export type TintEase = (typeof TINT_EASES)[number]
