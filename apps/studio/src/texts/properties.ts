/** Words for the numbers, keyed by the table's ids. */
import type { PropertyId, Unit } from '@gliv/model'

export interface PropertyText {
  readonly label: string
  readonly help: string
}

export const PROPERTY_TEXTS = {
  loopSeconds: { label: 'Loop every', help: 'After this time the effect starts over; particles that still live go on.' },
  delay: { label: 'Delay', help: 'Time from the start of the effect until this emitter begins.' },
  duration: { label: 'Duration', help: 'How long the flow runs.' },
  flow: { label: 'Flow', help: 'Particles per second. 0 leaves only the bursts.' },
  cap: { label: 'Cap', help: 'Most particles alive at once; further births are skipped.' },
  offsetX: { label: 'Offset →', help: 'Where the emitter sits, right of the effect’s origin.' },
  offsetY: { label: 'Offset ↓', help: 'Where the emitter sits, below the effect’s origin.' },
  shapeWidth: { label: 'Width', help: 'Width of the rectangle in which particles are born.' },
  shapeHeight: { label: 'Height', help: 'Height of the rectangle in which particles are born.' },
  shapeRadius: { label: 'Radius', help: 'Radius of the circle in which particles are born.' },
  heading: { label: 'Heading', help: 'Launch direction: 0° is right, 90° down, −90° up.' },
  fan: { label: 'Fan', help: 'Full angle around the heading; 360° is all around.' },
  speed: { label: 'Speed', help: 'Launch speed, drawn once for each particle.' },
  burstAt: { label: 'At', help: 'When the burst happens, after the emitter’s delay.' },
  burstCount: { label: 'Count', help: 'How many particles at once.' },
  life: { label: 'Life', help: 'How long each particle lives.' },
  scale: { label: 'Start', help: 'Size where the ramp is at its top; 1 is the sprite’s own size.' },
  scaleFloor: { label: 'Floor', help: 'Size where the ramp is at its bottom.' },
  opacity: { label: 'Start', help: 'Opacity where the ramp is at its top.' },
  opacityFloor: { label: 'Floor', help: 'Opacity where the ramp is at its bottom.' },
  startAngle: { label: 'Start angle', help: 'How the sprite is turned at birth.' },
  spin: { label: 'Spin', help: 'How fast it turns, clockwise.' },
  gravity: { label: 'Gravity', help: 'A steady pull in one direction.' },
  gravityHeading: { label: 'Towards', help: 'Where gravity leads: 90° is down.' },
  drag: { label: 'Drag', help: 'How strongly the air slows particles: share of the speed lost per second.' },
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
  factor: { short: '×', digits: 2, factor: 1 },
  share: { short: ' %', digits: 0, factor: 100 },
  count: { short: '', digits: 0, factor: 1 },
} as const satisfies Record<Unit, UnitText>
