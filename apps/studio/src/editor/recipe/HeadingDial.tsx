import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import type { PropertyId } from '@gliv/model'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { editMoment, editStep, endMoment, shownKit, useDocument } from '../../state/document.ts'
import { editLabel, readValue, writeValue } from '../../document/propertyAddress.ts'
import { directionWord } from '@gliv/words'
import { PROPERTY_TEXTS } from '@gliv/words'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { useShown } from '../playback/shownEffect.ts'
import { fanPath, nearestTurn, polar } from '../../document/geometry.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'
import './HeadingDial.css'

const R = 22

/** Degrees of a place of the page, seen from an element's middle. */
const angleIn = (element: Element, [x, y]: readonly [number, number]): number => {
  const box = element.getBoundingClientRect()
  return (Math.atan2(y - box.y - box.height / 2, x - box.x - box.width / 2) * 180) / Math.PI
}

/**
 * A dial that is drawn as what it sets: an arrow, and the fan around it. Drag turns; whole degrees, with
 * Shift steps of 15.
 */
export const HeadingDial = ({ path, id, fan }: { path: EmitterPath; id: PropertyId; fan?: PropertyId }) => {
  const target = addressOf(path, id)
  const read =
    (which: PropertyId | undefined, otherwise: number) => (state: Parameters<typeof shownKit>[0]) => {
      const kit = shownKit(state)
      const value = which && kit ? readValue(kit, addressOf(path, which), which) : undefined
      return typeof value === 'number' ? value : otherwise
    }
  const heading = useDocument(read(id, 0))
  const spread = useDocument(read(fan, 0))
  const face = useRef<SVGSVGElement>(null)
  const turnTo = (deg: number, how: typeof editMoment): void => {
    const { kit } = useDocument.getState()
    if (kit)
      how(editLabel(kit, target, id), (draft) => writeValue(draft, target, id, nearestTurn(deg, heading)))
  }
  const bind = useDrag(
    ({ event, last, xy, shiftKey }) => {
      const step = shiftKey ? 15 : 1
      noteInput(event)
      turnTo(Math.round(angleIn(face.current!, xy) / step) * step, editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    // Clockwise to the right and down, as angles grow.
    turnTo(heading + steps[0] + steps[1], editStep)
  }
  const [tx, ty] = polar(heading, R - 3)
  return (
    <div className="heading-dial">
      <svg
        ref={face}
        {...bind()}
        width={2 * R + 4}
        height={2 * R + 4}
        viewBox={`${-R - 2} ${-R - 2} ${2 * R + 4} ${2 * R + 4}`}
        role="slider"
        tabIndex={0}
        data-about={id}
        aria-label={PROPERTY_TEXTS[id].label}
        aria-valuenow={heading}
        aria-valuemin={-180}
        aria-valuemax={180}
        aria-valuetext={`${heading}°, ${directionWord(heading)}`}
        onKeyDown={onKeyDown}
        style={{ touchAction: 'none' }}
      >
        <circle r={R} className="dial-face" />
        {spread > 0 && <path d={fanPath(heading, spread, R)} className="dial-fan" />}
        <line x2={tx} y2={ty} className="dial-arrow" />
        <circle cx={tx} cy={ty} r={4} className="dial-knob" />
      </svg>
      <span>{spread >= 360 ? 'all around' : directionWord(heading)}</span>
    </div>
  )
}

/** The launch's own dial; a heading that comes from the shape or a point has none. */
export const LaunchDial = ({ path }: { path: EmitterPath }) => {
  const shown = useShown((_, effect) => effect.emitters[path.emitter]?.aim === 'direction', false)
  return shown ? <HeadingDial path={path} id="heading" fan="fan" /> : null
}
