/** By which names the game plays the effect, and the stages that raise them. */
import { addCue } from '@gliv/document'
import Button from '@mui/material/Button'
import { Link } from 'react-router'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useEffectId } from '../playback/shownEffect.ts'

export const CueLines = () => {
  const effectId = useEffectId()
  const kit = useDocument((s) => s.kit)
  if (!kit) return null
  const cues = (kit.cues ?? []).filter(({ effects }) => effects.includes(effectId))
  const stages = kit.stageOrder
    .map((id) => kit.stages[id]!)
    .filter(({ events = [] }) => events.some(({ cue }) => cues.some(({ id }) => id === cue)))
  return (
    <>
      {cues.length === 0 && <p>No cue plays it yet; the game starts it by its name.</p>}
      {cues.map(({ id, name, chance, most }) => (
        <p key={id}>
          <b>{name}</b> plays it{chance < 1 ? `, by a chance of ${Math.round(chance * 100)} %` : ''}, at most{' '}
          {most} at a time
        </p>
      ))}
      {stages.map(({ id, name }) => (
        <Button key={id} size="small" component={Link} to={`/kit/${kit.id}/stage/${id}`}>
          Sentences of “{name}”
        </Button>
      ))}
      <Button
        size="small"
        onClick={() =>
          edit(
            'Add a cue',
            (draft) => void addCue(draft, kit.effects[effectId]?.name ?? 'cue', [effectId], makeId),
          )
        }
      >
        New cue
      </Button>
    </>
  )
}
