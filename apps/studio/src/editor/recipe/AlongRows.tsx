import Button from '@mui/material/Button'
import { ALONG_RAMPS, type AlongKind, DEFAULT_ALONG } from '@gliv/model'
import { useState } from 'react'
import { PropertyRow } from '../../controls/PropertyRow.tsx'
import { ALONG_TEXTS } from '../../texts/kinds.ts'
import { useShown } from '../context.ts'
import { RampEditor } from '../strip/RampEditor.tsx'
import { type SentenceTargets, targetOf } from './targets.ts'

/**
 * Ramps along the shape, by where on it a particle was born. One is open at a time; those in use are marked.
 */
export const AlongRows = ({ targets }: { targets: SentenceTargets }) => {
  const [open, setOpen] = useState<AlongKind | null>(null)
  const used = useShown((_, effect) => {
    const emitter = effect.emitters[targets.emitter]
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
      {open === 'delay' && <PropertyRow target={targetOf(targets, 'alongDelay')} id="alongDelay" />}
      {open && (
        <RampEditor
          key={open}
          inline
          address={{ of: 'along', effect: targets.effect, emitter: targets.emitter, ramp: open }}
        />
      )}
    </div>
  )
}
