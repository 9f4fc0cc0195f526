/** What the effect costs, emitter by emitter, dearest first; measured here and now. */
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useCallback, useEffect, useRef, useState } from 'react'
import { shownView } from '../../document/shownView.ts'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { setColumn } from '../../state/column.ts'
import { select } from '../../state/session.ts'
import { type EmitterCost, emitterCosts } from '../playback/cost.ts'
import { useDriver, useEffectId } from '../playback/shownEffect.ts'
import './CostPage.css'

const close = (): void => {
  setColumn('recipe')
  focusWorkplace()
}

const CostTable = ({ costs, onShow }: { costs: readonly EmitterCost[]; onShow: (id: string) => void }) => {
  const most = Math.max(1e-6, ...costs.map(({ ms }) => ms))
  return (
    <table>
      <thead>
        <tr>
          <th>Emitter</th>
          <th>alive</th>
          <th>overdraw</th>
          <th>ms a tick</th>
        </tr>
      </thead>
      <tbody>
        {costs.map(({ id, name, alive, overdraw, ms }) => (
          <tr key={id}>
            <td>
              <button type="button" className="word-choice" onClick={() => onShow(id)}>
                {name}
              </button>
              <i style={{ width: `${(ms / most) * 100}%` }} />
            </td>
            <td>{alive}</td>
            <td>{overdraw.toFixed(2)}×</td>
            <td>{ms.toFixed(3)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

export const CostPage = () => {
  const place = useRef<HTMLElement>(null)
  const driver = useDriver()
  const effectId = useEffectId()
  const [costs, setCosts] = useState<readonly EmitterCost[] | null>(null)
  useEscape(true, place, close)
  useEffect(() => place.current?.focus(), [])
  const measure = useCallback(() => {
    const simulation = driver?.simulation
    if (simulation) setCosts(emitterCosts(simulation, shownView()))
  }, [driver])
  useEffect(measure, [measure])
  const show = (id: string): void => {
    select(effectId, id)
    close()
  }
  return (
    <aside ref={place} className="recipe cost-page" aria-label="What it costs" tabIndex={-1}>
      <header className="levers-head">
        <b>What it costs</b>
        <IconButton aria-label="Close the costs" onClick={close}>
          <Close fontSize="small" />
        </IconButton>
      </header>
      <CostTable costs={costs ?? []} onShow={show} />
      <p className="group-hint">
        At this moment: each emitter stepped and drawn by itself; overdraw is how often its sprites cover the
        view.
      </p>
      <Button size="small" onClick={measure}>
        Measure again
      </Button>
    </aside>
  )
}
