/** What the recording does, below the picture: actors, what happened, the effects that it set off, one moment. */
import Pause from '@mui/icons-material/Pause'
import PlayArrow from '@mui/icons-material/PlayArrow'
import RestartAlt from '@mui/icons-material/RestartAlt'
import SkipNext from '@mui/icons-material/SkipNext'
import SkipPrevious from '@mui/icons-material/SkipPrevious'
import IconButton from '@mui/material/IconButton'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { Tooltip } from '../shared/controls/Tooltip.tsx'
import { useEffect, useRef, useState } from 'react'
import { useDocument } from '../state/document.ts'
import { EVENT_TEXTS, STATE_TEXTS } from './texts.ts'
import { useMoment } from './useMoment.ts'
import { useRecording, useSceneDriver, useShownScene, useStage } from './useStage.ts'
import { CaptureButton } from '../capture/CaptureButton.tsx'
import { MuteButton } from '../sound/MuteButton.tsx'
import './SceneTimeline.css'

interface Stretch {
  readonly from: number
  readonly to: number
  readonly text: string
}

/** What an actor does, as stretches of the same state. */
const statesOf = (stateAt: (tick: number) => string | null, length: number): Stretch[] => {
  const stretches: Stretch[] = []
  for (let tick = 0; tick <= length; tick++) {
    const text = stateAt(tick) ?? ''
    const last = stretches.at(-1)
    if (last?.text === text) stretches[stretches.length - 1] = { ...last, to: tick + 1 }
    else stretches.push({ from: tick, to: tick + 1, text })
  }
  return stretches
}

/** Height of a lane of firings, px: as high as a finger or a pointer needs. */
const LANE_PX = 25
/** Firings of a lane are at least this share of the whole apart. */
const APART = 0.03

/** Firings that overlap lie under one another: which lane each has, and how many there are. */
const lanesOf = (
  firings: readonly { readonly tick: number; readonly endTick: number }[],
  length: number,
): { readonly of: readonly number[]; readonly count: number } => {
  const ends: number[] = []
  const of = firings.map(({ tick, endTick }) => {
    const free = ends.findIndex((end) => end <= tick)
    const lane = free < 0 ? ends.length : free
    ends[lane] = Math.max(Math.min(endTick, length), tick + length * APART)
    return lane
  })
  return { of, count: ends.length }
}

const Rows = ({ length }: { length: number }) => {
  const driver = useSceneDriver()
  const stage = useStage()
  const kit = useDocument((s) => s.kit)
  const track = driver?.scene?.track
  if (!track || !stage || !kit) return null
  const at = (tick: number): string => `${(Math.min(tick, length) / length) * 100}%`
  const width = (from: number, to: number): string =>
    `${((Math.min(to, length) - Math.min(from, length)) / length) * 100}%`
  const lanes = lanesOf(track.firings, length)
  const sentences = new Map((stage.events ?? []).map((event) => [event.id, EVENT_TEXTS[event.on]]))
  return (
    <>
      {(stage.actors ?? []).map((actor) => (
        <div key={actor.id} className="scene-row">
          <b title={actor.name}>{actor.name}</b>
          <div className="scene-lane">
            {statesOf(
              (tick) => track.actorAt(actor.id, tick)?.state ?? null,
              Math.min(length, track.tick),
            ).map(({ from, to, text }) => (
              <span
                key={from}
                className={`scene-state ${text}`}
                style={{ left: at(from), width: width(from, to) }}
              >
                {STATE_TEXTS[text as keyof typeof STATE_TEXTS]}
              </span>
            ))}
          </div>
        </div>
      ))}
      <div className="scene-row">
        <b>Effects</b>
        <div className="scene-lane" style={{ height: Math.max(1, lanes.count) * LANE_PX }}>
          {track.firings.map((firing, k) => (
            <button
              key={k}
              type="button"
              className="scene-firing"
              style={{
                left: at(firing.tick),
                width: `max(8px, ${width(firing.tick, Math.min(firing.endTick, length))})`,
                top: lanes.of[k]! * LANE_PX,
              }}
              title={`${sentences.get(firing.event) ?? ''}: ${kit.effects[firing.effect]?.name ?? ''}, seed ${firing.seed}, strength ${firing.strength.toFixed(2)}; press to go there`}
              aria-label={`Firing ${k + 1}: ${kit.effects[firing.effect]?.name ?? ''} at ${(firing.tick / kit.rate).toFixed(2)} s`}
              onClick={() => driver?.seek(firing.tick)}
            >
              {kit.effects[firing.effect]?.name}
            </button>
          ))}
        </div>
      </div>
    </>
  )
}

/** The ruler: pulled to a moment, stepped by arrow keys. */
const Ruler = ({ length, rate }: { length: number; rate: number }) => {
  const driver = useSceneDriver()
  const { tick } = useShownScene()
  const place = useRef<HTMLDivElement>(null)
  const go = (to: number): void => {
    driver?.pause()
    driver?.seek(to)
  }
  const { bind, onKeyDown } = useMoment(place, length, () => tick, go)
  const seconds = length / rate
  const step = seconds > 20 ? 5 : seconds > 8 ? 2 : 1
  return (
    <div
      {...bind()}
      ref={place}
      className="scene-ruler"
      role="slider"
      tabIndex={0}
      aria-label="Moment of the scene"
      aria-valuenow={tick}
      aria-valuemin={0}
      aria-valuemax={length}
      aria-valuetext={`${(tick / rate).toFixed(2)} s`}
      onKeyDown={onKeyDown}
    >
      {Array.from({ length: Math.ceil(seconds / step) }, (_, k) => (
        <span key={k} style={{ left: `${((k * step) / seconds) * 100}%` }}>
          {k * step} s
        </span>
      ))}
      <i style={{ left: `${(tick / length) * 100}%` }} />
    </div>
  )
}

/** One line of what it costs, measured. */
const Cost = () => {
  const { effects, alive, draws, ms } = useShownScene()
  return (
    <span
      className="scene-cost"
      title="Effects that play, particles, draw calls, and the time of engine and drawing calls a picture"
    >
      {effects} effect{effects === 1 ? '' : 's'}, {alive} alive, {draws} draws, {ms.toFixed(1)} ms
    </span>
  )
}

const PACES = [0.1, 0.25, 0.5, 1] as const
const PACE_LABELS = { 0.1: '¹⁄₁₀', 0.25: '¼', 0.5: '½', 1: '1×' } as const

/** Step by step, and how fast it plays. */
const Steps = () => {
  const driver = useSceneDriver()
  const { tick, live } = useShownScene()
  const [pace, setPace] = useState<(typeof PACES)[number]>(1)
  useEffect(() => void (driver && (driver.speed = pace)), [driver, pace])
  const step = (by: number) => () => {
    driver?.pause()
    driver?.seek(tick + by)
  }
  return (
    <>
      <Tooltip title="One tick back ([)">
        <IconButton aria-label="One tick back" disabled={live} onClick={step(-1)}>
          <SkipPrevious fontSize="small" />
        </IconButton>
      </Tooltip>
      <Tooltip title="One tick on (])">
        <IconButton aria-label="One tick on" disabled={live} onClick={step(1)}>
          <SkipNext fontSize="small" />
        </IconButton>
      </Tooltip>
      <ToggleButtonGroup
        size="small"
        exclusive
        value={pace}
        aria-label="Pace"
        onChange={(_, next: (typeof PACES)[number] | null) => next !== null && setPace(next)}
      >
        {PACES.map((one) => (
          <ToggleButton key={one} value={one} aria-label={`Pace ${one}`}>
            {PACE_LABELS[one]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </>
  )
}

const CaptureStage = () => <CaptureButton driver={useSceneDriver()} name={useStage()?.name ?? ''} />

export const SceneTimeline = () => {
  const driver = useSceneDriver()
  const rate = useDocument((s) => s.kit?.rate ?? 60)
  const recording = useRecording()
  const { tick, playing, live } = useShownScene()
  const length = driver?.length ?? rate * 4
  return (
    <section className="scene-timeline" aria-label="Recording">
      <div className="scene-transport">
        <Tooltip title="From the beginning">
          <IconButton aria-label="From the beginning" disabled={live} onClick={() => driver?.seek(0)}>
            <RestartAlt fontSize="small" />
          </IconButton>
        </Tooltip>
        <Tooltip title={playing ? 'Pause (Space)' : 'Play (Space)'}>
          <IconButton
            aria-label={playing ? 'Pause' : 'Play'}
            disabled={live}
            onClick={() => (playing ? driver?.pause() : driver?.play())}
          >
            {playing ? <Pause /> : <PlayArrow />}
          </IconButton>
        </Tooltip>
        <Steps />
        <b data-testid="scene-clock">
          {(tick / rate).toFixed(2)} s{live ? '' : ` of ${(length / rate).toFixed(1)} s`}
        </b>
        <span className="soft">
          {live ? 'you play; Escape ends it' : (recording?.name ?? 'nobody moves')}
        </span>
        <span className="spacer" />
        <MuteButton />
        <CaptureStage />
        <Cost />
      </div>
      {!live && (
        <div className="scene-rows">
          <div className="scene-row">
            <b />
            <Ruler length={length} rate={rate} />
          </div>
          <Rows length={length} />
        </div>
      )}
    </section>
  )
}
