/** The same moment under nine seeds: each says which it is; alone on its ground, a press takes it. */
import { useEffect, useState } from 'react'
import { edit } from '../../state/document.ts'
import { setSession } from '../../state/session.ts'
import type { StageDriver } from '../playback/driver.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import './NineSeeds.css'

const useSeeds = (driver: StageDriver): readonly number[] => {
  const [text, setText] = useState('')
  useEffect(() => driver.subscribe(() => setText(driver.nineSeeds.join(' '))), [driver])
  return text.split(' ').filter(Boolean).map(Number)
}

export const NineSeeds = ({ driver }: { driver: StageDriver }) => {
  const effectId = useEffectId()
  const seeds = useSeeds(driver)
  const take = (seed: number): void => {
    edit('Seed', (kit) => void (kit.effects[effectId]!.seed = seed))
    setSession({ nine: false })
  }
  return (
    <div className="nine-seeds" role="group" aria-label="Nine seeds">
      {seeds.map((seed, k) => (
        <button
          key={k}
          type="button"
          className={k === 4 ? 'now' : ''}
          disabled={driver.scene !== null}
          title={
            driver.scene ? 'A firing takes its seed from the effect’s own and its number' : 'Take this seed'
          }
          aria-label={k === 4 ? `Seed ${seed}, the present one` : `Take seed ${seed}`}
          onClick={() => take(seed)}
        >
          <small>seed {seed}</small>
        </button>
      ))}
    </div>
  )
}
