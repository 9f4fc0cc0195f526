/** Words for kinds of things. */
import type {
  Aim,
  AlongKind,
  Anchor,
  Bias,
  Blend,
  CapPolicy,
  Ease,
  Facing,
  Fill,
  FrameChoice,
  LifeMode,
  MaskPart,
  Order,
  PickAction,
  PieceFit,
  Placement,
  Play,
  RampKind,
  Rhythm,
  ShapeKind,
  Side,
  SizeUnit,
  Space,
  SpreadTarget,
  TintEase,
  TintPick,
  TintSpace,
  TravelMode,
  ValueMode,
  Wrap,
  WrapArea,
} from '@gliv/model'

export const SHAPE_TEXTS = {
  point: 'a point',
  line: 'a line',
  polyline: 'a polyline',
  curve: 'a curve',
  rectangle: 'a rectangle',
  diamond: 'a diamond',
  circle: 'a circle',
  ellipse: 'an ellipse',
  ring: 'a ring',
  polygon: 'a polygon',
  segment: 'a segment to B',
  picture: 'a picture',
  viewEdge: 'an edge of the view',
  view: 'the whole view',
} as const satisfies Record<ShapeKind, string>
export const PIECE_FIT_TEXTS = {
  spread: 'as many as fit, spread out',
  exact: 'just so far apart, from A',
  cut: 'just so far apart, the last one cut at B',
  stretch: 'stretched to fill the way',
} as const satisfies Record<PieceFit, string>
export const WRAP_TEXTS = {
  none: 'is gone',
  x: 'comes in again, left and right',
  y: 'comes in again, above and below',
  both: 'comes in again on the other side',
} as const satisfies Record<Wrap, string>
export const WRAP_AREA_TEXTS = {
  view: 'at the edges of the view',
  box: 'at the edges of a rectangle',
} as const satisfies Record<WrapArea, string>
export const SPREAD_TARGET_TEXTS = {
  tint: 'the tint',
  pixels: 'the picture’s pixels',
} as const satisfies Record<SpreadTarget, string>
export const FILL_TEXTS = {
  even: 'evenly',
  core: 'denser inside',
  rim: 'denser at the rim',
  outline: 'along the outline',
} as const satisfies Record<Fill, string>
export const PLACEMENT_TEXTS = {
  random: 'anywhere',
  evenly: 'spread evenly',
  inOrder: 'one after the other',
  eachOnce: 'each place once',
} as const satisfies Record<Placement, string>
export const SPACE_TEXTS = {
  left: 'left in the world',
  carried: 'carried by the effect',
  pinned: 'pinned to the view',
} as const satisfies Record<Space, string>
export const SIZE_UNIT_TEXTS = { px: 'pixels', view: 'percent of the view' } as const satisfies Record<
  SizeUnit,
  string
>
export const SIDE_TEXTS = {
  top: 'top',
  right: 'right',
  bottom: 'bottom',
  left: 'left',
} as const satisfies Record<Side, string>
export const MASK_PART_TEXTS = {
  area: 'its filled area',
  edge: 'its edge',
  edgeOut: 'its edge, facing out',
} as const satisfies Record<MaskPart, string>
export const AIM_TEXTS = {
  direction: 'in a direction',
  outward: 'outward',
  inward: 'inward',
  along: 'along the path',
  normal: 'off the edge',
  towards: 'towards a point',
  ball: 'like a ball',
} as const satisfies Record<Aim, string>
export const BIAS_TEXTS = {
  even: 'even',
  middle: 'middle',
  low: 'low',
  high: 'high',
} as const satisfies Record<Bias, string>
export const RHYTHM_TEXTS = {
  even: 'in an even beat',
  jittered: 'jittered',
  random: 'at random',
} as const satisfies Record<Rhythm, string>
export const CAP_POLICY_TEXTS = {
  skip: 'leave the new ones out',
  endOldest: 'end the oldest',
} as const satisfies Record<CapPolicy, string>
export const TRAVEL_MODE_TEXTS = {
  once: 'once',
  loop: 'again and again',
  backAndForth: 'back and forth',
} as const satisfies Record<TravelMode, string>
export const LIFE_MODE_TEXTS = {
  range: 'its own',
  emitter: 'as long as its emitter',
} as const satisfies Record<LifeMode, string>
export const VALUE_MODE_TEXTS = { ramp: 'a ramp', rate: 'so much a second' } as const satisfies Record<
  ValueMode,
  string
>
export const BLEND_TEXTS = {
  normal: 'normal',
  additive: 'additive',
  screen: 'screen',
  multiply: 'multiply',
} as const satisfies Record<Blend, string>
export const FRAME_CHOICE_TEXTS = {
  fixed: 'the first frame',
  random: 'a random frame',
  overLife: 'all frames over its life',
  once: 'played once',
  loop: 'played in a loop',
  backAndForth: 'played back and forth',
  ramp: 'frames by a ramp',
} as const satisfies Record<FrameChoice, string>
export const FACING_TEXTS = {
  fixed: 'as turned',
  travel: 'along travel',
  path: 'along the shape',
} as const satisfies Record<Facing, string>
export const ANCHOR_TEXTS = {
  centre: 'from the centre',
  head: 'behind the head',
  tail: 'ahead of the tail',
} as const satisfies Record<Anchor, string>
export const TINT_SPACE_TEXTS = {
  srgb: 'plain (sRGB)',
  oklab: 'even to the eye (OKLab)',
} as const satisfies Record<TintSpace, string>
export const TINT_PICK_TEXTS = {
  none: 'the ramp for all',
  list: 'one of a list each',
  ramps: 'between two ramps each',
} as const satisfies Record<TintPick, string>
export const PICK_ACTION_TEXTS = {
  multiply: 'multiplies the ramp',
  replace: 'replaces the ramp',
} as const satisfies Record<PickAction, string>
export const ORDER_TEXTS = {
  newest: 'newest on top',
  oldest: 'oldest on top',
  byY: 'lower on top',
  byDepth: 'nearer on top',
  byScale: 'larger on top',
  shuffled: 'shuffled',
} as const satisfies Record<Order, string>
export const PLAY_TEXTS = {
  once: 'plays once',
  loop: 'loops',
  loopWaiting: 'loops after the last',
  sustain: 'sustains',
  period: 'repeats exactly',
} as const satisfies Record<Play, string>
export const RAMP_TEXTS = {
  scale: 'Scale',
  scaleY: 'Scale ↓',
  opacity: 'Opacity',
  speed: 'Speed',
  frame: 'Frame',
  hue: 'Hue',
  spin: 'Spin',
  angle: 'Angle',
  tint: 'Tint',
  tintB: 'Tint B',
} as const satisfies Record<RampKind, string>
export const ALONG_TEXTS = {
  scale: 'Scale',
  thickness: 'Thickness',
  opacity: 'Opacity',
  delay: 'Delay',
} as const satisfies Record<AlongKind, string>
export const EASE_TEXTS = {
  linear: 'Straight',
  easeIn: 'Slow start',
  easeOut: 'Slow end',
  ease: 'Slow both ends',
  step: 'Hold, then jump',
  free: 'Free handles',
} as const satisfies Record<Ease, string>
export const TINT_EASE_TEXTS = { linear: 'Mix', step: 'Hold, then jump' } as const satisfies Record<
  TintEase,
  string
>

const SECTORS = ['right', 'down-right', 'down', 'down-left', 'left', 'up-left', 'up', 'up-right'] as const
/** Nearest of the eight directions in words. */
export const directionWord = (deg: number): string => SECTORS[((Math.round(deg / 45) % 8) + 8) % 8]!
