import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { defaultsOf } from '@gliv/model'
import { ValueText } from '../../controls/ValueText.tsx'
import { edit } from '../../store/document.ts'
import { makeId } from '../../store/ids.ts'
import { useShown } from '../context.ts'
import { estimateAlive } from './estimate.ts'
import { type SentenceTargets, targetOf } from './Sentence.tsx'

/** How many are alive at about the same time. */
export const FlowHint = ({ targets }: { targets: SentenceTargets }) => {
  const alive = useShown((kit, effect) => {
    const emitter = effect.emitters[targets.emitter]
    const type = emitter && kit.types[emitter.type]
    return emitter && type ? estimateAlive(emitter, type) : 0
  }, 0)
  return <p className="group-hint">≈ {alive} alive at the most</p>
}

export const BurstRows = ({ targets }: { targets: SentenceTargets }) => {
  const bursts = useShown((_, effect) => effect.emitters[targets.emitter]?.bursts, undefined) ?? []
  const change = (label: string, recipe: (list: typeof bursts) => typeof bursts): void =>
    edit(label, (kit) => {
      const emitter = kit.effects[targets.effect]!.emitters[targets.emitter]!
      emitter.bursts = recipe(emitter.bursts)
    })
  return (
    <div className="burst-rows">
      {bursts.map((burst) => (
        <div key={burst.id} className="burst-row">
          <span>Burst of</span> <ValueText target={targetOf(targets, 'burstCount', burst.id)} id="burstCount" /> <span>at</span>{' '}
          <ValueText target={targetOf(targets, 'burstAt', burst.id)} id="burstAt" />
          <IconButton aria-label="Remove this burst" onClick={() => change('Remove a burst', (list) => list.filter((b) => b.id !== burst.id))}>
            <Close fontSize="inherit" />
          </IconButton>
        </div>
      ))}
      <Button startIcon={<Add />} onClick={() => change('Add a burst', (list) => [...list, { id: makeId('burst'), numbers: { ...defaultsOf('burst') } }])}>
        Add a burst
      </Button>
    </div>
  )
}
