/** Numbers that the play controls and the rows of parts set. */
import { propertiesOf, type PropertyId } from '@gliv/model'

export const PART_NUMBERS: readonly PropertyId[] = propertiesOf('part')
/** Times of the effect that are seldom touched; the others belong to a way of playing. */
export const RARE_EFFECT_NUMBERS = ['warmUp', 'timeScale', 'jumpPx'] as const satisfies readonly PropertyId[]
export const SUSTAIN_NUMBERS = ['sustainFrom', 'sustainTo'] as const satisfies readonly PropertyId[]
export const ROUND_NUMBERS = { loop: 'loopSeconds', period: 'periodSeconds' } as const
export const EFFECT_NUMBERS: readonly PropertyId[] = [
  ...RARE_EFFECT_NUMBERS,
  ...SUSTAIN_NUMBERS,
  ...Object.values(ROUND_NUMBERS),
]
