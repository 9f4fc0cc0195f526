/** Other common words by which people look for a number or a choice. */
import type { PropertyId } from '@gliv/model'

export const OTHER_WORDS = {
  flow: 'rate emission spawn amount per second', flowPerPx: 'trail distance rate over distance', minimum: 'fewest keep alive', cap: 'limit maximum particles', delay: 'start later wait', duration: 'length how long emits',
  offsetX: 'position x move', offsetY: 'position y move', shapeRadius: 'size circle', shapeWidth: 'size area', shapeHeight: 'size area', jitterX: 'random position scatter', jitterY: 'random position scatter',
  heading: 'direction angle aim', fan: 'spread cone angle width', speed: 'velocity fast slow power', inherit: 'take over the speed of the owner, parent', life: 'lifetime duration age', scale: 'size big small grow', scaleFloor: 'size end minimum', scaleY: 'height size',
  opacity: 'alpha fade transparency visible', opacityFloor: 'alpha fade end', startAngle: 'rotation orientation', spin: 'rotation angular velocity turn', stretch: 'elongate speed lines streak', fps: 'animation speed frames', clipRounds: 'animation loops',
  hueSpread: 'colour color variation random', saturationSpread: 'colour color variation random', valueSpread: 'brightness variation random', hueTurn: 'rainbow colour color shift', gravity: 'fall weight', drag: 'air resistance damping friction slow down',
  wind: 'blow gust', windSpeed: 'blow air', pull: 'attract gather magnet repel', swirl: 'vortex orbit rotate around', churn: 'turbulence noise', sway: 'wobble wave', limit: 'maximum speed clamp', bounce: 'restitution elastic collision', friction: 'slide collision',
  warmUp: 'start full already running', timeScale: 'slow motion speed of time', loopSeconds: 'repeat', periodSeconds: 'seamless loop', slowEnd: 'stop kill', outsideBy: 'leave screen kill offscreen', turn: 'curve bend', brake: 'slow down stop', thrust: 'accelerate',
  markScale: 'decal splat size', markFade: 'decal disappear', contactRadius: 'collision size',
} as const satisfies Partial<Record<PropertyId, string>>

/** Words for whole groups, for what is no number in them. */
export const GROUP_WORDS = {
  'how-many': 'amount burst emission count', where: 'shape emitter area position space local world', launch: 'direction aim velocity', relays: 'child trigger on end hand over', order: 'sorting z layer depth', life: 'lifetime age',
  look: 'sprite picture texture image blend additive', frames: 'animation clip sequence', scale: 'size', tint: 'colour color gradient palette', opacity: 'alpha fade', forces: 'physics gravity wind', contact: 'collision bounce floor ground marks', end: 'kill die', facing: 'rotation angle align stretch',
} as const satisfies Readonly<Record<string, string>>
