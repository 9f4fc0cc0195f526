import Button from '@mui/material/Button'
import { ALONG_RAMPS, type AlongKind, DEFAULT_ALONG } from '@gliv/model'
import { useState } from 'react'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { ALONG_TEXTS } from '@gliv/words'
import { useShown } from '../playback/shownEffect.ts'
import { RampEditor } from '../ramps/RampEditor.tsx'
import { type EmitterPath, addressOf } from './emitterPath.ts'
import './AlongRows.css'

/**
 * Ramps along the shape, by where on it a particle was born. One is open at a time; those in use are marked.
 */
export const AlongRows = ({ path }: { path: EmitterPath }) => {
  const [open, setOpen] = useState<AlongKind | null>(null)
  const used = useShown((_, effect) => {
    const emitter = effect.emitters[path.emitter]
    const changed = ALONG_RAMPS.filter((kind) =>
      kind === 'delay'
        ? (emitter?.numbers.alongDelay ?? 0) > 0
        : JSON.stringify(emitter?.along[kind]) !== JSON.stringify(DEFAULT_ALONG[kind]),
    )
    return changed.join(' ')
  }, '')
  return (
    <div className="along-rows">
      <div className="along-head">
        <span className="row-label">Along the shape</span>
        {ALONG_RAMPS.map((kind) => (
          <Button
            key={kind}
            aria-expanded={open === kind}
            className={used.split(' ').includes(kind) ? 'in-use' : ''}
            onClick={() => setOpen(open === kind ? null : kind)}
          >
            {ALONG_TEXTS[kind]}
          </Button>
        ))}
      </div>
      {open === 'delay' && <PropertyRow target={addressOf(path, 'alongDelay')} id="alongDelay" />}
      {open && (
        <RampEditor
          key={open}
          inline
          address={{ of: 'along', effect: path.effect, emitter: path.emitter, ramp: open }}
        />
      )}
    </div>
  )
}
