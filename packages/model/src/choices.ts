/** What is chosen rather than numbered; the document and the engine share it. */
import type { DirectedForce, ForceKind, RampedForce } from './forces.ts'
import type {
  MarkClip,
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
  PieceFit,
  Placement,
  RailMode,
  RelayLaunch,
  RelayTrigger,
  Rhythm,
  Side,
  SizeUnit,
  SpreadTarget,
  Space,
  ThrustEnd,
  TintPick,
  TintSpace,
  TravelMode,
  ValueMode,
  WaverKind,
  WaverTarget,
  WindMode,
  Wrap,
  WrapArea,
} from './kinds.ts'
import type { PropertyId } from './properties.ts'
import type { AlongRamps, Lane, Ramp } from './ramps.ts'
import type { ShapeKind } from './shapes.ts'

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

/** The way that an emitter goes by itself inside the effect. */
export interface Travel {
  readonly path: Path
  readonly mode: TravelMode
  readonly ease: Exclude<Ease, 'free'>
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
  /** The turn over life is added to the start angle; else it stands for it. */
  readonly turnRelative: boolean
  readonly frameChoice: FrameChoice
  /** A clip starts at a drawn frame. */
  readonly randomStart: boolean
  readonly tintSpace: TintSpace
  readonly tintPick: TintPick
  readonly pickColours: readonly string[]
  readonly pickAction: PickAction
  readonly spreadOn: SpreadTarget
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
  readonly markClip: MarkClip
  /** One is drawn for each mark; it multiplies. */
  readonly markColours: readonly string[]
  /** Ends when it is further outside the view than `outsideBy`. */
  readonly endsOutside: boolean
}

export type ForceRamps = { readonly [K in RampedForce]?: Ramp | undefined }

/** What is chosen rather than numbered about a relay; the document and the engine share it. */
export interface RelayChoices {
  readonly trigger: RelayTrigger
  readonly launch: RelayLaunch
}

/** What is chosen rather than numbered about an emitter; the document and the engine share it. */
export interface EmitterChoices {
  readonly shape: ShapeKind
  readonly fill: Fill
  readonly placement: Placement
  readonly sizeUnit: SizeUnit
  readonly pieceFit: PieceFit
  readonly space: Space
  readonly side: Side
  /** The strip at the view's edge is widened so that what falls aslant reaches all of the view. */
  readonly edgeSlant: boolean
  readonly wrap: Wrap
  readonly wrapIn: WrapArea
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

export type Lanes = { readonly [K in PropertyId]?: Lane | undefined }
