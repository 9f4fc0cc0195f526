/**
 * “What is this?”: whatever the pointer or the focus comes to is explained in a card; a press explains and does nothing
 * else. Escape ends it.
 */
import Button from '@mui/material/Button'
import { useEffect, useRef, useState } from 'react'
import { useEscape } from '../shared/keys/escape.ts'
import { controlOf, explain, type Explained } from './explain.ts'
import { askWhat, openGuide } from './open.ts'
import './help.css'

const BODY = { current: document.body }
const end = (): void => askWhat(false)

interface Shown extends Explained {
  readonly box: DOMRect
}

const GAP = 10
const WIDTH = 300

/** Below what it explains, else above; never over it, never outside of the window. */
const styleOf = ({ left, top, bottom }: DOMRect): React.CSSProperties => {
  const x = Math.max(GAP, Math.min(left, innerWidth - WIDTH - GAP))
  const below = bottom + GAP
  return below < innerHeight * 0.62
    ? { left: x, top: below }
    : { left: x, bottom: Math.max(GAP, innerHeight - top + GAP) }
}

const isOurs = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('.what-is') !== null

const show = (target: EventTarget | null): Shown | null => {
  if (!(target instanceof Element) || isOurs(target)) return null
  return { ...explain(target), box: (controlOf(target) ?? target).getBoundingClientRect() }
}

/** Keys that would press what has the focus. */
const PRESSES = new Set(['Enter', ' '])

const useAsking = (): Shown | null => {
  const [shown, setShown] = useState<Shown | null>(null)
  const pinned = useRef(false)
  useEffect(() => {
    const look = (target: EventTarget | null): void => {
      const next = show(target)
      if (next) setShown(next)
    }
    const move = ({ target }: Event): void => void (pinned.current || look(target))
    const stop = (event: Event): void => {
      if (isOurs(event.target)) return
      event.preventDefault()
      event.stopImmediatePropagation()
      if (event.type !== 'click') return
      pinned.current = !pinned.current
      look(event.target)
    }
    const focus = ({ target }: Event): void => look(target)
    const key = (event: KeyboardEvent): void => {
      // Whatever has the focus would do with it.
      if (event.key === 'Escape') return end()
      if (!PRESSES.has(event.key) || isOurs(event.target)) return
      event.preventDefault()
      event.stopImmediatePropagation()
    }
    const listen = [
      ['pointermove', move],
      ['focusin', focus],
      ['keydown', key as (event: Event) => void],
      ...(
        ['pointerdown', 'pointerup', 'mousedown', 'mouseup', 'click', 'dblclick', 'contextmenu'] as const
      ).map((type) => [type, stop] as const),
    ] as const
    for (const [type, act] of listen) addEventListener(type, act, { capture: true })
    document.body.classList.add('asks-what')
    if (document.activeElement && document.activeElement !== document.body) look(document.activeElement)
    return () => {
      for (const [type, act] of listen) removeEventListener(type, act, { capture: true })
      document.body.classList.remove('asks-what')
    }
  }, [])
  return shown
}

const Card = ({ name, help, facts, use, place, box }: Shown) => (
  <div className="what-is" role="status" aria-live="polite" style={{ width: WIDTH, ...styleOf(box) }}>
    <b>{name}</b>
    {help !== '' && <p>{help}</p>}
    {facts.length > 0 && (
      <dl>
        {facts.map(({ title, text }) => (
          <div key={title}>
            <dt>{title}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    )}
    {use !== '' && <p className="soft">{use}</p>}
    <footer>
      <span className="soft" title={place.text}>
        {place.name === name ? '' : `In: ${place.name}`}
      </span>
      <Button
        size="small"
        onClick={() => {
          end()
          openGuide(place.section)
        }}
      >
        More in the guide
      </Button>
    </footer>
  </div>
)

const WhatIs = () => {
  useEscape(true, BODY, end)
  const shown = useAsking()
  return (
    <>
      {shown && <Card {...shown} />}
      <div className="what-is asking-bar" role="status">
        Point at anything, or go to it by Tab: what is it?
        <Button size="small" variant="outlined" onClick={end}>
          Done (Esc)
        </Button>
      </div>
    </>
  )
}

export default WhatIs
