import { type Emitter, newBurst } from '@gliv/document'
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { edit, editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useDriver, useEffectId, useShown, useShownData } from '../playback/shownEffect.ts'
import { openBarMenu, openBurstMenu } from './menus.ts'
import { trackTimes } from './scale.ts'
import './Bars.css'
import './common.css'

const snap = (seconds: number, fine: boolean): number =>
  Math.max(0, fine ? Math.round(seconds * 1000) / 1000 : Math.round(seconds * 100) / 100)

interface TimeSlider {
  readonly emitterId: string
  /** What is set; the undo list and screen readers call it so. */
  readonly label: string
  /** Seconds that stand now. */
  readonly now: number
  readonly secondsPerPixel: number
  /** Gets the emitter as it was before the drag or the first press, and the seconds moved. */
  readonly apply: (draft: Emitter, before: Emitter, seconds: number, fine: boolean, spread: boolean) => void
  readonly onRemove?: () => void
}

/** Seconds an arrow key moves by; ten times as much with Shift. */
const KEY_SECONDS = 0.01

/** A place on the timeline: dragged, or stepped by arrow keys. */
const useTimeSlider = ({ emitterId, label, now, secondsPerPixel, apply, onRemove }: TimeSlider) => {
  const effectId = useEffectId()
  const name = useShown((_, effect) => effect.emitters[emitterId]?.name ?? '', '')
  const pressed = useRef(0)
  const put = (seconds: number, fine: boolean, spread: boolean, how: typeof edit): void => {
    const before = useDocument.getState().kit?.effects[effectId]?.emitters[emitterId]
    if (before && !before.locked)
      how(`${label} of ${before.name}`, (kit) =>
        apply(kit.effects[effectId]!.emitters[emitterId]!, before, seconds, fine, spread),
      )
  }
  const bind = useDrag(
    ({ event, movement: [mx], last, altKey, shiftKey }) => {
      event.stopPropagation()
      noteInput(event)
      if (mx !== 0) put(mx * secondsPerPixel, altKey, shiftKey, editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    if ((event.key === 'Delete' || event.key === 'Backspace') && onRemove) onRemove()
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    event.stopPropagation()
    // Up is more, as on every slider; presses that follow each other count from the first.
    pressed.current =
      (useDocument.getState().moment ? pressed.current : 0) + (steps[0] - steps[1]) * KEY_SECONDS
    put(pressed.current, true, false, editStep)
  }
  return {
    ...bind(),
    role: 'slider' as const,
    tabIndex: 0,
    'aria-label': `${label} of ${name}`,
    'aria-valuenow': now,
    'aria-valuetext': `${Number(now.toFixed(3))} s`,
    onKeyDown,
  }
}

interface Mark {
  readonly emitterId: string
  readonly index: number
  readonly nth: number
  /** Seconds after the emitter's start. */
  readonly at: number
  readonly left: number
  readonly perPixel: number
}

/** A repeat: dragged, it sets the time between repeats. */
const BurstEcho = ({ emitterId, index, nth, at, left, perPixel }: Mark) => {
  const slider = useTimeSlider({
    emitterId,
    label: `Time between repeats, at repeat ${nth}, of burst ${index + 1}`,
    now: at,
    secondsPerPixel: perPixel,
    apply: (draft, before, by, fine) => {
      const { from, to, ...more } = before.bursts[index]!.numbers.burstInterval
      const moved = Math.max(0.01, snap(from + by / nth, fine))
      draft.bursts[index]!.numbers.burstInterval = { ...more, from: moved, to: moved + to - from }
    },
  })
  // One repeat can be reached by keys; the others follow it.
  return (
    <svg
      {...slider}
      tabIndex={nth === 1 ? 0 : -1}
      className="burst-echo"
      style={{ left, touchAction: 'none' }}
    >
      <title>Repeat: pull to change the time between repeats</title>
      <rect x={11} y={6} width={2} height={12} />
    </svg>
  )
}

const BurstTick = ({ emitterId, index, at, left, perPixel }: Mark) => {
  const effectId = useEffectId()
  const slider = useTimeSlider({
    emitterId,
    label: `Time of burst ${index + 1}`,
    now: at,
    secondsPerPixel: perPixel,
    apply: (draft, before, by, fine, spread) => {
      if (spread) {
        draft.bursts[index]!.numbers.burstSpan = snap(before.bursts[index]!.numbers.burstSpan + by, fine)
        return
      }
      const { from, to, ...more } = before.bursts[index]!.numbers.burstAt
      const moved = snap(from + by, fine)
      draft.bursts[index]!.numbers.burstAt = { ...more, from: moved, to: moved + to - from }
    },
    onRemove: () =>
      edit(
        'Remove a burst',
        (kit) => void kit.effects[effectId]!.emitters[emitterId]!.bursts.splice(index, 1),
      ),
  })
  return (
    <svg
      {...slider}
      className="burst-tick"
      data-testid="burst-tick"
      data-clip={`burst ${emitterId} ${index}`}
      onContextMenu={(event) => openBurstMenu(event, effectId, emitterId, index)}
      style={{ left, touchAction: 'none' }}
    >
      <title>Burst: pull to move it, with Shift to spread it over time</title>
      <rect x={10.5} y={4} width={3} height={16} rx={1} />
    </svg>
  )
}

const isSteady = ({ numbers }: Emitter): boolean =>
  numbers.flow > 0 || numbers.flowPerPx > 0 || numbers.minimum > 0

/** Most repeats of a burst that are marked. */
const MARKED = 24

/** Where a burst fires, drawn times at their middle; repeats follow their first. */
const burstMarks = (emitter: Emitter): { index: number; at: number; nth: number }[] =>
  emitter.bursts.flatMap(({ numbers }, index) => {
    const middle = ({ from, to }: { from: number; to: number }): number => (from + to) / 2
    return Array.from({ length: Math.min(MARKED, numbers.burstRepeats) }, (_, k) => ({
      index,
      at: middle(numbers.burstAt) + k * middle(numbers.burstInterval),
      nth: k,
    }))
  })

type ShownTrack = ReturnType<typeof trackTimes> & {
  readonly bursts: ReturnType<typeof burstMarks>
  readonly steady: boolean
}

/** Where the playhead is, read when it is asked for. */
export const secondsOf = (driver: ReturnType<typeof useDriver>) => (): number =>
  Math.max(0, driver?.playback.seconds ?? 0)

interface BarProps {
  readonly emitterId: string
  readonly shown: ShownTrack
  /** Pixels of a moment. */
  readonly x: (seconds: number) => number
  readonly perPixel: number
}

/** Where it sends out: dragged, it starts at another time. */
const EmissionBar = ({ emitterId, shown: { start, emissionEnd, steady }, x, perPixel }: BarProps) => {
  const driver = useDriver()
  const effectId = useEffectId()
  const delay = useShown((_, effect) => effect.emitters[emitterId]?.numbers.delay ?? 0, 0)
  const move = useTimeSlider({
    emitterId,
    label: 'Delay',
    now: delay,
    secondsPerPixel: perPixel,
    apply: (draft, before, by, fine) => void (draft.numbers.delay = snap(before.numbers.delay + by, fine)),
  })
  const width = x(emissionEnd) - x(start)
  return (
    <svg
      {...move}
      className="bar"
      onContextMenu={(event) => openBarMenu(event, effectId, emitterId, secondsOf(driver))}
      data-testid="bar"
      style={{ left: x(start), width: Math.max(24, width), touchAction: 'none' }}
    >
      <title>Pull to change the delay</title>
      <rect y={steady ? 6 : 10} width={Math.max(6, width)} height={steady ? 12 : 4} rx={2} />
    </svg>
  )
}

/** The end of a flow: dragged, it lasts longer or shorter. */
const BarEnd = ({ emitterId, shown: { emissionEnd }, x, perPixel }: BarProps) => {
  const duration = useShown((_, effect) => effect.emitters[emitterId]?.numbers.duration ?? 0, 0)
  const stretch = useTimeSlider({
    emitterId,
    label: 'Duration',
    now: duration,
    secondsPerPixel: perPixel,
    apply: (draft, before, by, fine) =>
      void (draft.numbers.duration = snap(before.numbers.duration + by, fine)),
  })
  return (
    <svg
      {...stretch}
      className="bar-end"
      data-testid="bar-end"
      style={{ left: x(emissionEnd), touchAction: 'none' }}
    >
      <title>Pull to change the duration</title>
      <rect x={11} y={4} width={2} height={16} />
    </svg>
  )
}

/** After it has stopped sending out, its last particles still live. */
const Afterlife = ({ shown: { start, emissionEnd, latestEnd }, x }: BarProps) => {
  const from = Math.max(x(emissionEnd), x(start) + 6)
  return <div className="afterlife" style={{ left: from, width: Math.max(0, x(latestEnd) - from) }} />
}

const addBurstAt = (effectId: string, emitterId: string, at: number): void =>
  edit('Add a burst', (kit) => {
    const emitter = kit.effects[effectId]!.emitters[emitterId]!
    const burst = newBurst(makeId('burst'))
    const time = snap(at, false)
    emitter.bursts.push({ ...burst, numbers: { ...burst.numbers, burstAt: { from: time, to: time } } })
  })

const useShownTrack = (emitterId: string): ShownTrack | null =>
  useShownData<ShownTrack | null>((kit, effect) => {
    const emitter = effect.emitters[emitterId]
    return emitter
      ? {
          ...trackTimes(kit, effect, emitterId),
          bursts: emitter.companionOf === null ? burstMarks(emitter) : [],
          steady: isSteady(emitter),
        }
      : null
  }, null)

/** Solid means emitting and can be dragged; hatched means still alive and follows by itself. */
export const Bars = ({
  emitterId,
  seconds,
  width,
  population,
  locked,
}: {
  emitterId: string
  seconds: number
  width: number
  population: string
  locked: boolean
}) => {
  const effectId = useEffectId()
  const shown = useShownTrack(emitterId)
  const dormant = useShown((_, effect) => effect.emitters[emitterId]?.dormant ?? false, false)
  const perPixel = seconds / Math.max(1, width)
  if (!shown) return <div className="track-time" />
  if (dormant) return <div className="track-time track-note">waits for relays</div>
  const bar: BarProps = { emitterId, shown, x: (s) => (s / seconds) * width, perPixel }
  const onDoubleClick = (event: React.MouseEvent): void => {
    const px = event.clientX - event.currentTarget.getBoundingClientRect().x
    if (!locked) addBurstAt(effectId, emitterId, px * perPixel - shown.start)
  }
  return (
    <div
      className="track-time"
      onDoubleClick={onDoubleClick}
      title={locked ? 'Locked' : 'Double-click for a burst at this moment'}
    >
      {population && (
        <svg className="population" width={width} height={23} aria-hidden>
          <path d={population} />
        </svg>
      )}
      <EmissionBar {...bar} />
      <Afterlife {...bar} />
      {shown.steady && <BarEnd {...bar} />}
      {shown.bursts.map((burst, i) => {
        const mark: Mark = { ...burst, emitterId, left: bar.x(shown.start + burst.at), perPixel }
        return burst.nth > 0 ? <BurstEcho key={i} {...mark} /> : <BurstTick key={i} {...mark} />
      })}
    </div>
  )
}
