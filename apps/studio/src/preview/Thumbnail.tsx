import { maskReader } from '@gliv/bake'
import { type Kit, type KitFile, resolveEffect } from '@gliv/document'
import { compile, createSimulation, longestLife, type Simulation } from '@gliv/engine'
import { Refusal, type ResolvedEffect } from '@gliv/model'
import { type Camera, createRenderer, type Renderer } from '@gliv/player'
import { useEffect, useRef } from 'react'
import { renderSheetsOf } from '../shared/sheetImages.ts'
import { GROUNDS } from '../state/session.ts'
import { STILL } from '../state/stagePreview.ts'
import { boundsOf, cameraFor } from './fit.ts'
import { previewOptions, shownEnd } from './previewOptions.ts'
import './Thumbnail.css'

interface Showing {
  readonly simulation: Simulation
  readonly renderer: Renderer
  readonly camera: Camera
  readonly from: number
  readonly to: number
  seconds: number
  restUntil: number
}

/** The first picture is not the empty beginning but this far into the first moments. */
const FIRST_SIGHT = 0.2
/** A picture of a thumbnail that takes longer than this is dear. */
const DEAR_MS = 12

const showing = new Set<Showing>()
let request = 0
let last = 0

/** One clock for all thumbnails that can be seen. */
const tick = (now: number): void => {
  request = showing.size > 0 ? requestAnimationFrame(tick) : 0
  const elapsed = Math.min(0.1, (now - last) / 1000)
  last = now
  for (const show of showing) {
    // A thumbnail that is dear to draw rests for as long as it took, so that the page stays quick.
    if (now < show.restUntil) continue
    const start = performance.now()
    show.seconds = show.seconds + elapsed < show.to ? show.seconds + elapsed : show.from
    show.simulation.seek(Math.floor(show.seconds * show.simulation.rate))
    show.renderer.begin(GROUNDS.dark)
    show.renderer.draw(show.simulation.frame(1), show.camera)
    const took = performance.now() - start
    show.restUntil = took > DEAR_MS ? performance.now() + took * 10 : 0
  }
}

const start = (show: Showing): void => {
  showing.add(show)
  if (request) return
  last = performance.now()
  request = requestAnimationFrame(tick)
}

/** Seconds of nothing between two showings. */
const BREATH = 0.15
const MOMENTS = 24

/**
 * Last of some moments at which a quarter of the most are still there: a card is not left empty for
 * stragglers.
 */
const busyUntil = (effect: ResolvedEffect, simulation: Simulation): number => {
  const end = shownEnd(effect)
  const counts = Array.from({ length: MOMENTS }, (_, k) => {
    simulation.seek(Math.round(((k + 1) / MOMENTS) * end * simulation.rate))
    return simulation.alive
  })
  const enough = Math.max(1, Math.max(...counts) / 4)
  return ((counts.findLastIndex((count) => count >= enough) + 1) / MOMENTS) * end
}

/**
 * From where to where a thumbnail plays: a whole effect and a breath; of a loop, a minute from when it is
 * full.
 */
const spanOf = (effect: ResolvedEffect, simulation: Simulation): { from: number; to: number } => {
  if (effect.play === 'once' || effect.play === 'sustain')
    return { from: 0, to: busyUntil(effect, simulation) + BREATH }
  const full = Math.max(0, ...effect.emitters.map((e) => longestLife(e)))
  return { from: full, to: full + 60 }
}

const canCompile = (effect: ResolvedEffect): boolean => {
  try {
    compile(effect)
    return true
  } catch (error) {
    if (error instanceof Refusal) return false
    throw error
  }
}

/** An effect, small and moving; it rests while it is out of sight. */
export const Thumbnail = ({
  kit,
  effectId,
  pictures,
}: {
  kit: Kit
  effectId: string
  pictures: KitFile['pictures']
}) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const latest = useRef(kit)
  useEffect(() => void (latest.current = kit))
  const effect = kit.effects[effectId]
  const { types } = kit
  useEffect(() => {
    const element = canvas.current
    const { current: kit } = latest
    if (!element || !effect) return
    const resolved = resolveEffect(
      kit,
      effect,
      maskReader(() => pictures),
    )
    // An effect that the engine refuses has no picture; the editor says why.
    if (!canCompile(resolved)) return
    const options = previewOptions(resolved, STILL, kit)
    const simulation = createSimulation(compile(resolved), options)
    const span = spanOf(resolved, simulation)
    const renderer = createRenderer(element, 'canvas2d')
    const show: Showing = {
      simulation,
      renderer,
      camera: cameraFor(boundsOf(resolved, options), element.width, element.height, 1.5),
      ...span,
      seconds: span.from + FIRST_SIGHT * Math.min(1.5, span.to - span.from),
      restUntil: 0,
    }
    let seen = false
    const observer = new IntersectionObserver(([entry]) => {
      seen = entry!.isIntersecting
      if (seen) start(show)
      else showing.delete(show)
    })
    void renderSheetsOf(kit, pictures).then((sheets) => {
      renderer.setSheets(sheets)
      observer.observe(element)
    })
    return () => {
      observer.disconnect()
      showing.delete(show)
      simulation.dispose()
      renderer.dispose()
    }
  }, [effect, types, pictures])
  return <canvas ref={canvas} className="thumbnail" width={288} height={180} aria-hidden />
}
