import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'
import { edit } from '../../store/document.ts'
import { useShown } from '../context.ts'
import type { SentenceTargets } from './targets.ts'

const LONGEST_NAME = 80

/** Behind or in front of the actor, or a name that the game knows. */
export const LayerField = ({ targets }: { targets: SentenceTargets }) => {
  const layer = useShown((_, effect) => effect.emitters[targets.emitter]?.layer ?? 'front', 'front')
  const set = (next: string | null): void => {
    const name = (next ?? '').trim().slice(0, LONGEST_NAME)
    if (name !== '' && name !== layer) edit(`Layer: ${name}`, (kit) => void (kit.effects[targets.effect]!.emitters[targets.emitter]!.layer = name))
  }
  return (
    <div className="choice-row">
      <span className="row-label">Layer</span>
      <Autocomplete
        freeSolo
        disableClearable
        size="small"
        options={['front', 'behind']}
        value={layer}
        onChange={(_, next) => set(next)}
        onBlur={(event) => set((event.target as HTMLInputElement).value)}
        renderInput={(params) => <TextField {...params} variant="standard" slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, 'aria-label': 'Layer' } }} />}
      />
    </div>
  )
}
