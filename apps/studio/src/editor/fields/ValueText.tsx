import { property, type PropertyId } from '@gliv/model'
import { shownKit, useDocument } from '../../state/document.ts'
import { readValue, type PropertyAddress } from '../../document/propertyAddress.ts'
import { unitText } from '@gliv/words'
import { DragNumber, PX_TEXT, useSide, useSpan } from './DragNumber.tsx'
import './ValueText.css'

/** A value in a sentence: one number, or two with a dash when it is a range. */
export const ValueText = ({ target, id }: { target: PropertyAddress; id: PropertyId }) => {
  const split = useDocument((state) => {
    const kit = shownKit(state)
    const value = kit && readValue(kit, target, id)
    return typeof value === 'object' && value !== null && value.from !== value.to
  })
  const side = useSide(target, id)
  const differs = useSpan(target, id) !== null
  if (property(id).kind === 'number') return <DragNumber target={target} id={id} part="value" />
  if (!split || differs) return <DragNumber target={target} id={id} part="both" />
  return (
    <span className="range-text">
      <DragNumber target={target} id={id} part="from" unit={false} />–
      <DragNumber target={target} id={id} part="to" unit={false} />
      <span className="unit">{side === null ? unitText(id) : PX_TEXT}</span>
    </span>
  )
}
