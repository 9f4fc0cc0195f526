/** What places of a kit are called, as the Recipe and the other screens call them. */
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { type FieldId, FIELDS } from '../texts/fields.ts'
import { FORCE_TEXTS } from '../texts/forces.ts'
import { ALONG_TEXTS, RAMP_TEXTS } from '../texts/kinds.ts'
import { PROPERTY_TEXTS } from '../texts/properties.ts'

/** Keys that no table has words for. */
const KEYS: Readonly<Record<string, string>> = {
  name: 'Name',
  seed: 'Seed',
  play: 'Plays',
  backwards: 'Backwards',
  source: 'Breaks up',
  muted: 'Muted',
  locked: 'Locked',
  mark: 'Mark',
  salt: 'Chance',
  companionOf: 'Follows',
  layer: 'Layer',
  path: 'Path',
  travel: 'Travels',
  mask: 'Born on',
  emitterOrder: 'Order of emitters',
  strengthRamps: 'By strength',
  reference: 'Reference clip',
  tags: 'Tags',
  note: 'Note',
  freezes: 'Held by a freeze',
  pictures: 'Picture',
  forces: 'Forces',
  rail: 'Rail',
  lifeIs: 'Lives as long as its clip',
  sizesIn: 'Sizes in',
  markSizesIn: 'Sizes of marks in',
  pickColours: 'Colours to pick from',
  markColours: 'Colours of marks',
  trigger: 'Hands over',
  launch: 'Relative to',
  emitter: 'To the emitter',
  effect: 'To the effect',
  effects: 'Plays',
  mirror: 'Mirrored',
  reversed: 'Reversed',
  eachPlace: 'One for each place',
  picture: 'Picture',
  frames: 'Frames',
  clips: 'Clips',
  sampling: 'Sampling',
  slicing: 'Slicing',
  packing: 'Packing',
  width: 'Width',
  height: 'Height',
  colours: 'Colours',
  surfaces: 'Surfaces',
  layers: 'Backdrop',
  actors: 'Actors',
  events: 'Events',
  sounds: 'Sounds',
  screen: 'What the screen does',
  recordings: 'Recordings',
  camera: 'Camera',
  zoom: 'Zoom',
  strength: 'Strength',
  chance: 'Chance',
  most: 'At most',
  rate: 'Ticks a second',
  wholePixels: 'Whole pixels',
  views: 'View sizes',
  rampShelf: 'Ramps at hand',
  blob: 'Bytes',
  presets: 'Presets',
}

/** Keys that say nothing by themselves: what is inside has the name. */
const SILENT: ReadonlySet<string> = new Set([
  'numbers',
  'styles',
  'axes',
  'wavers',
  'points',
  'bursts',
  'relays',
  'parts',
])

const spaced = (key: string): string => {
  const words = key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()
  return words.charAt(0).toUpperCase() + words.slice(1)
}

const LABELS: readonly string[] = [
  ...Object.values(PROPERTY_TEXTS).map(({ label }) => label),
  ...Object.values(FIELDS).map(({ title }) => title),
]
/** Labels that stand under several headings of the Recipe. */
const SHARED: ReadonlySet<string> = new Set(LABELS.filter((label, k) => LABELS.indexOf(label) !== k))

/** A label that is not the only one of its kind says what it belongs to. */
const told = (label: string, keys: readonly string[]): string => {
  const last = keys.at(-1)!
  const of = ['by', 'relative'].includes(last) ? keys.at(-2)! : last
  return SHARED.has(label) ? `${label} (${spaced(of).toLowerCase()})` : label
}

const laneOrForce = (holder: string, key: string): string | null => {
  const label = Object.hasOwn(PROPERTIES, key) ? PROPERTY_TEXTS[key as PropertyId].label : spaced(key)
  if (holder === 'strengthRamps') return `${spaced(key)} by strength`
  if (holder === 'lanes') return `Lane of ${label}`
  if (holder === 'drives') return `${told(label, [key])} by a knob`
  if (holder === 'along') return `${ALONG_TEXTS[key as keyof typeof ALONG_TEXTS]} along the shape`
  if (holder === 'forceRamps') return `Ramp of ${FORCE_TEXTS[key as keyof typeof FORCE_TEXTS]?.label ?? key}`
  if (holder === 'ramps') return `${RAMP_TEXTS[key as keyof typeof RAMP_TEXTS] ?? spaced(key)} ramp`
  return null
}

/** The title of a place, like `emitter.numbers.speed` or `type.ramps.tint`. */
export const titleOf = (place: string): string => {
  const keys = place.split('.').slice(1)
  if (Object.hasOwn(FIELDS, place)) return told(FIELDS[place as FieldId].title, keys)
  const key = keys.at(-1) ?? place
  const special = laneOrForce(keys.at(-2) ?? '', key)
  if (special !== null) return special
  if (Object.hasOwn(PROPERTIES, key)) return told(PROPERTY_TEXTS[key as PropertyId].label, keys)
  const said = keys.filter((one) => !SILENT.has(one)).map((one) => KEYS[one] ?? spaced(one))
  return said.length === 0 ? (KEYS[key] ?? spaced(key)) : said.join(', ')
}
