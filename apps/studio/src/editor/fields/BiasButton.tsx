import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import { BIASES, type Bias, type PropertyId } from '@gliv/model'
import { memo } from 'react'
import { shownKit, useDocument } from '../../state/document.ts'
import { changeEach, toRange } from '../../document/values.ts'
import { editLabel, readValue, type PropertyAddress } from '../../document/propertyAddress.ts'
import { BIAS_TEXTS } from '@gliv/words'
import { PROPERTY_TEXTS } from '@gliv/words'
import './BiasButton.css'

/** The density between the ends, drawn as what it is. */
const SHAPES = {
  even: 'M 1 4 H 15 V 13 H 1 Z',
  middle: 'M 1 13 L 8 3 L 15 13 Z',
  low: 'M 1 3 L 15 13 H 1 Z',
  high: 'M 15 3 L 1 13 H 15 Z',
} as const satisfies Record<Bias, string>

/** Where in a range most particles lie; a press goes on to the next. */
export const BiasButton = memo(({ target, id }: { target: PropertyAddress; id: PropertyId }) => {
  const bias = useDocument((state): Bias | null => {
    const kit = shownKit(state)
    const value = kit && readValue(kit, target, id)
    return typeof value === 'object' && value !== null && value.from !== value.to
      ? (value.bias ?? 'even')
      : null
  })
  if (bias === null) return <span className="row-split" />
  const next = BIASES[(BIASES.indexOf(bias) + 1) % BIASES.length]!
  const change = (): void => {
    const { kit } = useDocument.getState()
    const value = kit && readValue(kit, target, id)
    if (kit && typeof value === 'object' && value !== null)
      changeEach(target, id, `Bias, ${editLabel(kit, target, id)}`, (own) => {
        const { from, to } = toRange(own)
        return { from, to, ...(next === 'even' ? {} : { bias: next }) }
      })
  }
  return (
    <Tooltip title={`Most values: ${BIAS_TEXTS[bias]}; press for ${BIAS_TEXTS[next]}`}>
      <button
        type="button"
        className="bias-button"
        aria-label={`Bias of ${PROPERTY_TEXTS[id].label}: ${BIAS_TEXTS[bias]}`}
        onClick={change}
      >
        <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden>
          <path d={SHAPES[bias]} />
        </svg>
      </button>
    </Tooltip>
  )
})
BiasButton.displayName = 'BiasButton'
