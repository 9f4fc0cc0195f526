import { compile, createSimulation, type Simulation } from '@gliv/engine'
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  type ForceKind,
  type NumbersOf,
  type ResolvedEffect,
  type TypeChoices,
} from '@gliv/model'
import { useEffect, useRef } from 'react'

const W = 72
const H = 44
const LOOP_SECONDS = 2

interface Scene {
  readonly numbers?: Partial<NumbersOf<'type'>>
  readonly choices?: Partial<TypeChoices>
  readonly emitter?: Partial<NumbersOf<'emitter'>>
  readonly shape?: 'point' | 'line'
}

const fixed = (value: number) => ({ from: value, to: value })
const corner = (x: number, y: number, outX = 0, outY = 0) => ({ x, y, inX: -outX, inY: -outY, outX, outY })

/** What each picture shows, in a field of 72 × 44 px around the origin: the real engine at work. */
const SCENES = {
  gravity: {
    numbers: { gravity: 60 },
    emitter: { heading: -55, speed: fixed(58), offsetX: -30, offsetY: 12, fan: 24 },
  },
  thrust: { numbers: { thrust: 70 }, emitter: { heading: 0, speed: fixed(6), offsetX: -34 } },
  brake: { numbers: { brake: 62 }, emitter: { heading: 0, speed: fixed(85), offsetX: -34 } },
  drag: { numbers: { drag: 2.6 }, emitter: { heading: 0, speed: fixed(150), offsetX: -34 } },
  wind: { numbers: { wind: 55 }, emitter: { heading: -90, speed: fixed(32), offsetX: -22, offsetY: 22 } },
  drift: { numbers: { drift: 24 }, emitter: { heading: -90, speed: fixed(22), offsetX: -26, offsetY: 20 } },
  turn: { numbers: { turn: fixed(150) }, emitter: { heading: -90, speed: fixed(46), offsetX: -18, fan: 8 } },
  pull: {
    numbers: { pull: 70, pullX: 8, pullY: 0 },
    emitter: { heading: 0, speed: fixed(4), fan: 360, offsetX: 8 },
    shape: 'line',
  },
  swirl: {
    numbers: { swirl: 60, pull: 60, pullX: 0, pullY: 0, swirlX: 0, swirlY: 0, pullDamping: 1 },
    choices: { forces: ['pull', 'swirl'] },
    shape: 'line',
  },
  churn: {
    numbers: { churn: 90, churnSize: 18, churnRate: 1 },
    emitter: { heading: 0, speed: fixed(28), offsetX: -34, fan: 4 },
  },
  sway: {
    numbers: { sway: 9, swayRate: 1, swayHeading: 90, swayPhase: 0 },
    emitter: { heading: 0, speed: fixed(36), offsetX: -34, fan: 0 },
  },
  rail: {
    choices: {
      rail: {
        closed: false,
        points: [corner(-30, 12, 20, -40), corner(6, -6, 10, 20), corner(32, 10, 8, -20)],
      },
    },
    emitter: { offsetX: -30, offsetY: 12, speed: fixed(0) },
  },
  avoid: {
    numbers: { avoid: 500, avoidX: 4, avoidY: 0, avoidRadius: 6, avoidReach: 12 },
    emitter: { heading: 0, fan: 0, speed: fixed(36), offsetX: -34 },
    shape: 'line',
  },
  limit: {
    numbers: { limit: 22, gravity: 260, gravityHeading: 0 },
    choices: { forces: ['gravity', 'limit'] },
    emitter: { heading: 0, speed: fixed(20), offsetX: -34 },
  },
  waver: {
    numbers: { waverHeading: 70, waverHeadingRate: 2, waverScale: 0.6 },
    emitter: { heading: 0, speed: fixed(32), offsetX: -34, fan: 4 },
  },
} as const satisfies Record<ForceKind, Scene>

const effectOf = (force: ForceKind): ResolvedEffect => {
  const { numbers, choices, emitter, shape }: Scene = SCENES[force]
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
    if (window.matchMedia?.('(prefers-reduced-motion: reduce)').matches) return
    let asked = 0
    const next = (time: number): void => {
      simulation.seek(Math.floor((time / 1000) * 60) % (60 * 60))
      draw(canvas, simulation)
      asked = requestAnimationFrame(next)
    }
    asked = requestAnimationFrame(next)
    return () => cancelAnimationFrame(asked)
  }, [force])
  return <canvas ref={ref} className="force-picture" width={W * 2} height={H * 2} aria-hidden />
}
