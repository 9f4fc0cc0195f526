/** Words for the numbers, keyed by the table's ids. */
import type { PropertyId, Unit } from '@gliv/model'
import { FORCE_PROPERTY_TEXTS } from './forces.ts'

export interface PropertyText {
  readonly label: string
  readonly help: string
}

export const PROPERTY_TEXTS = {
  loopSeconds: {
    label: 'Loop every',
    help: 'After this time the effect starts over; particles that still live go on.',
  },
  periodSeconds: {
    label: 'Period',
    help: 'After this time everything is again exactly as it was: for loops without a seam.',
  },
  sustainFrom: {
    label: 'Middle from',
    help: 'Start of the stretch that repeats until the effect is stopped.',
  },
  sustainTo: {
    label: 'Middle to',
    help: 'End of the stretch that repeats; after the stop the tail follows from here.',
  },
  warmUp: { label: 'Warm-up', help: 'The effect starts as if it had been running for this long.' },
  timeScale: {
    label: 'Time scale',
    help: 'How fast the whole effect runs: 1 is real time, 0.5 half as fast.',
  },
  jumpPx: {
    label: 'Jump over',
    help: 'A longer way between two ticks is a jump, along which nothing is born.',
  },
  delay: { label: 'Delay', help: 'Time from the start of the effect until this emitter begins.' },
  duration: { label: 'Duration', help: 'How long the flow runs.' },
  flow: { label: 'Flow', help: 'Particles per second. 0 leaves only the bursts.' },
  flowPerPx: {
    label: 'Per pixel',
    help: 'Particles per pixel that the emitter moves: for trails and wakes.',
  },
  minimum: {
    label: 'At least',
    help: 'So many alive while the emitter is open; missing ones are added each tick.',
  },
  cap: { label: 'Cap', help: 'Most particles alive at once.' },
  offsetX: { label: 'Offset →', help: 'Where the emitter sits, right of the effect’s origin.' },
  offsetY: { label: 'Offset ↓', help: 'Where the emitter sits, below the effect’s origin.' },
  shapeWidth: { label: 'Width', help: 'Width of the shape, or length of the line.' },
  shapeHeight: { label: 'Height', help: 'Height of the shape.' },
  shapeRadius: { label: 'Radius', help: 'Outer radius of the shape.' },
  shapeInner: { label: 'Inner radius', help: 'Radius of the hole in the ring.' },
  shapeArc: { label: 'Arc', help: 'How much of the ring there is; 360° is all of it.' },
  shapeTilt: { label: 'Tilt', help: 'How the shape is turned about its middle, clockwise.' },
  shapeAngle: { label: 'Tilt', help: 'How the shape is turned: 0° is right, 90° down.' },
  shapeSides: { label: 'Sides', help: 'Sides of the regular polygon.' },
  endX: { label: 'B →', help: 'Where the segment ends, right of the emitter.' },
  endY: { label: 'B ↓', help: 'Where the segment ends, below the emitter.' },
  pieceEvery: { label: 'Spacing', help: 'Pixels from each place of the segment to the next.' },
  places: { label: 'Places', help: 'How many places the shape has for births one after the other.' },
  edgeDepth: { label: 'Depth', help: 'How deep the strip along the edge of the view is.' },
  wrapWidth: { label: 'Wide', help: 'How wide the rectangle is in which particles come in again.' },
  wrapHeight: { label: 'High', help: 'How high the rectangle is in which particles come in again.' },
  wrapMargin: {
    label: 'Margin',
    help: 'How far outside of the view a particle is before it comes in again: at least the size of its picture.',
  },
  edgeOutset: { label: 'Outside by', help: 'How far outside the view the strip begins; negative is inside.' },
  grid: { label: 'Grid', help: 'Size of the picture’s cells: each sends out one particle at a time.' },
  jitterX: { label: 'Jitter ↔', help: 'Moves each birth sideways by up to this much.' },
  jitterY: { label: 'Jitter ↕', help: 'Moves each birth up or down by up to this much.' },
  heading: { label: 'Heading', help: 'Launch direction: 0° is right, 90° down, −90° up.' },
  fan: { label: 'Fan', help: 'Full angle around the heading; 360° is all around.' },
  targetX: { label: 'Point →', help: 'The point that particles head for, right of the emitter.' },
  targetY: { label: 'Point ↓', help: 'The point that particles head for, below the emitter.' },
  speed: { label: 'Speed', help: 'Launch speed, drawn once for each particle.' },
  inherit: { label: 'Carry over', help: 'How much of the emitter’s own speed a particle takes along.' },
  travelSeconds: { label: 'Travel time', help: 'How long one way along the travel path takes.' },
  alongDelay: {
    label: 'Delay to',
    help: 'Births are put back by up to this long, by where on the shape they are.',
  },
  burstAt: { label: 'At', help: 'When the burst happens, after the emitter’s delay.' },
  burstCount: { label: 'Count', help: 'How many particles at once.' },
  burstSpan: { label: 'Spread over', help: 'The burst’s particles come one by one over this time.' },
  burstRepeats: { label: 'Times', help: 'How often the burst happens.' },
  burstInterval: { label: 'Every', help: 'Time from one repeat to the next.' },
  burstChance: { label: 'Chance', help: 'How likely each repeat is to happen at all.' },
  life: { label: 'Life', help: 'How long each particle lives.' },
  scale: { label: 'Start', help: 'Size where the ramp is at its top; 1 is the sprite’s own size.' },
  scaleFloor: {
    label: 'Floor',
    help: 'Size where the ramp is at its bottom; as a share of the start when it is relative.',
  },
  scaleRate: { label: 'Rate', help: 'How much the size changes each second.' },
  scaleY: { label: 'Start ↓', help: 'Height where the ramp is at its top.' },
  scaleYFloor: { label: 'Floor ↓', help: 'Height where the ramp is at its bottom.' },
  scaleYRate: { label: 'Rate ↓', help: 'How much the height changes each second.' },
  scaleLow: { label: 'Not below', help: 'A changing size stops here.' },
  scaleHigh: { label: 'Not above', help: 'A changing size stops here.' },
  opacity: { label: 'Start', help: 'Opacity where the ramp is at its top.' },
  opacityFloor: {
    label: 'Floor',
    help: 'Opacity where the ramp is at its bottom; as a share of the start when it is relative.',
  },
  opacityRate: { label: 'Rate', help: 'How much the opacity changes each second.' },
  opacityLow: { label: 'Not below', help: 'A changing opacity stops here.' },
  opacityHigh: { label: 'Not above', help: 'A changing opacity stops here.' },
  depthScale: { label: 'Far size', help: 'How large the farthest ones are; those between follow.' },
  depthSpeed: { label: 'Far speed', help: 'How fast the farthest ones are launched.' },
  depthOpacity: { label: 'Far opacity', help: 'How opaque the farthest ones are.' },
  startAngle: { label: 'Angle', help: 'The sprite’s angle at birth, clockwise.' },
  spin: { label: 'Spin', help: 'How fast it turns, clockwise.' },
  turnFrom: {
    label: 'Turn from',
    help: 'How far it is turned when its life begins, over the ramp of the angle.',
  },
  turnTo: {
    label: 'Turn to',
    help: 'How far it is turned when its life ends, however long that is: 180 is half a turn.',
  },
  stretch: { label: 'Stretch', help: 'How much longer the sprite gets for every 100 px/s of speed.' },
  stretchLimit: { label: 'At most', help: 'Longest that the sprite is ever stretched.' },
  fps: { label: 'Frames a second', help: 'How fast the frames play.' },
  clipRounds: { label: 'Rounds', help: 'How often the frames run through in one life.' },
  hueSpread: { label: 'Hue ±', help: 'Turns each particle’s hue by up to this much, either way.' },
  saturationSpread: {
    label: 'Saturation ±',
    help: 'Makes each particle paler or stronger by up to this much.',
  },
  valueSpread: { label: 'Value ±', help: 'Makes each particle lighter or darker by up to this much.' },
  redSpread: { label: 'Red ±', help: 'Changes each particle’s red by up to this much.' },
  greenSpread: { label: 'Green ±', help: 'Changes each particle’s green by up to this much.' },
  blueSpread: { label: 'Blue ±', help: 'Changes each particle’s blue by up to this much.' },
  hueTurn: { label: 'Hue turns', help: 'How far the hue turns over life, where its ramp is at the top.' },
  ...FORCE_PROPERTY_TEXTS,
  relayDelay: { label: 'After', help: 'Time from what sets it off until the birth.' },
  relayChance: { label: 'Chance', help: 'How likely it is to happen each time.' },
  relayCount: { label: 'Count', help: 'How many it sends out each time.' },
  relayPx: { label: 'Every', help: 'The way a particle goes between two of them.' },
  relaySeconds: { label: 'Every', help: 'The time between two of them.' },
  relaySlow: { label: 'Below', help: 'The speed below which it happens.' },
  relayVelocity: { label: 'Takes speed', help: 'How much of the particle’s velocity goes over.' },
  relayTint: { label: 'Takes tint', help: 'How much of the particle’s tint goes over.' },
  relayScale: { label: 'Takes scale', help: 'How much of the particle’s size goes over.' },
  relayInstances: { label: 'At once', help: 'Most effects that play at the same time.' },
  partAt: { label: 'At', help: 'When the part begins on this effect’s timeline.' },
  partX: { label: 'Place →', help: 'Where the part sits, right of the effect’s origin.' },
  partY: { label: 'Place ↓', help: 'Where the part sits, below the effect’s origin.' },
  partRotate: { label: 'Angle', help: 'The part’s angle, clockwise.' },
  partScale: { label: 'Scale', help: 'How large the part is.' },
  partFrom: { label: 'Shown from', help: 'The second of the part at which it is taken up.' },
  partTo: { label: 'Shown to', help: 'The second of the part at which it is left; 0 is its end.' },
  partLength: {
    label: 'Length',
    help: 'After how long a part that loops or sustains is stopped; what is in the air lives on.',
  },
  partTime: { label: 'Pace', help: 'How fast the part plays: 2 is twice as fast.' },
} as const satisfies Record<PropertyId, PropertyText>

interface UnitText {
  /** Written behind a number. */
  readonly short: string
  /** Digits after the point. */
  readonly digits: number
  /** Factor between the document and the screen. */
  readonly factor: number
}

export const UNIT_TEXTS = {
  px: { short: ' px', digits: 1, factor: 1 },
  s: { short: ' s', digits: 2, factor: 1 },
  deg: { short: '°', digits: 1, factor: 1 },
  'deg/s': { short: ' °/s', digits: 0, factor: 1 },
  'px/s': { short: ' px/s', digits: 0, factor: 1 },
  'px/s2': { short: ' px/s²', digits: 0, factor: 1 },
  'per s': { short: ' per s', digits: 1, factor: 1 },
  'per px': { short: ' per px', digits: 3, factor: 1 },
  factor: { short: '×', digits: 2, factor: 1 },
  'factor/s': { short: '× /s', digits: 2, factor: 1 },
  'share/s': { short: ' % /s', digits: 0, factor: 100 },
  share: { short: ' %', digits: 0, factor: 100 },
  count: { short: '', digits: 0, factor: 1 },
} as const satisfies Record<Unit, UnitText>
