import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { PLAYS, type Play } from '@gliv/model'
import { ValueText } from '../../controls/ValueText.tsx'
import { edit } from '../../store/document.ts'
import { PLAY_TEXTS } from '../../texts/kinds.ts'
import { useEffectId, useShown } from '../context.ts'

/** How the effect itself plays; unlike the transport's repeat this is part of the document. */
export const PlayControls = () => {
  const effectId = useEffectId()
  const play = useShown<Play>((_, effect) => effect.play, 'once')
  return (
    <span className="play-controls">
      <Select
        size="small"
        variant="standard"
        value={play}
        disableUnderline
        inputProps={{ 'aria-label': 'How the effect plays' }}
        onChange={(event) => edit(`Effect ${PLAY_TEXTS[event.target.value as Play]}`, (kit) => void (kit.effects[effectId]!.play = event.target.value as Play))}
      >
        {PLAYS.map((p) => (
          <MenuItem key={p} value={p} dense>
            {PLAY_TEXTS[p]}
          </MenuItem>
        ))}
      </Select>
      {play === 'loop' && (
        <>
          every <ValueText target={{ owner: 'effect', effect: effectId }} id="loopSeconds" />
        </>
      )}
    </span>
  )
}
