/** Kinds of things that have tables of definitions in the layers above. */

/**
 * How a shape is filled, by the share q of its area (of its length for lines) that lies nearer to the centre,
 * drawn
 * evenly: `even` leaves q, `core` makes it q², `rim` makes it q^(1/4); `outline` keeps to the edge, even by
 * length.
 */
export const FILLS = ['even', 'core', 'rim', 'outline'] as const
export type Fill = (typeof FILLS)[number]

/**
 * Which places of the shape follow one another: drawn, spread evenly, one after the other, or each once in a
 * shuffled order.
 */
export const PLACEMENTS = ['random', 'evenly', 'inOrder', 'eachOnce'] as const
export type Placement = (typeof PLACEMENTS)[number]

/**
 * Particles stay in the world, go with the effect, or stay on the view. Files write `left` for the first;
 * code
 * calls it released, because left is a side, too.
 */
export const SPACE = { released: 'left', carried: 'carried', pinned: 'pinned' } as const
export const SPACES = [SPACE.released, SPACE.carried, SPACE.pinned] as const
export type Space = (typeof SPACES)[number]

export const SIZE_UNITS = ['px', 'view'] as const
export type SizeUnit = (typeof SIZE_UNITS)[number]

export const SIDES = ['top', 'right', 'bottom', 'left'] as const
export type Side = (typeof SIDES)[number]

/**
 * Which cells of a picture send particles out: all that are filled, those at its edge, or just outside the
 * edge.
 */
export const MASK_PARTS = ['area', 'edge', 'edgeOut'] as const
export type MaskPart = (typeof MASK_PARTS)[number]

/** Where the launch heading comes from. */
export const AIMS = ['direction', 'outward', 'inward', 'along', 'normal', 'towards', 'ball'] as const
export type Aim = (typeof AIMS)[number]

/**
 * Density of a range: the same everywhere, a triangle in the middle, falling or rising in a straight line.
 */
export const BIASES = ['even', 'middle', 'low', 'high'] as const
export type Bias = (typeof BIASES)[number]

/**
 * When within its slot a particle of a flow is born: at its start, anywhere in it, or anywhere among sixteen.
 */
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

/**
 * Which frame of a picture shows: its first, one drawn, all over the life, at their own speed, or by a ramp.
 */
export const FRAME_CHOICES = ['fixed', 'random', 'overLife', 'once', 'loop', 'backAndForth', 'ramp'] as const
export type FrameChoice = (typeof FRAME_CHOICES)[number]

/** Sprites are turned by themselves, along their travel, or along the shape where they were born. */
export const FACINGS = ['fixed', 'travel', 'path'] as const
export type Facing = (typeof FACINGS)[number]

/** Which part of a stretched sprite stays where the particle is. */
export const ANCHORS = ['centre', 'head', 'tail'] as const
export type Anchor = (typeof ANCHORS)[number]

export const TINT_SPACES = ['srgb', 'oklab'] as const
export type TintSpace = (typeof TINT_SPACES)[number]

/** What each particle picks once: nothing, a colour of a list, or a place between the two tint ramps. */
export const TINT_PICKS = ['none', 'list', 'ramps'] as const
export type TintPick = (typeof TINT_PICKS)[number]

/** What spreads and turns of hue, saturation and value act on: the tint, or the picture's own pixels. */
export const SPREAD_TARGETS = ['tint', 'pixels'] as const
export type SpreadTarget = (typeof SPREAD_TARGETS)[number]

export const PICK_ACTIONS = ['multiply', 'replace'] as const
export type PickAction = (typeof PICK_ACTIONS)[number]

/** Who is drawn on top inside an emitter. */
export const ORDERS = ['newest', 'oldest', 'byY', 'byScale', 'byDepth', 'shuffled'] as const
export type Order = (typeof ORDERS)[number]

/** In the order in which they act. */
export const AXES = ['world', 'effect'] as const
export type Axes = (typeof AXES)[number]

/** What thrust against the travel does at speed 0. */
export const THRUST_ENDS = ['stop', 'reverse'] as const
export type ThrustEnd = (typeof THRUST_ENDS)[number]

/** Wind pushes with a steady acceleration, or carries particles towards its own speed. */
export const WIND_MODES = ['push', 'carry'] as const
export type WindMode = (typeof WIND_MODES)[number]

/**
 * Where pull and swirl have their centre: a point of the effect, the emitter, or each particle's own
 * birthplace.
 */
export const CENTRES = ['point', 'emitter', 'home'] as const
export type Centre = (typeof CENTRES)[number]

/**
 * Strength at distance d, with the reach r: `steady` is the same everywhere (less within 1 px of the centre),
 * `fading` falls as
 * 1 − d ÷ r to nothing, `near` falls as 1 ÷ (1 + (d ÷ r)²), `spring` grows as d ÷ r.
 */
export const FALLOFFS = ['steady', 'fading', 'near', 'spring'] as const
export type Falloff = (typeof FALLOFFS)[number]

export const CHURN_SPACES = ['world', 'emitter'] as const
export type ChurnSpace = (typeof CHURN_SPACES)[number]

/** A rail is followed by a ramp over the age, or as fast as the particle itself is. */
export const RAIL_MODES = ['age', 'speed'] as const
export type RailMode = (typeof RAIL_MODES)[number]

export const AVOIDED = ['circle', 'surfaces'] as const
export type Avoided = (typeof AVOIDED)[number]

export const WAVER_TARGETS = ['speed', 'heading', 'spin', 'scale', 'opacity'] as const
export type WaverTarget = (typeof WAVER_TARGETS)[number]
export const WAVER_KINDS = ['walk', 'triangle', 'sine'] as const
export type WaverKind = (typeof WAVER_KINDS)[number]

/**
 * How pieces go into a segment: as many as fit, spread over it; just so far apart from A; so far apart with the last
 * one cut at B; or as many as come nearest, each stretched to fill it.
 */
export const PIECE_FITS = ['spread', 'exact', 'cut', 'stretch'] as const
export type PieceFit = (typeof PIECE_FITS)[number]

/**
 * Which ways out of the view lead in again on its other side, so that weather fills it wherever the camera goes.
 */
export const WRAPS = ['none', 'x', 'y', 'both'] as const
export type Wrap = (typeof WRAPS)[number]

/** What particles wrap into: the view, or a rectangle of a size of its own around the effect. */
export const WRAP_AREAS = ['view', 'box'] as const
export type WrapArea = (typeof WRAP_AREAS)[number]

/** What happens at a surface. */
/** What a mark is cut off by: the end of its surface, or all of the surface's outline. */
export const MARK_CLIPS = ['edge', 'body'] as const
export type MarkClip = (typeof MARK_CLIPS)[number]

export const CONTACTS = ['none', 'bounce', 'slide', 'stick', 'end', 'loseLife'] as const
export type Contact = (typeof CONTACTS)[number]

/** What sets a relay off. */
export const RELAY_TRIGGERS = ['birth', 'end', 'contact', 'everyPx', 'everySeconds', 'slow'] as const
export type RelayTrigger = (typeof RELAY_TRIGGERS)[number]

/** What the relayed emitter's headings count from: the travel, the surface's normal, or the world. */
export const RELAY_LAUNCHES = ['travel', 'normal', 'world'] as const
export type RelayLaunch = (typeof RELAY_LAUNCHES)[number]

export const PLAYS = ['once', 'loop', 'loopWaiting', 'sustain', 'period'] as const
export type Play = (typeof PLAYS)[number]

/**
 * How a ramp leaves a point: straight, slow start, slow end, both, holding until the next point, or by
 * handles.
 */
export const EASES = ['linear', 'easeIn', 'easeOut', 'ease', 'step', 'free'] as const
export type Ease = (typeof EASES)[number]

/** Colours only run straight or hold. */
export const TINT_EASES = ['linear', 'step'] as const
export type TintEase = (typeof TINT_EASES)[number]
