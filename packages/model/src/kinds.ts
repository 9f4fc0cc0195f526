/** Kinds of things that have tables of definitions in the layers above. */

export const SHAPE_KINDS = ['point', 'line', 'polyline', 'curve', 'rectangle', 'circle', 'ellipse', 'ring', 'polygon', 'segment', 'picture', 'viewEdge', 'view'] as const
export type ShapeKind = (typeof SHAPE_KINDS)[number]

/**
 * How a shape is filled, by the share q of its area (of its length for lines) that lies nearer to the centre, drawn
 * evenly: `even` leaves q, `core` makes it q², `rim` makes it q^(1/4); `outline` keeps to the edge, even by length.
 */
export const FILLS = ['even', 'core', 'rim', 'outline'] as const
export type Fill = (typeof FILLS)[number]

/** Which places of the shape follow one another: drawn, spread evenly, one after the other, or each once in a shuffled order. */
export const PLACEMENTS = ['random', 'evenly', 'inOrder', 'eachOnce'] as const
export type Placement = (typeof PLACEMENTS)[number]

/** Particles stay in the world, go with the effect, or stay on the view. */
export const SPACES = ['left', 'carried', 'pinned'] as const
export type Space = (typeof SPACES)[number]

export const SIZE_UNITS = ['px', 'view'] as const
export type SizeUnit = (typeof SIZE_UNITS)[number]

export const SIDES = ['top', 'right', 'bottom', 'left'] as const
export type Side = (typeof SIDES)[number]

/** Which cells of a picture send particles out: all that are filled, those at its edge, or just outside the edge. */
export const MASK_PARTS = ['area', 'edge', 'edgeOut'] as const
export type MaskPart = (typeof MASK_PARTS)[number]

/** Where the launch heading comes from. */
export const AIMS = ['direction', 'outward', 'inward', 'along', 'normal', 'towards', 'ball'] as const
export type Aim = (typeof AIMS)[number]

/** Density of a range: the same everywhere, a triangle in the middle, falling or rising in a straight line. */
export const BIASES = ['even', 'middle', 'low', 'high'] as const
export type Bias = (typeof BIASES)[number]

/** When within its slot a particle of a flow is born: at its start, anywhere in it, or anywhere among sixteen. */
export const RHYTHMS = ['even', 'jittered', 'random'] as const
export type Rhythm = (typeof RHYTHMS)[number]

export const CAP_POLICIES = ['skip', 'endOldest'] as const
export type CapPolicy = (typeof CAP_POLICIES)[number]

/** How an emitter's travel goes on at the end of its path. */
export const TRAVEL_MODES = ['once', 'loop', 'backAndForth'] as const
export type TravelMode = (typeof TRAVEL_MODES)[number]

export const LIFE_MODES = ['range', 'emitter'] as const
export type LifeMode = (typeof LIFE_MODES)[number]

/** How a value runs over life: between floor and start by a ramp, or from the start by so much a second. */
export const VALUE_MODES = ['ramp', 'rate'] as const
export type ValueMode = (typeof VALUE_MODES)[number]

export const BLENDS = ['normal', 'additive', 'screen', 'multiply'] as const
export type Blend = (typeof BLENDS)[number]

export const SAMPLINGS = ['smooth', 'nearest'] as const
export type Sampling = (typeof SAMPLINGS)[number]

/** Which frame of a picture shows: its first, one drawn, all over the life, at their own speed, or by a ramp. */
export const FRAME_CHOICES = ['fixed', 'random', 'overLife', 'once', 'loop', 'backAndForth', 'ramp'] as const
export type FrameChoice = (typeof FRAME_CHOICES)[number]

export const FACINGS = ['fixed', 'travel'] as const
export type Facing = (typeof FACINGS)[number]

/** Which part of a stretched sprite stays where the particle is. */
export const ANCHORS = ['centre', 'head', 'tail'] as const
export type Anchor = (typeof ANCHORS)[number]

export const TINT_SPACES = ['srgb', 'oklab'] as const
export type TintSpace = (typeof TINT_SPACES)[number]

/** What each particle picks once: nothing, a colour of a list, or a place between the two tint ramps. */
export const TINT_PICKS = ['none', 'list', 'ramps'] as const
export type TintPick = (typeof TINT_PICKS)[number]

export const PICK_ACTIONS = ['multiply', 'replace'] as const
export type PickAction = (typeof PICK_ACTIONS)[number]

/** Who is drawn on top inside an emitter. */
export const ORDERS = ['newest', 'oldest', 'byY', 'byScale', 'shuffled'] as const
export type Order = (typeof ORDERS)[number]

export const FORCE_KINDS = ['gravity', 'drag'] as const
export type ForceKind = (typeof FORCE_KINDS)[number]

export const PLAYS = ['once', 'loop', 'loopWaiting', 'sustain'] as const
export type Play = (typeof PLAYS)[number]

/** How a ramp leaves a point: straight, slow start, slow end, both, holding until the next point, or by handles. */
export const EASES = ['linear', 'easeIn', 'easeOut', 'ease', 'step', 'free'] as const
export type Ease = (typeof EASES)[number]

/** Colours only run straight or hold. */
export const TINT_EASES = ['linear', 'step'] as const
export type TintEase = (typeof TINT_EASES)[number]
