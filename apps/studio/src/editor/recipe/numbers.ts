/** Numbers that rows of their own set: bursts, relays, marks, colours. */
import { propertiesOf, type PropertyId } from '@gliv/model'

export const BURST_NUMBERS: readonly PropertyId[] = propertiesOf('burst')
export const RELAY_NUMBERS: readonly PropertyId[] = propertiesOf('relay')
export const MARK_NUMBERS = [
  'markScale',
  'markAngle',
  'markOpacity',
  'markTint',
  'markFade',
  'markCap',
] as const satisfies readonly PropertyId[]
export const COLOUR_SPREADS = [
  'hueSpread',
  'saturationSpread',
  'valueSpread',
  'redSpread',
  'greenSpread',
  'blueSpread',
  'hueTurn',
] as const satisfies readonly PropertyId[]
