/** The effect's knobs on the stage, to be turned as a game would; that never changes the effect. */
import { knobsWithin } from '@gliv/engine'
import { isColourKnob, type NumberKnob, type ResolvedKnob } from '@gliv/model'
import RestartAlt from '@mui/icons-material/RestartAlt'
import IconButton from '@mui/material/IconButton'
import Slider from '@mui/material/Slider'
import { useEffect, useState } from 'react'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { Digits } from '../../shared/controls/words.tsx'
import { setSession, useSession } from '../../state/session.ts'
import type { StageDriver } from '../playback/driver.ts'
import './KnobSliders.css'

const SLIDER_KEYS: ReadonlySet<string> = new Set([
  ...['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End', 'PageUp', 'PageDown'],
])

const NO_KNOBS: readonly ResolvedKnob[] = []

/** Knobs of what plays, those of effects inside it, too. */
const useStageKnobs = (driver: StageDriver): readonly ResolvedKnob[] => {
  const [knobs, setKnobs] = useState(NO_KNOBS)
  useEffect(
    () =>
      driver.subscribe(() => {
        const effect = driver.simulation?.program.effect
        const next = effect ? [...knobsWithin(effect).values()] : NO_KNOBS
        setKnobs((old) =>
          old.length === next.length && old.every((knob, k) => knob === next[k]) ? old : next,
        )
      }),
    [driver],
  )
  return knobs
}

const turn = (name: string, value: number | string | undefined): void =>
  void setSession(({ preview }) => {
    const { [name]: _, ...others } = preview.knobs
    return { preview: { ...preview, knobs: value === undefined ? others : { ...others, [name]: value } } }
  })

const NumberSlider = ({ knob, said }: { knob: NumberKnob; said: unknown }) => {
  const { name, low, high, start } = knob
  const value = typeof said === 'number' ? Math.min(high, Math.max(low, said)) : start
  return (
    <>
      <Slider
        size="small"
        aria-label={name}
        min={low}
        max={high}
        step={(high - low) / 200}
        value={value}
        onChange={(_, next) => turn(name, next)}
      />
      <Digits
        label={`${name}, typed`}
        value={value}
        low={low}
        high={high}
        onCommit={(next) => turn(name, next)}
      />
    </>
  )
}

const KnobSlider = ({ knob }: { knob: ResolvedKnob }) => {
  const said = useSession((s) => s.preview.knobs[knob.name])
  return (
    <div className={said === undefined ? 'knob-slider' : 'knob-slider turned'} data-testid="knob-slider">
      <span className="knob-name" title={knob.name}>
        {knob.name}
      </span>
      {isColourKnob(knob) ? (
        <ColourField
          value={typeof said === 'string' ? said : knob.colour}
          onMove={(colour) => turn(knob.name, colour)}
          onDone={() => {}}
          onCommit={(colour) => turn(knob.name, colour)}
        />
      ) : (
        <NumberSlider knob={knob} said={said} />
      )}
      <IconButton
        aria-label={`${knob.name} as designed`}
        title="As designed"
        disabled={said === undefined}
        onClick={() => turn(knob.name, undefined)}
      >
        <RestartAlt fontSize="inherit" />
      </IconButton>
    </div>
  )
}

export const KnobSliders = ({ driver }: { driver: StageDriver }) => {
  const knobs = useStageKnobs(driver)
  if (knobs.length === 0) return null
  return (
    <div
      className="knob-sliders"
      role="group"
      aria-label="Knobs"
      onKeyDown={(event) => {
        // Arrows turn the knob and move no emitter; all other keys go on working.
        if (SLIDER_KEYS.has(event.key)) event.stopPropagation()
      }}
    >
      {knobs.map((knob) => (
        <KnobSlider key={knob.name} knob={knob} />
      ))}
    </div>
  )
}
