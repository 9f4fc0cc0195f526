import { choosePlay } from '@gliv/document'
import { type Play, PLAYS } from '@gliv/model'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { PLAY_TEXTS } from '@gliv/words'
import { edit } from '../../state/document.ts'
import { ValueText } from '../fields/ValueText.tsx'
import { useEffectId, useShown } from '../playback/shownEffect.ts'

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
        onChange={(event) =>
          edit(`Effect ${PLAY_TEXTS[event.target.value as Play]}`, (kit) =>
            choosePlay(kit.effects[effectId]!, event.target.value as Play),
          )
        }
      >
        {PLAYS.map((p) => (
          <MenuItem key={p} value={p} dense>
            {PLAY_TEXTS[p]}
          </MenuItem>
        ))}
      </Select>
      {play === 'period' && (
        <>
          every <ValueText target={{ owner: 'effect', effect: effectId }} id="periodSeconds" />
        </>
      )}
      {play === 'loop' && (
        <>
          every <ValueText target={{ owner: 'effect', effect: effectId }} id="loopSeconds" />
        </>
      )}
    </span>
  )
}
