/** An effect, small: a picture that was made off the page, running while the pointer or the focus is on its card. */
import { type Kit, type KitFile } from '@gliv/document'
import { Canvas2dRenderer, type Renderer } from '@gliv/player/renderers'
import type { Simulation } from '@gliv/engine'
import { useEffect, useMemo, useRef, useState } from 'react'
import { renderSheetsOf } from '../shared/sheetImages.ts'
import { GROUNDS } from '../state/session.ts'
import { runSmall, type Show, STILL_HEIGHT, STILL_WIDTH } from './still.ts'
import { type ShownStill, stillAtHand, stillOf, stillPiece } from './stills.ts'
import './Thumbnail.css'

interface Showing {
  readonly simulation: Simulation
  readonly renderer: Renderer
  readonly show: Show
  seconds: number
  restUntil: number
}

/** A picture of a thumbnail that takes longer than this is dear. */
const DEAR_MS = 12

const showing = new Set<Showing>()
let request = 0
let last = 0

const draw = ({ simulation, renderer, show, seconds }: Showing): void => {
  simulation.seek(Math.floor(seconds * simulation.rate))
  renderer.begin(GROUNDS.dark)
  renderer.draw(simulation.frame(1), show.camera)
}

/** One clock for all thumbnails that run. */
const tick = (now: number): void => {
  request = showing.size > 0 ? requestAnimationFrame(tick) : 0
  const elapsed = Math.min(0.1, (now - last) / 1000)
  last = now
  for (const each of showing) {
    // A thumbnail that is dear to draw rests for as long as it took, so that the page stays quick.
    if (now < each.restUntil) continue
    const start = performance.now()
    each.seconds = each.seconds + elapsed < each.show.to ? each.seconds + elapsed : each.show.from
    draw(each)
    const took = performance.now() - start
    each.restUntil = took > DEAR_MS ? performance.now() + took * 10 : 0
  }
}

const start = (one: Showing): void => {
  showing.add(one)
  if (request) return
  last = performance.now()
  request = requestAnimationFrame(tick)
}

interface Props {
  readonly kit: Kit
  readonly effectId: string
  readonly pictures: KitFile['pictures']
  /** Told what is known of the effect once its still is there. */
  readonly onShow?: (show: Show) => void
}

/** The running picture; it begins at the moment that the still shows. */
const Running = ({ kit, effectId, pictures, show }: Props & { readonly show: Show }) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const element = canvas.current
    const context = element?.getContext('2d')
    const simulation = context && runSmall({ kit, pictures }, effectId)?.simulation
    if (!element || !context || !simulation) return
    const renderer = new Canvas2dRenderer(context)
    const one: Showing = { simulation, renderer, show, seconds: show.at, restUntil: 0 }
    let ended = false
    void renderSheetsOf(kit, pictures).then((sheets) => {
      if (ended) return
      renderer.setSheets(sheets)
      draw(one)
      element.style.visibility = 'visible'
      start(one)
    })
    return () => {
      ended = true
      showing.delete(one)
      simulation.dispose()
      renderer.dispose()
    }
  }, [kit, effectId, pictures, show])
  return (
    <canvas ref={canvas} className="thumbnail-run" width={STILL_WIDTH} height={STILL_HEIGHT} aria-hidden />
  )
}

/** The still of an effect, the one before while a new one is made. */
const useStill = (hash: string, piece: Kit, { effectId, pictures }: Props): ShownStill | null => {
  const [still, setStill] = useState<ShownStill | null>(() => stillAtHand(hash) ?? null)
  useEffect(() => {
    const atHand = stillAtHand(hash)
    if (atHand !== undefined) return setStill(atHand)
    let current = true
    void stillOf(hash, piece, effectId, pictures).then((found) => current && setStill(found))
    return () => void (current = false)
    // The hash stands for everything that the picture depends on.
  }, [hash]) // eslint-disable-line react-hooks/exhaustive-deps
  return still
}

/** Milliseconds for which the pointer must stay: what it passes over while the page scrolls does not run. */
const STAY_MS = 120

/** Whether the pointer stays on the card around an element, or the focus is on it. */
const useAttention = (place: React.RefObject<HTMLElement | null>): boolean => {
  const [some, setSome] = useState(false)
  useEffect(() => {
    const card = place.current?.closest<HTMLElement>('[data-card]') ?? place.current
    if (!card) return
    let waiting = 0
    const come = (): void => {
      window.clearTimeout(waiting)
      waiting = window.setTimeout(() => setSome(true), STAY_MS)
    }
    const go = (): void => {
      window.clearTimeout(waiting)
      setSome(false)
    }
    // A press gives the focus away again; the pointer is still there.
    const goUnlessPointed = (): void => void (card.matches(':hover') || go())
    const events = { pointerenter: come, focusin: come, pointerleave: go, focusout: goUnlessPointed }
    for (const [event, act] of Object.entries(events)) card.addEventListener(event, act)
    return () => {
      go()
      for (const [event, act] of Object.entries(events)) card.removeEventListener(event, act)
    }
  }, [place])
  return some
}

/** Whether an element is in sight. */
const useInSight = (place: React.RefObject<HTMLElement | null>): boolean => {
  const [some, setSome] = useState(false)
  useEffect(() => {
    const observer = new IntersectionObserver(([entry]) => setSome(entry!.isIntersecting))
    if (place.current) observer.observe(place.current)
    return () => observer.disconnect()
  }, [place])
  return some
}

/**
 * An effect, small. It runs while the pointer or the focus is on its card (an element with `data-card`, else the
 * picture itself).
 */
export const Thumbnail = (props: Props) => {
  const place = useRef<HTMLSpanElement>(null)
  return <Picture {...props} place={place} runs={useAttention(place)} />
}

/** An effect, small, that runs as long as it is in sight: for the few that are to be chosen among. */
export const LivingThumbnail = (props: Props) => {
  const place = useRef<HTMLSpanElement>(null)
  return <Picture {...props} place={place} runs={useInSight(place)} />
}

const Picture = ({
  place,
  runs,
  ...props
}: Props & { readonly place: React.RefObject<HTMLSpanElement | null>; readonly runs: boolean }) => {
  const { kit, effectId, pictures } = props
  const { piece, hash } = useMemo(() => stillPiece(kit, effectId), [kit, effectId])
  const still = useStill(hash, piece, props)
  const { onShow } = props
  useEffect(() => {
    if (still) onShow?.(still.show)
  }, [still, onShow])
  return (
    <span ref={place} className="thumbnail" aria-hidden>
      {still && <img src={still.url} width={STILL_WIDTH} height={STILL_HEIGHT} alt="" draggable={false} />}
      {still && runs && <Running kit={piece} effectId={effectId} pictures={pictures} show={still.show} />}
    </span>
  )
}
