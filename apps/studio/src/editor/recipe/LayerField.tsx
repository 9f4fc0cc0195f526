import { useState } from 'react'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { edit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import type { EmitterPath } from './emitterPath.ts'

const LONGEST_NAME = 80

const LAYERS_LIST = 'layers-to-choose'

/** Behind or in front of the actor, or a name that the game knows. */
export const LayerField = ({ path }: { path: EmitterPath }) => {
  const layer = useShown((_, effect) => effect.emitters[path.emitter]?.layer ?? 'front', 'front')
  const [typed, setTyped] = useState<string | null>(null)
  const set = (next: string | null): void => {
    const name = (next ?? '').trim().slice(0, LONGEST_NAME)
    if (name !== '' && name !== layer)
      edit(`Layer: ${name}`, (kit) => void (kit.effects[path.effect]!.emitters[path.emitter]!.layer = name))
  }
  return (
    <div className="choice-row">
      <span className="row-label">Layer</span>
      <input
        className="plain-input"
        list={LAYERS_LIST}
        aria-label="Layer"
        value={typed ?? layer}
        maxLength={80}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && focusWorkplace()}
        onBlur={() => {
          if (typed !== null) set(typed)
          setTyped(null)
        }}
      />
      <datalist id={LAYERS_LIST}>
        <option value="front" />
        <option value="behind" />
      </datalist>
    </div>
  )
}
