import { useState } from 'react'
import { edit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import { FrameMenu } from '../../preview/FrameMenu.tsx'
import type { EmitterPath } from './emitterPath.ts'

/** Which picture's cells send particles out, for the shape that is a picture. */
export const MaskRow = ({ path }: { path: EmitterPath }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const name = useShown((kit, effect) => {
    const emitter = effect.emitters[path.emitter]
    if (emitter?.shape !== 'picture' || !emitter.mask) return null
    return kit.sheets[emitter.mask.sheet]?.frames[emitter.mask.frame]?.name ?? ''
  }, null)
  const current = useShown((_, effect) => effect.emitters[path.emitter]?.mask ?? null, null)
  if (name === null || !current) return null
  return (
    <div className="choice-row">
      <span className="row-label">Picture</span>
      <button
        type="button"
        className="word-choice"
        aria-label="Picture that particles are born from"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {name}
      </button>
      <FrameMenu
        anchor={anchor}
        chosen={[{ sheet: current.sheet, frame: current.frame }]}
        onClose={() => setAnchor(null)}
        onChoose={(sheet, frame, frameName) => {
          edit(`Born from ${frameName}`, (kit) => {
            const { mask } = kit.effects[path.effect]!.emitters[path.emitter]!
            if (mask) Object.assign(mask, { sheet, frame })
          })
          setAnchor(null)
        }}
      />
    </div>
  )
}
