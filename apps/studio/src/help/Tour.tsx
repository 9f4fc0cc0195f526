/** The tour: one step at a time beside the real thing, which works meanwhile as always. */
import Button from '@mui/material/Button'
import { useEffect, useRef, useState } from 'react'
import { useEscape } from '../shared/keys/escape.ts'
import { goTour, useHelp } from './open.ts'
import { TOUR, type TourStep } from './tourSteps.ts'
import './help.css'

const end = (): void => goTour(null)

const LOOK_EVERY_MS = 200
const GAP = 12
const SIZE = { width: 300, height: 190 }

/** Beside a place, on the side that has the most room; inside of it where it fills the window. */
const beside = (box: DOMRect): React.CSSProperties => {
  const clampY = (y: number): number => Math.max(GAP, Math.min(y, innerHeight - SIZE.height - GAP))
  const clampX = (x: number): number => Math.max(GAP, Math.min(x, innerWidth - SIZE.width - GAP))
  if (innerWidth - box.right > SIZE.width + 2 * GAP) return { left: box.right + GAP, top: clampY(box.top) }
  if (box.left > SIZE.width + 2 * GAP) return { left: box.left - SIZE.width - GAP, top: clampY(box.top) }
  if (box.top > SIZE.height + 2 * GAP) return { left: clampX(box.left), top: box.top - SIZE.height - GAP }
  return { left: clampX(box.left + GAP), top: clampY(box.bottom + GAP) }
}

/** Where the step's place is now, and whether its task was done; looked at again and again, as everything moves. */
const useStep = (step: TourStep): { box: DOMRect | null; done: boolean } => {
  const [seen, setSeen] = useState<{ box: DOMRect | null; done: boolean }>({ box: null, done: false })
  useEffect(() => {
    const watch = step.begin()
    const look = (): void => {
      const box = document.querySelector(step.selector)?.getBoundingClientRect() ?? null
      setSeen((before) => ({ box, done: before.done || watch.done() }))
    }
    setSeen({ box: null, done: false })
    look()
    const timer = setInterval(look, LOOK_EVERY_MS)
    return () => {
      clearInterval(timer)
      watch.end()
    }
  }, [step])
  return seen
}

const Tour = () => {
  const at = useHelp((s) => s.tour) ?? 0
  const step = TOUR[at]!
  const { box, done } = useStep(step)
  const last = at === TOUR.length - 1
  const place = useRef<HTMLDivElement>(null)
  // A dialog over it is closed first.
  useEscape(true, place, end)
  return (
    <>
      {box && (
        <div
          className="tour-ring"
          aria-hidden
          style={{ left: box.left, top: box.top, width: box.width, height: box.height }}
        />
      )}
      <div
        ref={place}
        className="what-is tour"
        role="dialog"
        aria-label={`Tour, ${at + 1} of ${TOUR.length}: ${step.title}`}
        style={{ width: SIZE.width, ...(box ? beside(box) : { left: GAP, bottom: GAP }) }}
      >
        <small>
          {at + 1} of {TOUR.length}
        </small>
        <b>{step.title}</b>
        <p>{step.text()}</p>
        <p className={done ? 'task done' : 'task'} role="status">
          {done ? '✓ ' : ''}
          {step.task()}
        </p>
        <footer>
          <Button size="small" onClick={end}>
            End
          </Button>
          <span className="spacer" />
          <Button size="small" disabled={at === 0} onClick={() => goTour(at - 1)}>
            Back
          </Button>
          <Button
            size="small"
            variant={done ? 'contained' : 'outlined'}
            onClick={() => (last ? end() : goTour(at + 1))}
          >
            {last ? 'Done' : 'Next'}
          </Button>
        </footer>
      </div>
    </>
  )
}

export default Tour
