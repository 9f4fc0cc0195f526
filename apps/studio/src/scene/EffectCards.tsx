/** The kit's effects, to be dropped on an actor's point or a place: that starts a sentence. */
import { useDocument } from '../state/document.ts'
import { EFFECT_DRAG } from './stageHands.ts'

export const EffectCards = () => {
  const kit = useDocument((s) => s.kit)
  if (!kit) return null
  return (
    <details className="effect-cards">
      <summary>Effects to drop on a point of somebody, or on a place</summary>
      <div>
        {kit.effectOrder.map((id) => (
          <span
            key={id}
            className="effect-card"
            draggable
            data-card={id}
            onDragStart={(event) => {
              event.dataTransfer.setData(EFFECT_DRAG, id)
              event.dataTransfer.effectAllowed = 'copy'
            }}
          >
            {kit.effects[id]!.name}
          </span>
        ))}
      </div>
    </details>
  )
}
