/**
 * A resolved effect: what the engine compiles and a pack carries. Defaults are filled in, references are
 * followed,
 * muted emitters are gone. Made by the document package; nothing here is optional.
 */
import type { DirectedForce, ForceKind, RampedForce } from './forces.ts'
import type {
  Aim,
  Anchor,
  Avoided,
  Axes,
  Blend,
  CapPolicy,
  Centre,
  ChurnSpace,
  Contact,
  Ease,
  Facing,
  Falloff,
  Fill,
  FrameChoice,
  LifeMode,
  Order,
  PickAction,
  Placement,
  Play,
  RailMode,
  RelayLaunch,
  RelayTrigger,
  Rhythm,
  Sampling,
  Side,
  SizeUnit,
  Space,
  ThrustEnd,
  TintPick,
  TintSpace,
  TravelMode,
  ValueMode,
  WaverKind,
  WaverTarget,
  WindMode,
} from './kinds.ts'
import { SPACE } from './kinds.ts'
import type { NumbersOf, PropertyId } from './properties.ts'
import { type AlongRamps, DEFAULT_ALONG, type Lane, type Ramp, type TypeRamps } from './ramps.ts'
import type { ShapeKind } from './shapes.ts'

/** A rectangle of a sheet in texels, and the pivot in texels from its left top corner. */
export interface FrameRect {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly pivotX: number
  readonly pivotY: number
}

export interface Picture {
  readonly sheetId: string
  /** Index into the list of sheets that the renderers were given. */
  readonly sheet: number
  /** Its share among the pictures of its type is weight ÷ sum of weights. */
  readonly weight: number
  /** 0-based numbers of the frames in their sheet, in the clip's order; at least one. */
  readonly frameIndices: readonly number[]
  readonly frames: readonly FrameRect[]
}

/** How scale or opacity run over life. */
export interface ValueStyle {
  readonly by: ValueMode
  /** The floor is a share of the start instead of a value of its own. */
  readonly relative: boolean
}

export interface TypeStyles {
  readonly scale: ValueStyle
  readonly scaleY: ValueStyle
  readonly opacity: ValueStyle
}

/** What is chosen rather than numbered about a particle type; the document and the engine share it. */
export interface TypeChoices {
  readonly blend: Blend
  readonly lifeMode: LifeMode
  /** Scale across and down run apart; else `scale` is both. */
  readonly scaleApart: boolean
  readonly styles: TypeStyles
  readonly facing: Facing
  readonly anchor: Anchor
  readonly frameChoice: FrameChoice
  /** A clip starts at a drawn frame. */
  readonly randomStart: boolean
  readonly tintSpace: TintSpace
  readonly tintPick: TintPick
  readonly pickColours: readonly string[]
  readonly pickAction: PickAction
  /** Those that act; always in the order of the table, whatever the order here. */
  readonly forces: readonly ForceKind[]
  /** Strength over life; a force without one keeps its strength, a rail without one is passed steadily. */
  readonly forceRamps: ForceRamps
  readonly axes: { readonly [K in DirectedForce]: Axes }
  readonly thrustEnd: ThrustEnd
  readonly windMode: WindMode
  readonly pullTo: Centre
  readonly pullFalloff: Falloff
  readonly swirlTo: Centre
  readonly swirlFalloff: Falloff
  readonly churnSpace: ChurnSpace
  readonly rail: Path
  readonly railMode: RailMode
  readonly avoids: Avoided
  readonly wavers: { readonly [K in WaverTarget]: WaverKind }
  readonly contact: Contact
  readonly markBlend: Blend
  /** One is drawn for each mark; it multiplies. */
  readonly markColours: readonly string[]
  /** Ends when it is further outside the view than `outsideBy`. */
  readonly endsOutside: boolean
}

export type ForceRamps = { readonly [K in RampedForce]?: Ramp | undefined }

/** A point of a path in px from the emitter's centre; handles are offsets from the point, for curves. */
export interface PathPoint {
  readonly x: number
  readonly y: number
  readonly inX: number
  readonly inY: number
  readonly outX: number
  readonly outY: number
}

export interface Path {
  readonly closed: boolean
  readonly points: readonly PathPoint[]
}

/** A line of 160 px across the emitter's centre: what a path starts as. */
export const DEFAULT_PATH: Path = {
  closed: false,
  points: [
    { x: -80, y: 0, inX: 0, inY: 0, outX: 40, outY: 0 },
    { x: 80, y: 0, inX: -40, inY: 0, outX: 0, outY: 0 },
  ],
}

export const DEFAULT_TYPE_CHOICES: TypeChoices = {
  blend: 'normal',
  lifeMode: 'range',
  scaleApart: false,
  styles: {
    scale: { by: 'ramp', relative: false },
    scaleY: { by: 'ramp', relative: false },
    opacity: { by: 'ramp', relative: false },
  },
  facing: 'fixed',
  anchor: 'centre',
  frameChoice: 'fixed',
  randomStart: false,
  tintSpace: 'srgb',
  tintPick: 'none',
  pickColours: ['#ffffff'],
  pickAction: 'multiply',
  forces: [],
  forceRamps: {},
  axes: { gravity: 'world', wind: 'world', drift: 'world', sway: 'effect' },
  thrustEnd: 'stop',
  windMode: 'push',
  pullTo: 'point',
  pullFalloff: 'steady',
  swirlTo: 'point',
  swirlFalloff: 'near',
  churnSpace: 'world',
  rail: DEFAULT_PATH,
  railMode: 'age',
  avoids: 'circle',
  wavers: { speed: 'walk', heading: 'walk', spin: 'sine', scale: 'sine', opacity: 'walk' },
  contact: 'none',
  markBlend: 'normal',
  markColours: ['#ffffff'],
  endsOutside: false,
}

export interface ResolvedType extends TypeChoices {
  readonly id: string
  readonly name: string
  readonly numbers: NumbersOf<'type'>
  readonly ramps: TypeRamps
  /** Colours that the tint is locked to; null when it runs free. */
  readonly palette: readonly string[] | null
  readonly pictures: readonly Picture[]
  /** What a contact leaves behind; null for nothing. Of several frames one is drawn each time. */
  readonly mark: Picture | null
}

export interface ResolvedBurst {
  readonly id: string
  /** One particle for each place of the shape instead of a count. */
  readonly eachPlace: boolean
  readonly numbers: NumbersOf<'burst'>
}

/** The way that an emitter goes by itself inside the effect. */
export interface Travel {
  readonly path: Path
  readonly mode: TravelMode
  readonly ease: Exclude<Ease, 'free'>
}

/** Places on a picture, in px from its pivot, row by row; `n` is the outward normal of the edge, 0 inside. */
export interface MaskPlaces {
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly nx: readonly number[]
  readonly ny: readonly number[]
  /** Mean colour of each cell as 0xbbggrr; empty when colours are not kept. */
  readonly colour: readonly number[]
}

/** What is chosen rather than numbered about a relay; the document and the engine share it. */
export interface RelayChoices {
  readonly trigger: RelayTrigger
  readonly launch: RelayLaunch
}

/**
 * A particle hands over: to a dormant emitter of its effect, or to a whole effect. Exactly one of both is
 * there.
 */
export interface ResolvedRelay extends RelayChoices {
  readonly id: string
  /** Unsigned 32 bits. */
  readonly salt: number
  readonly numbers: NumbersOf<'relay'>
  readonly emitter: string | null
  readonly effect: ResolvedEffect | null
}

/** An effect inside another; of several, one is drawn by weight when the whole starts. */
export interface ResolvedPart {
  readonly id: string
  readonly salt: number
  readonly mirror: boolean
  readonly numbers: NumbersOf<'part'>
  readonly choices: readonly { readonly weight: number; readonly effect: ResolvedEffect }[]
}

/** What is chosen rather than numbered about an emitter; the document and the engine share it. */
export interface EmitterChoices {
  readonly shape: ShapeKind
  readonly fill: Fill
  readonly placement: Placement
  readonly sizeUnit: SizeUnit
  readonly space: Space
  readonly side: Side
  readonly aim: Aim
  readonly rhythm: Rhythm
  readonly capPolicy: CapPolicy
  readonly order: Order
  /** `behind` or `front` of the actor, or a name that the game knows. */
  readonly layer: string
  readonly path: Path
  readonly travel: Travel | null
  readonly along: AlongRamps
  /** Lanes over the effect's time, by the number that they act on. */
  readonly lanes: Lanes
  /** Sends nothing out by itself, only for relays. */
  readonly dormant: boolean
}

export const DEFAULT_EMITTER_CHOICES: EmitterChoices = {
  shape: 'point',
  fill: 'even',
  placement: 'random',
  sizeUnit: 'px',
  space: SPACE.released,
  side: 'top',
  aim: 'direction',
  rhythm: 'even',
  capPolicy: 'skip',
  order: 'newest',
  layer: 'front',
  path: DEFAULT_PATH,
  travel: null,
  along: DEFAULT_ALONG,
  lanes: {},
  dormant: false,
}

export type Lanes = { readonly [K in PropertyId]?: Lane | undefined }

export interface ResolvedEmitter extends EmitterChoices {
  readonly id: string
  readonly name: string
  /** Unsigned 32 bits; kept on rename, move and copy of the effect. */
  readonly salt: number
  readonly numbers: NumbersOf<'emitter'>
  readonly bursts: readonly ResolvedBurst[]
  readonly relays: readonly ResolvedRelay[]
  readonly mask: MaskPlaces | null
  readonly type: ResolvedType
}

export interface ResolvedEffect {
  readonly id: string
  readonly name: string
  /** Unsigned 32 bits. */
  readonly seed: number
  /** Ticks per second of the kit. */
  readonly rate: number
  readonly play: Play
  /** Its ticks are played from the last to the first. */
  readonly backwards: boolean
  /** Sprites lie on whole pixels. */
  readonly wholePixels: boolean
  /** The sprite that a game hides while the effect runs: number of its sheet, and its frame. */
  readonly source: { readonly sheet: number; readonly frame: FrameRect } | null
  readonly numbers: NumbersOf<'effect'>
  /** In real time; only `timeScale` has one. */
  readonly lanes: Lanes
  readonly emitters: readonly ResolvedEmitter[]
  readonly parts: readonly ResolvedPart[]
}

export interface PackSheet {
  readonly id: string
  readonly name: string
  /** Data URL of the PNG. */
  readonly image: string
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
}

/** The file a game loads. */
export interface Pack {
  readonly format: 'gliv-pack'
  readonly version: 4
  readonly rules: 1
  readonly name: string
  readonly axes: string
  readonly units: string
  readonly sheets: readonly PackSheet[]
  readonly effects: readonly ResolvedEffect[]
}

export const PACK_VERSION = 4
export const RULES = 1
