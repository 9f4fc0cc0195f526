import { useDrag } from '@use-gesture/react'
import { type Emitter, newBurst } from '@gliv/document'
import { edit, editMoment, endMoment, useDocument } from '../../store/document.ts'
import { makeId } from '../../store/ids.ts'
import { noteInput } from '../../util/inputTime.ts'
import { useEffectId, useShown } from '../context.ts'
import { trackTimes } from './scale.ts'

const snap = (seconds: number, fine: boolean): number => Math.max(0, fine ? Math.round(seconds * 1000) / 1000 : Math.round(seconds * 100) / 100)

/** A drag along the timeline; `apply` gets the emitter as it was before the drag and the seconds moved. */
const useTimeDrag = (emitterId: string, label: string, secondsPerPixel: number, apply: (draft: Emitter, before: Emitter, seconds: number, fine: boolean, spread: boolean) => void) => {
  const effectId = useEffectId()
  return useDrag(({ event, movement: [mx], last, altKey, shiftKey }) => {
    event.stopPropagation()
    noteInput(event)
    const before = useDocument.getState().kit?.effects[effectId]?.emitters[emitterId]
    if (before && mx !== 0 && !before.locked) editMoment(`${label} of ${before.name}`, (kit) => apply(kit.effects[effectId]!.emitters[emitterId]!, before, mx * secondsPerPixel, altKey, shiftKey))
    if (last) endMoment()
  })
}

/** A repeat: dragged, it sets the time between repeats. */
const BurstEcho = ({ emitterId, index, nth, left, perPixel }: { emitterId: string; index: number; nth: number; left: number; perPixel: number }) => {
  const bind = useTimeDrag(emitterId, 'Time between repeats', perPixel, (draft, before, by, fine) => {
    const { from, to, ...more } = before.bursts[index]!.numbers.burstInterval
    const moved = Math.max(0.01, snap(from + by / nth, fine))
    draft.bursts[index]!.numbers.burstInterval = { ...more, from: moved, to: moved + to - from }
  })
  return <span {...bind()} className="burst-echo" style={{ left, touchAction: 'none' }} title="Repeat: drag to change the time between repeats" />
}

const BurstTick = ({ emitterId, index, left, perPixel }: { emitterId: string; index: number; left: number; perPixel: number }) => {
  const bind = useTimeDrag(emitterId, 'Burst time', perPixel, (draft, before, by, fine, spread) => {
    if (spread) {
      draft.bursts[index]!.numbers.burstSpan = snap(before.bursts[index]!.numbers.burstSpan + by, fine)
      return
    }
    const { from, to, ...more } = before.bursts[index]!.numbers.burstAt
    const moved = snap(from + by, fine)
    draft.bursts[index]!.numbers.burstAt = { ...more, from: moved, to: moved + to - from }
  })
  return <span {...bind()} className="burst-tick" data-testid="burst-tick" style={{ left, touchAction: 'none' }} title="Burst: drag to move it, with Shift to spread it over time" />
}

const isSteady = ({ numbers }: Emitter): boolean => numbers.flow > 0 || numbers.flowPerPx > 0 || numbers.minimum > 0

/** Most repeats of a burst that are marked. */
const MARKED = 24

/** Where a burst fires, drawn times at their middle; repeats follow their first. */
const burstMarks = (emitter: Emitter): { index: number; at: number; nth: number }[] =>
  emitter.bursts.flatMap(({ numbers }, index) => {
    const middle = ({ from, to }: { from: number; to: number }): number => (from + to) / 2
    return Array.from({ length: Math.min(MARKED, numbers.burstRepeats) }, (_, k) => ({ index, at: middle(numbers.burstAt) + k * middle(numbers.burstInterval), nth: k }))
  })

/** Solid means emitting and can be dragged; hatched means still alive and follows by itself. */
export const Bars = ({ emitterId, seconds, width, population, locked }: { emitterId: string; seconds: number; width: number; population: string; locked: boolean }) => {
  const text = useShown((kit, effect) => (effect.emitters[emitterId] ? JSON.stringify({ ...trackTimes(kit, effect, emitterId), bursts: effect.emitters[emitterId].companionOf === null ? burstMarks(effect.emitters[emitterId]) : [], steady: isSteady(effect.emitters[emitterId]) }) : ''), '')
  const perPixel = seconds / Math.max(1, width)
  const move = useTimeDrag(emitterId, 'Delay', perPixel, (draft, before, by, fine) => void (draft.numbers.delay = snap(before.numbers.delay + by, fine)))
  const stretch = useTimeDrag(emitterId, 'Duration', perPixel, (draft, before, by, fine) => void (draft.numbers.duration = snap(before.numbers.duration + by, fine)))
  const effectId = useEffectId()
  const addAt = (at: number): void =>
    edit('Add a burst', (kit) => {
      const emitter = kit.effects[effectId]!.emitters[emitterId]!
      const burst = newBurst(makeId('burst'))
      const time = snap(at, false)
      emitter.bursts.push({ ...burst, numbers: { ...burst.numbers, burstAt: { from: time, to: time } } })
    })
  const dormant = useShown((_, effect) => effect.emitters[emitterId]?.dormant ?? false, false)
  if (!text) return <div className="track-time" />
  if (dormant) return <div className="track-time track-note">waits for relays</div>
  const { start, emissionEnd, latestEnd, bursts, steady } = JSON.parse(text) as ReturnType<typeof trackTimes> & { bursts: ReturnType<typeof burstMarks>; steady: boolean }
  const x = (s: number): number => (s / seconds) * width
  return (
    <div className="track-time" onDoubleClick={(event) => !locked && addAt(((event.clientX - event.currentTarget.getBoundingClientRect().x) / Math.max(1, width)) * seconds - start)} title={locked ? 'Locked' : 'Double-click for a burst at this moment'}>
      {population && (
        <svg className="population" width={width} height={19} aria-hidden>
          <path d={population} />
        </svg>
      )}
      <div {...move()} className={steady ? 'bar' : 'bar thin'} data-testid="bar" style={{ left: x(start), width: Math.max(6, x(emissionEnd) - x(start)), touchAction: 'none' }} title="Drag to change the delay" />
      <div className="afterlife" style={{ left: Math.max(x(emissionEnd), x(start) + 6), width: Math.max(0, x(latestEnd) - Math.max(x(emissionEnd), x(start) + 6)) }} />
      {steady && <span {...stretch()} className="bar-end" data-testid="bar-end" style={{ left: x(emissionEnd) - 4, touchAction: 'none' }} title="Drag to change the duration" />}
      {bursts.map(({ index, at, nth }, i) =>
        nth > 0 ? <BurstEcho key={i} emitterId={emitterId} index={index} nth={nth} left={x(start + at)} perPixel={perPixel} /> : <BurstTick key={i} emitterId={emitterId} index={index} left={x(start + at)} perPixel={perPixel} />,
      )}
    </div>
  )
}
