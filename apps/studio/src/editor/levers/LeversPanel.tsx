/** Levers of the whole effect, with a live preview: a slider that is let go is one step of undo. */
import Button from '@mui/material/Button'
import Slider from '@mui/material/Slider'
import { LEVERS, type Lever, pullLever, resolveEffect } from '@gliv/document'
import { latestEndSeconds } from '@gliv/engine'
import { useState } from 'react'
import { edit, editMoment, endMoment, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { readMask } from '../../document/masks.ts'
import { PROPERTY_TEXTS } from '@gliv/words'
import { useEffectId } from '../playback/shownEffect.ts'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { factorAt, factorText, readFactor } from '../../document/factor.ts'
import { RetintRows } from './RetintRows.tsx'
import './LeversPanel.css'

const LEVER_TEXTS = {
  longer: {
    label: 'Longer',
    help: 'The same picture, slower: times grow, speeds and forces follow.',
    low: 'shorter',
    high: 'longer',
  },
  bigger: {
    label: 'Bigger',
    help: 'The same picture, magnified: every length, speed and sprite.',
    low: 'smaller',
    high: 'bigger',
  },
  denser: { label: 'Denser', help: 'More particles of the same kind.', low: 'sparser', high: 'denser' },
  heavier: {
    label: 'Heavier',
    help: 'Gravity pulls more, the air has less hold.',
    low: 'lighter',
    high: 'heavier',
  },
} as const satisfies Record<Lever, { label: string; help: string; low: string; high: string }>

const useLever = (lever: Lever): ((k: number, how: typeof edit) => void) => {
  const effectId = useEffectId()
  return (k, how) => {
    let clamped: readonly (keyof typeof PROPERTY_TEXTS)[] = []
    how(`${LEVER_TEXTS[lever].label} × ${factorText(k)}`, (kit) => {
      clamped = pullLever(kit, [effectId], lever, k, makeId)
    })
    if (clamped.length > 0 && how === edit)
      useDocument.setState({
        notice: `Held at their limits: ${clamped.map((id) => PROPERTY_TEXTS[id].label).join(', ')}`,
      })
  }
}

const LeverRow = ({ lever }: { lever: Lever }) => {
  const { label, help, low, high } = LEVER_TEXTS[lever]
  const [at, setAt] = useState(0)
  const pull = useLever(lever)
  return (
    <div className="lever-row" title={help}>
      <span className="row-label">{label}</span>
      <Slider
        size="small"
        min={-2}
        max={2}
        step={0.02}
        track={false}
        value={at}
        marks={[{ value: 0 }]}
        aria-label={label}
        valueLabelDisplay="auto"
        valueLabelFormat={(value) => `${value < 0 ? low : high} × ${factorText(factorAt(value))}`}
        onChange={(_, value) => {
          setAt(value as number)
          pull(factorAt(value as number), editMoment)
        }}
        onChangeCommitted={() => {
          endMoment()
          setAt(0)
        }}
      />
      <TypedField
        label={`${label}, times`}
        shown={at === 0 ? '1' : factorText(factorAt(at))}
        read={readFactor}
        hint="Type a factor from 0.01 to 100, like 1.5"
        onCommit={(k) => pull(k, edit)}
      />
    </div>
  )
}

const readWhole = (low: number, high: number) => (text: string) =>
  /^\d+$/.test(text.trim()) && Number(text) >= low && Number(text) <= high ? Number(text) : null

/** Makes the effect just as long as so many frames. */
const FitRow = () => {
  const effectId = useEffectId()
  const [frames, setFrames] = useState(24)
  const [fps, setFps] = useState(24)
  const end = useDocument((s) => {
    const effect = s.kit?.effects[effectId]
    if (!s.kit || !effect || effect.play !== 'once') return 0
    try {
      const seconds = latestEndSeconds(resolveEffect(s.kit, effect, readMask))
      return Number.isFinite(seconds) ? Number(seconds.toFixed(4)) : 0
    } catch {
      return 0
    }
  })
  const pull = useLever('longer')
  return (
    <div className="fit-row">
      <span>Fit into</span>
      <TypedField
        label="Frames"
        shown={String(frames)}
        read={readWhole(1, 4096)}
        hint="Type a whole number of frames from 1 to 4096"
        onCommit={setFrames}
      />
      <span>frames at</span>
      <TypedField
        label="Frames per second"
        shown={String(fps)}
        read={readWhole(1, 240)}
        hint="Type a whole number from 1 to 240"
        onCommit={setFps}
      />
      <span>a second</span>
      <Button
        variant="outlined"
        disabled={end === 0}
        title={
          end === 0 ? 'Only an effect that plays once has an end to be fitted' : `It is ${end} s long now`
        }
        onClick={() => pull(frames / fps / end, edit)}
      >
        Fit
      </Button>
    </div>
  )
}

const LeversPanel = () => (
  <div className="levers">
    <h2>The whole effect</h2>
    {LEVERS.map((lever) => (
      <LeverRow key={lever} lever={lever} />
    ))}
    <FitRow />
    <RetintRows />
  </div>
)

export default LeversPanel
