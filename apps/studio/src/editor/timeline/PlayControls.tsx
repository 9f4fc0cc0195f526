import { choosePlay } from '@gliv/document'
import { type Play, PLAYS, type PropertyId } from '@gliv/model'
import Tune from '@mui/icons-material/Tune'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useState } from 'react'
import { PLAY_TEXTS } from '../../document/texts/kinds.ts'
import { GrowingPopover } from '../../shared/controls/GrowingPopover.tsx'
import { edit } from '../../state/document.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { ValueText } from '../fields/ValueText.tsx'
import { useEffectId, useShown } from '../playback/shownEffect.ts'
import { RARE_EFFECT_NUMBERS, SUSTAIN_NUMBERS } from './numbers.ts'
import { PartRows } from './PartRows.tsx'
import './PlayControls.css'

/** Times of the effect that are seldom touched. */
const EffectMenu = () => {
  const effectId = useEffectId()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const sustains = useShown((_, effect) => effect.play === 'sustain', false)
  const canTurn = useShown((_, effect) => effect.play === 'once' || effect.play === 'period', false)
  const backwards = useShown((_, effect) => effect.backwards, false)
  const rows: readonly PropertyId[] = [...(sustains ? SUSTAIN_NUMBERS : []), ...RARE_EFFECT_NUMBERS]
  return (
    <>
      <IconButton
        aria-label="Times of the effect"
        title="Warm-up, time scale, parts and more"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <Tune fontSize="small" />
      </IconButton>
      <GrowingPopover
        className="effect-menu"
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        {rows.map((id) => (
          <PropertyRow key={id} target={{ owner: 'effect', effect: effectId }} id={id} />
        ))}
        {canTurn && (
          <label
            className="check-row"
            title="From the last tick to the first: what flew apart comes together"
          >
            <Checkbox
              size="small"
              checked={backwards}
              onChange={(event) =>
                edit(
                  event.target.checked ? 'Play backwards' : 'Play forwards',
                  (kit) => void (kit.effects[effectId]!.backwards = event.target.checked),
                )
              }
            />{' '}
            plays backwards
          </label>
        )}
        <h3>Parts</h3>
        <PartRows />
      </GrowingPopover>
    </>
  )
}

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
      <EffectMenu />
    </span>
  )
}
