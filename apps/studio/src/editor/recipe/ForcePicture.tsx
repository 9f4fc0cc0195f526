import { compile, createSimulation, type Simulation } from '@gliv/engine'
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  type ForceKind,
  type ResolvedEffect,
} from '@gliv/model'
import { useEffect, useRef } from 'react'
import { forceEditor } from './forces.ts'
import './ForcePicture.css'

const W = 72
const H = 44
const LOOP_SECONDS = 2

const fixed = (value: number) => ({ from: value, to: value })

const effectOf = (force: ForceKind): ResolvedEffect => {
  const { numbers, choices, emitter, shape } = forceEditor(force).scene
  const frame = { x: 0, y: 0, w: 1, h: 1, pivotX: 0.5, pivotY: 0.5 }
  return {
    id: force,
    name: force,
    seed: 41,
    rate: 60,
    play: 'loop',
    backwards: false,
    wholePixels: false,
    source: null,
    lanes: {},
    numbers: { ...defaultsOf('effect'), loopSeconds: LOOP_SECONDS, warmUp: 2 },
    parts: [],
    emitters: [
      {
        ...DEFAULT_EMITTER_CHOICES,
        id: force,
        name: force,
        salt: 7,
        bursts: [],
        relays: [],
        mask: null,
        shape: shape ?? 'point',
        numbers: {
          ...defaultsOf('emitter'),
          flow: 16,
          duration: LOOP_SECONDS,
          fan: 16,
          shapeWidth: 36,
          shapeAngle: 90,
          ...emitter,
        },
        type: {
          ...DEFAULT_TYPE_CHOICES,
          id: force,
          name: force,
          palette: null,
          mark: null,
          ramps: DEFAULT_RAMPS,
          pictures: [{ sheetId: '', sheet: 0, weight: 1, frameIndices: [0], frames: [frame] }],
          forces: [force],
          ...choices,
          numbers: { ...defaultsOf('type'), life: fixed(1.5), ...numbers },
        },
      },
    ],
  }
}

const draw = (canvas: HTMLCanvasElement, simulation: Simulation): void => {
  const context = canvas.getContext('2d')
  if (!context) return
  const { f32, count } = simulation.frame()
  const ratio = canvas.width / W
  context.setTransform(ratio, 0, 0, ratio, canvas.width / 2, canvas.height / 2)
  context.clearRect(-W / 2, -H / 2, W, H)
  context.fillStyle = getComputedStyle(canvas).color
  for (let k = 0, o = 0; k < count; k++, o += 12) {
    context.globalAlpha = f32[o + 11]!
    context.beginPath()
    context.arc(f32[o]!, f32[o + 1]!, 1.7 * Math.abs(f32[o + 2]! || 1), 0, 7)
    context.fill()
  }
}

/** A small moving picture of what a force does. It stands still for people who ask for less motion. */
export const ForcePicture = ({ force }: { force: ForceKind }) => {
  const ref = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const canvas = ref.current!
    const simulation = createSimulation(compile(effectOf(force)))
    draw(canvas, simulation)
    if (window.matchMedia?.('(prefers-reduced-motion: reduce)').matches) return () => simulation.dispose()
    let asked = 0
    const next = (time: number): void => {
      simulation.seek(Math.floor((time / 1000) * 60) % (60 * 60))
      draw(canvas, simulation)
      asked = requestAnimationFrame(next)
    }
    asked = requestAnimationFrame(next)
    return () => {
      cancelAnimationFrame(asked)
      simulation.dispose()
    }
  }, [force])
  return <canvas ref={ref} className="force-picture" width={W * 2} height={H * 2} aria-hidden />
}
