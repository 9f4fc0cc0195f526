import Apps from '@mui/icons-material/Apps'
import Casino from '@mui/icons-material/Casino'
import OpenWith from '@mui/icons-material/OpenWith'
import Pause from '@mui/icons-material/Pause'
import PlayArrow from '@mui/icons-material/PlayArrow'
import Repeat from '@mui/icons-material/Repeat'
import RestartAlt from '@mui/icons-material/RestartAlt'
import SkipNext from '@mui/icons-material/SkipNext'
import SkipPrevious from '@mui/icons-material/SkipPrevious'
import IconButton from '@mui/material/IconButton'
import TouchApp from '@mui/icons-material/TouchApp'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import { useEffect, useRef } from 'react'
import { CommandIcon } from '../../shared/controls/CommandIcon.tsx'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { MuteButton } from '../../sound/MuteButton.tsx'
import { setColumn, useColumn } from '../../state/column.ts'
import { edit } from '../../state/document.ts'
import { STILL } from '../../state/stagePreview.ts'
import { setSession, SPEEDS, useSession } from '../../state/session.ts'
import { InspectBar } from '../inspect/InspectBar.tsx'
import { stepBy, togglePlay } from '../playback/playing.ts'
import { useDriver, useEffectId, usePlaying, useShown } from '../playback/shownEffect.ts'
import './Transport.css'

const SPEED_LABELS: Record<(typeof SPEEDS)[number], string> = {
  0.1: '¹⁄₁₀',
  0.25: '¼',
  0.5: '½',
  1: '1×',
  2: '2×',
}

/** Time is written straight into the page: it changes with every picture. */
const Clock = () => {
  const driver = useDriver()
  const place = useRef<HTMLSpanElement>(null)
  useEffect(
    () =>
      driver?.subscribe(({ seconds, alive }) => {
        if (place.current) place.current.textContent = `${seconds.toFixed(2)} s · ${alive} alive`
      }),
    [driver],
  )
  return <span ref={place} className="clock" data-testid="clock" />
}

/** How often the costs are read, in ms. */
const COST_EVERY_MS = 250

/** What it costs, always in sight: measured; pressed, it names the emitters. */
const CostLine = () => {
  const driver = useDriver()
  const place = useRef<HTMLButtonElement>(null)
  const open = useColumn((s) => s.page === 'cost')
  useEffect(() => {
    let last = 0
    return driver?.subscribe(({ playing }) => {
      const now = performance.now()
      if (!place.current || (playing && now - last < COST_EVERY_MS)) return
      last = now
      const { overdraw, draws, ms } = driver.cost
      place.current.textContent = `${overdraw.toFixed(1)}× · ${draws} draw${draws === 1 ? '' : 's'} · ${ms.toFixed(1)} ms`
    })
  }, [driver])
  return (
    <button
      ref={place}
      type="button"
      className="cost-line"
      data-testid="cost"
      aria-pressed={open}
      aria-label="What it costs"
      title="Overdraw of the view, draw calls, and the time of engine and drawing calls a picture; press for each emitter"
      onClick={() => setColumn(open ? 'recipe' : 'cost')}
    />
  )
}

const readSeed = (text: string): number | null =>
  /^\d+$/.test(text.trim()) && Number(text) <= 0xffffffff ? Number(text) : null

const SeedField = () => {
  const effectId = useEffectId()
  const seed = useShown((_, effect) => effect.seed, 0)
  const change = (next: number): void =>
    edit('Seed', (kit) => void (kit.effects[effectId]!.seed = next >>> 0))
  return (
    <span className="seed">
      <label title="The same seed gives the same particles">
        seed{' '}
        <TypedField
          label="Seed"
          shown={String(seed)}
          read={readSeed}
          hint="A seed is a whole number from 0 to 4294967295"
          onCommit={change}
        />
      </label>
      <Tooltip title="Another seed">
        <IconButton
          aria-label="Another seed"
          onClick={() => change(crypto.getRandomValues(new Uint16Array(1))[0]!)}
        >
          <Casino fontSize="small" />
        </IconButton>
      </Tooltip>
    </span>
  )
}

/** A press on the stage plays the effect there; the same moment under nine seeds. */
const HereButtons = () => {
  const here = useSession((s) => s.playHere)
  const nine = useSession((s) => s.nine)
  return (
    <>
      <CommandIcon
        name="Play here"
        more="a press on the stage plays it there, held for what sustains; a held key, at the pointer"
        command="playHere"
        pressed={here}
        onClick={() => setSession({ playHere: !here })}
      >
        <TouchApp fontSize="small" />
      </CommandIcon>
      <CommandIcon
        name="Nine seeds"
        more="the same moment under each"
        command="nine"
        pressed={nine}
        onClick={() => setSession({ nine: !nine })}
      >
        <Apps fontSize="small" />
      </CommandIcon>
    </>
  )
}

/** Whether the effect is looked at otherwise than as designed; pressed, it opens where that is set. */
const PlacedButton = () => {
  const changed = useSession((s) => JSON.stringify(s.preview) !== JSON.stringify(STILL))
  const open = useColumn((s) => s.page === 'effect')
  return (
    <Tooltip title="Placed: move, turn, scale and mirror the effect, and choose what it meets; the effect itself stays as it is">
      <IconButton
        aria-label="Placed"
        className={changed ? 'notched' : ''}
        aria-pressed={open}
        onClick={() => setColumn(open ? 'recipe' : 'effect')}
      >
        <OpenWith fontSize="small" />
      </IconButton>
    </Tooltip>
  )
}

export const Transport = () => {
  const driver = useDriver()
  const playing = usePlaying()
  const loop = useSession((s) => s.loop)
  const speed = useSession((s) => s.speed)
  return (
    <div className="transport" role="toolbar" aria-label="Transport">
      <CommandIcon name="From the beginning" command="start" onClick={() => driver?.seek(0)}>
        <RestartAlt fontSize="small" />
      </CommandIcon>
      <CommandIcon name="One tick back" command="tickBack" onClick={() => stepBy(driver, -1)}>
        <SkipPrevious fontSize="small" />
      </CommandIcon>
      <CommandIcon name={playing ? 'Pause' : 'Play'} command="play" onClick={() => togglePlay(driver)}>
        {playing ? <Pause /> : <PlayArrow />}
      </CommandIcon>
      <CommandIcon name="One tick on" command="tickOn" onClick={() => stepBy(driver, 1)}>
        <SkipNext fontSize="small" />
      </CommandIcon>
      <CommandIcon
        name="Play again at the end"
        command="again"
        pressed={loop}
        onClick={() => setSession({ loop: !loop })}
      >
        <Repeat fontSize="small" />
      </CommandIcon>
      <ToggleButtonGroup
        size="small"
        exclusive
        value={speed}
        aria-label="Pace"
        onChange={(_, next: number | null) => next !== null && setSession({ speed: next })}
      >
        {SPEEDS.map((s) => (
          <ToggleButton key={s} value={s} aria-label={`Pace ${s}`}>
            {SPEED_LABELS[s]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Clock />
      <CostLine />
      <span className="spacer" />
      <InspectBar />
      <MuteButton />
      <HereButtons />
      <PlacedButton />
      <SeedField />
    </div>
  )
}
