/** The clip that the effect is held against: drawn animation, or footage of the game. */
import { REFERENCE_NUMBERS, REFERENCE_PLACES, type ReferenceNumber, type ReferencePlace } from '@gliv/model'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { useRef } from 'react'
import { Digits, Word, words } from '../../shared/controls/words.tsx'
import {
  changeReference,
  keepReference,
  referenceOf,
  removeReference,
  takeReference,
  useReferences,
} from '../../reference/store.ts'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'
import './ExtraRows.css'

const PLACE_TEXTS = {
  under: 'under the effect',
  over: 'over the effect',
  beside: 'beside the effect',
} as const satisfies Record<ReferencePlace, string>

const NUMBERS = Object.keys(REFERENCE_NUMBERS) as ReferenceNumber[]

const Amount = ({ id, value }: { id: ReferenceNumber; value: number }) => {
  const effectId = useEffectId()
  const { low, high, unit, label } = REFERENCE_NUMBERS[id]
  const by = unit === '%' ? 100 : 1
  return (
    <label className="extra-amount">
      {label}{' '}
      <Digits
        label={`${label} of the clip`}
        value={value * by}
        low={low * by}
        high={high * by}
        unit={unit}
        onCommit={(typed) =>
          changeReference(effectId, `${label} of the reference clip`, (view) => ({
            ...view,
            [id]: id === 'onion' ? Math.round(typed) : typed / by,
          }))
        }
      />
    </label>
  )
}

const ChooseClip = ({ label }: { label: string }) => {
  const effectId = useEffectId()
  const reading = useReferences((s) => s.reading)
  const files = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button size="small" disabled={reading !== null} onClick={() => files.current?.click()}>
        {label}
      </Button>
      {reading !== null && <progress aria-label="Reading the clip" value={reading} />}
      <input
        ref={files}
        type="file"
        accept=".gif,.png,.apng,.webm"
        multiple
        hidden
        aria-label="Reference clip file"
        onChange={(event) => {
          const chosen = [...(event.target.files ?? [])]
          event.target.value = ''
          if (chosen.length > 0) void takeReference(effectId, chosen)
        }}
      />
    </>
  )
}

/** What is shown of an effect's clip, as one object that changes with it. */
const useReference = () => {
  const effectId = useEffectId()
  const kept = useShownData((_, effect) => effect.reference ?? null, null)
  const loose = useReferences((s) => s.loose[effectId])
  const found = kept || loose ? referenceOf(effectId) : null
  const clip = useReferences((s) => (found ? s.clips[found.blob] : undefined))
  return { found, clip }
}

export const ReferenceRows = () => {
  const effectId = useEffectId()
  const { found, clip } = useReference()
  if (!found)
    return (
      <>
        <p>
          A GIF, APNG, WebM, or pictures in the order of their names; it goes with the effect frame by frame.
        </p>
        <ChooseClip label="Choose a clip…" />
      </>
    )
  return (
    <div className="reference-rows">
      <div className="extra-row">
        <p>
          <b title={found.name}>{found.name}</b>
          {clip &&
            `, ${clip.frames.length} pictures, ${clip.width} × ${clip.height} px, ${clip.seconds.toFixed(2)} s, `}
          <Word
            label="Where the clip is shown"
            value={found.place}
            options={words(REFERENCE_PLACES, PLACE_TEXTS)}
            onChoose={(place) =>
              changeReference(effectId, 'Place of the reference clip', (view) => ({
                ...view,
                place: place as ReferencePlace,
              }))
            }
          />
        </p>
        <span className="extra-buttons">
          <IconButton aria-label="Remove the reference clip" onClick={() => removeReference(effectId)}>
            <Close fontSize="inherit" />
          </IconButton>
        </span>
      </div>
      <div className="extra-grid">
        {NUMBERS.map((id) => (
          <Amount key={id} id={id} value={found[id]} />
        ))}
      </div>
      <label className="check-row" title="Else it is gone when this tab is closed">
        <Checkbox
          size="small"
          checked={found.kept}
          onChange={(event) => keepReference(effectId, event.target.checked)}
        />{' '}
        kept with the kit
      </label>
      <p>Hold C to see the clip instead of the effect.</p>
      <ChooseClip label="Another clip…" />
    </div>
  )
}
