/** Live or baked: what both cost, beside each other, once the bake was asked for. */
import { useEffect, useState } from 'react'
import { leaveBaked, useBaked } from '../../ship/liveOrBaked.ts'
import type { StageDriver } from '../playback/driver.ts'
import { useDriver, useEffectId } from '../playback/shownEffect.ts'
import './GameLine.css'

type Cost = StageDriver['cost']

const textOf = ({ overdraw, draws, ms }: Cost): string =>
  `${overdraw.toFixed(1)}× · ${draws} draw${draws === 1 ? '' : 's'} · ${ms.toFixed(2)} ms`

/** Read four times a second; a picture's time settles slowly. */
const EVERY_MS = 250

/** What the picture costs with the effect live, and with its bake: as each was seen last. */
const useCosts = (held: boolean) => {
  const driver = useDriver()
  const [costs, setCosts] = useState<{ readonly live: Cost | null; readonly baked: Cost | null }>({
    live: null,
    baked: null,
  })
  useEffect(() => {
    if (!driver) return
    const read = (): void => setCosts((old) => ({ ...old, [held ? 'baked' : 'live']: driver.cost }))
    read()
    const timer = setInterval(read, EVERY_MS)
    return () => clearInterval(timer)
  }, [driver, held])
  return costs
}

const Baked = () => {
  const { held, layer, baking, failure } = useBaked()
  const costs = useCosts(held && layer !== null)
  if (failure !== null) return <span role="alert">It cannot be baked: {failure}</span>
  return (
    <>
      <span data-testid="cost-live" className={held ? undefined : 'shown'}>
        Live {costs.live ? textOf(costs.live) : '…'}
      </span>
      <span data-testid="cost-baked" className={held ? 'shown' : undefined}>
        {baking && 'Baking … '}
        {layer &&
          `Baked ${costs.baked ? `${textOf(costs.baked)} · ` : ''}${layer.clip.count} frames at ${layer.clip.fps} a second · ${layer.sizes} px, ${(layer.textureBytes / 1024 / 1024).toFixed(2)} MB`}
      </span>
      <span className="hint">hold V</span>
    </>
  )
}

export const BakedLine = () => {
  const effectId = useEffectId()
  const asked = useBaked((s) => s.effect === effectId)
  if (!asked) return null
  return (
    <div className="game-line baked-line" role="group" aria-label="Live or baked">
      <Baked />
      <button type="button" className="word-choice" onClick={leaveBaked}>
        close
      </button>
    </div>
  )
}
