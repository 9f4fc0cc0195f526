/** Words for forces, contact and marks. */
import type {
  Avoided,
  Axes,
  Centre,
  ChurnSpace,
  Contact,
  MarkClip,
  Falloff,
  CONTACT_PROPERTIES,
  FORCE_NUMBERS,
  ForceKind,
  RailMode,
  ThrustEnd,
  WaverKind,
  WaverTarget,
  WindMode,
} from '@gliv/model'

interface Text {
  readonly label: string
  readonly help: string
}

export interface ForceText extends Text {
  /** Other words that people may look for. */
  readonly also: string
}

export const FORCE_TEXTS = {
  gravity: {
    label: 'Gravity',
    help: 'Pulls everything in one direction.',
    also: 'fall weight down rise buoyancy',
  },
  thrust: {
    label: 'Thrust',
    help: 'Drives particles on along their way, or back.',
    also: 'accelerate rocket speed up',
  },
  brake: { label: 'Brake', help: 'Slows particles evenly until they rest.', also: 'stop slow down friction' },
  drag: {
    label: 'Drag',
    help: 'The air slows fast particles more than slow ones.',
    also: 'air resistance damping friction',
  },
  wind: {
    label: 'Wind',
    help: 'Pushes particles, or carries them along with the air.',
    also: 'gust blow air push carry',
  },
  drift: {
    label: 'Drift',
    help: 'Moves everything along at one speed, without gathering it.',
    also: 'scroll slide constant',
  },
  turn: {
    label: 'Turn',
    help: 'Bends the way of each particle into a curve.',
    also: 'curve circle spiral heading',
  },
  pull: {
    label: 'Pull',
    help: 'Draws particles to a point, to the emitter or back home; negative pushes away.',
    also: 'attract repel gather magnet spring home',
  },
  swirl: { label: 'Swirl', help: 'Drives particles around a point.', also: 'orbit vortex whirl rotate spin' },
  churn: {
    label: 'Churn',
    help: 'Stirs particles about like a restless fluid.',
    also: 'turbulence noise smoke',
  },
  sway: {
    label: 'Sway',
    help: 'Swings particles from side to side.',
    also: 'wave wobble sine swing leaf snow',
  },
  rail: { label: 'Rail', help: 'Leads particles along a path.', also: 'path follow curve track' },
  avoid: {
    label: 'Avoid',
    help: 'Keeps particles away from a circle or from surfaces.',
    also: 'repel obstacle around',
  },
  limit: { label: 'Limit', help: 'Lets nothing go faster than this.', also: 'speed cap maximum' },
  waver: {
    label: 'Waver',
    help: 'Lets speed, heading, angle, scale or opacity change restlessly, each particle by itself.',
    also: 'flicker random walk jitter wobble',
  },
} as const satisfies Record<ForceKind, ForceText>

export const FORCE_PROPERTY_TEXTS = {
  gravity: { label: 'Gravity', help: 'A steady pull in one direction.' },
  gravityHeading: { label: 'Heading', help: 'Where gravity leads: 90° is down.' },
  thrust: { label: 'Thrust', help: 'Gain of speed along the travel; negative slows down.' },
  brake: { label: 'Brake', help: 'Loss of speed each second, until it rests.' },
  drag: { label: 'Drag', help: 'How strongly the air slows particles: share of the speed lost per second.' },
  dragQuadratic: {
    label: 'Quadratic',
    help: 'Drag that grows with the speed: it stops what is fast and spares what is slow.',
  },
  wind: { label: 'Push', help: 'How hard the wind pushes.' },
  windSpeed: { label: 'Air speed', help: 'How fast the air goes.' },
  windCarry: { label: 'Takes along', help: 'How fast particles take on the speed of the air.' },
  windHeading: { label: 'Heading', help: 'Where the wind blows: 0° is right.' },
  drift: { label: 'Drift', help: 'Speed that is added to the particle’s own.' },
  driftHeading: { label: 'Heading', help: 'Where the drift leads: 0° is right.' },
  turn: { label: 'Turn', help: 'How fast the way bends, clockwise; drawn for each particle.' },
  pull: { label: 'Pull', help: 'How strongly it draws; negative pushes away.' },
  pullX: { label: 'Point →', help: 'Where it draws to, right of the effect’s origin.' },
  pullY: { label: 'Point ↓', help: 'Where it draws to, below the effect’s origin.' },
  pullReach: { label: 'Reach', help: 'The distance that its fall-off is measured by.' },
  pullDamping: {
    label: 'Damping',
    help: 'Takes swinging out of the pull: share of the speed lost per second.',
  },
  pullEnd: {
    label: 'Ends within',
    help: 'Particles that come this near to the centre end; 0 lets them live.',
  },
  swirl: { label: 'Swirl', help: 'How hard it drives around, clockwise.' },
  swirlX: { label: 'Point →', help: 'What it goes around, right of the effect’s origin.' },
  swirlY: { label: 'Point ↓', help: 'What it goes around, below the effect’s origin.' },
  swirlReach: { label: 'Reach', help: 'The distance that its fall-off is measured by.' },
  churn: { label: 'Churn', help: 'How hard it stirs.' },
  churnSize: { label: 'Size', help: 'Width of the eddies.' },
  churnOctaves: {
    label: 'Detail',
    help: 'Adds eddies of half the size and half the strength, so many times.',
  },
  churnRate: { label: 'Changes', help: 'How fast the eddies change.' },
  sway: { label: 'Width', help: 'How far it swings to each side.' },
  swayRate: { label: 'Rhythm', help: 'Swings a second.' },
  swayHeading: { label: 'Heading', help: 'The direction it swings in: 0° is right and left.' },
  swayPhase: {
    label: 'Out of step',
    help: 'How far particles swing apart from one another; at 0 all swing together.',
  },
  railGather: {
    label: 'Gathered by',
    help: 'Share of the life after which particles run on the rail itself; at 0 they keep their place beside it.',
  },
  avoid: { label: 'Avoid', help: 'How hard it pushes away.' },
  avoidX: { label: 'Circle →', help: 'Centre of the circle, right of the effect’s origin.' },
  avoidY: { label: 'Circle ↓', help: 'Centre of the circle, below the effect’s origin.' },
  avoidRadius: { label: 'Radius', help: 'Radius of the circle.' },
  avoidReach: { label: 'Keeps off', help: 'How far away it begins to push.' },
  limit: { label: 'At most', help: 'The fastest that any particle goes.' },
  waverSpeed: { label: 'Speed ±', help: 'How much the speed changes.' },
  waverSpeedRate: { label: 'Rate', help: 'How often it changes.' },
  waverHeading: { label: 'Heading ±', help: 'How far the way turns aside.' },
  waverHeadingRate: { label: 'Rate', help: 'How often it changes.' },
  waverSpin: { label: 'Angle ±', help: 'How far the sprite rocks.' },
  waverSpinRate: { label: 'Rate', help: 'How often it changes.' },
  waverScale: { label: 'Scale ±', help: 'How much the size changes.' },
  waverScaleRate: { label: 'Rate', help: 'How often it changes.' },
  waverOpacity: { label: 'Opacity ±', help: 'How much the opacity changes.' },
  waverOpacityRate: { label: 'Rate', help: 'How often it changes.' },
  bounce: {
    label: 'Bounce',
    help: 'Share of the speed that comes back off a surface, drawn for each particle.',
  },
  friction: {
    label: 'Friction',
    help: 'How much a surface holds back along itself, against how hard it is hit.',
  },
  contactRadius: {
    label: 'Size',
    help: 'How far from its centre a particle touches; 0 touches with its centre.',
  },
  lifeLoss: { label: 'Costs', help: 'Share of the rest of its life that a hit costs.' },
  slowEnd: { label: 'Ends below', help: 'Particles that get slower than this end; 0 lets them live.' },
  outsideBy: { label: 'Outside by', help: 'How far outside the view they end.' },
  markScale: { label: 'Scale', help: 'Size of the mark.' },
  markAngle: { label: 'Angle', help: 'How the mark is turned.' },
  markOpacity: { label: 'Opacity', help: 'Opacity of the mark.' },
  markTint: { label: 'Takes tint', help: 'How much of the particle’s tint the mark takes.' },
  markFade: { label: 'Fades over', help: 'How long a mark takes to fade away; 0 lets it stay.' },
  markCap: { label: 'At most', help: 'Most marks at once; the oldest goes first.' },
} as const satisfies Record<keyof typeof FORCE_NUMBERS | keyof typeof CONTACT_PROPERTIES, Text>

export const AXES_TEXTS = { world: 'with the world', effect: 'with the effect' } as const satisfies Record<
  Axes,
  string
>
export const THRUST_END_TEXTS = { stop: 'stops', reverse: 'drives it back' } as const satisfies Record<
  ThrustEnd,
  string
>
export const WIND_MODE_TEXTS = { push: 'pushes', carry: 'carries along' } as const satisfies Record<
  WindMode,
  string
>
export const CENTRE_TEXTS = {
  point: 'a point',
  emitter: 'the emitter',
  home: 'its birthplace',
} as const satisfies Record<Centre, string>
export const FALLOFF_TEXTS = {
  steady: 'the same everywhere',
  fading: 'fading out at its reach',
  near: 'stronger near it',
  spring: 'stronger far off, like a spring',
} as const satisfies Record<Falloff, string>
export const CHURN_SPACE_TEXTS = {
  world: 'in the world',
  emitter: 'with the effect',
} as const satisfies Record<ChurnSpace, string>
export const RAIL_MODE_TEXTS = { age: 'over its life', speed: 'at its own speed' } as const satisfies Record<
  RailMode,
  string
>
export const AVOIDED_TEXTS = { circle: 'a circle', surfaces: 'surfaces' } as const satisfies Record<
  Avoided,
  string
>
export const WAVER_TARGET_TEXTS = {
  speed: 'Speed',
  heading: 'Heading',
  spin: 'Angle',
  scale: 'Scale',
  opacity: 'Opacity',
} as const satisfies Record<WaverTarget, string>
export const WAVER_KIND_TEXTS = {
  walk: 'wandering',
  triangle: 'to and fro',
  sine: 'in waves',
} as const satisfies Record<WaverKind, string>
export const MARK_CLIP_TEXTS = {
  edge: 'where the surface ends',
  body: 'at its outline, too',
} as const satisfies Record<MarkClip, string>

export const CONTACT_TEXTS = {
  none: 'passes through',
  bounce: 'bounces',
  slide: 'slides',
  stick: 'sticks',
  end: 'ends',
  loseLife: 'bounces and loses life',
} as const satisfies Record<Contact, string>
