/** Plain figures for actors without pictures, and colours for backdrops: drawn once, on a sheet of their own. */
import type { ActorKind, ActorState } from '@gliv/model'
import type { RenderSheet } from '@gliv/player/renderers'

/** Size of a figure's cell; its feet are in the middle of the foot, px. */
export const CELL = { w: 56, h: 64, foot: 60 } as const
const POSES = 4

const BODY = '#e9dfcc'
const DARK = '#4b4038'

type Draw = (context: CanvasRenderingContext2D, state: ActorState, pose: number) => void

/** How a figure's arms and legs stand, by what it does. */
const limbsOf = (
  state: ActorState,
  pose: number,
): { stride: number; arm: number; lean: number; low: number } => {
  const swing = [0, 7, 0, -7][pose % POSES]!
  if (state === 'walk') return { stride: swing, arm: -swing, lean: 1, low: 0 }
  if (state === 'jump') return { stride: 6, arm: -12, lean: 0, low: -3 }
  if (state === 'land') return { stride: 8, arm: 4, lean: 0, low: 6 }
  if (state === 'dash') return { stride: 10, arm: -10, lean: 6, low: 3 }
  if (state === 'attack') return { stride: 5, arm: pose === 0 ? -10 : 16, lean: 4, low: 1 }
  if (state === 'hurt') return { stride: 4, arm: -14, lean: -5, low: 2 }
  return { stride: 3, arm: 2, lean: 0, low: pose % 2 }
}

const line = (context: CanvasRenderingContext2D, ...points: readonly (readonly [number, number])[]): void => {
  context.beginPath()
  points.forEach(([x, y], k) => (k === 0 ? context.moveTo(x, y) : context.lineTo(x, y)))
  context.stroke()
}

const walker: Draw = (context, state, pose) => {
  const { stride, arm, lean, low } = limbsOf(state, pose)
  context.lineCap = 'round'
  context.lineWidth = 5
  context.strokeStyle = DARK
  line(context, [0, -20 + low], [-stride, 0])
  line(context, [0, -20 + low], [stride, 0])
  context.fillStyle = BODY
  context.beginPath()
  context.roundRect(-7 + lean / 2, -40 + low, 14, 22, 5)
  context.fill()
  context.lineWidth = 4
  context.strokeStyle = BODY
  line(context, [lean, -35 + low], [lean + arm * 0.6 + 4, -27 + low], [lean + arm + 4, -22 + low])
  context.beginPath()
  context.arc(lean, -46 + low, 6.5, 0, 2 * Math.PI)
  context.fill()
  context.fillStyle = DARK
  context.fillRect(lean + 2, -48 + low, 2.5, 2.5)
  context.fillRect(lean - 7, -53 + low, 14, 3)
}

const roamer: Draw = (context, _state, pose) => {
  context.fillStyle = DARK
  const swing = [0, 2, 0, -2][pose % POSES]!
  context.fillRect(2, -20 + swing, 9, 6)
  context.fillRect(2, -8 - swing, 9, 6)
  context.fillStyle = BODY
  context.beginPath()
  context.arc(0, -11, 9, 0, 2 * Math.PI)
  context.fill()
  context.fillStyle = DARK
  context.fillRect(4, -13, 5, 4)
}

const flyer: Draw = (context, _state, pose) => {
  const flap = [0, 5, 9, 5][pose % POSES]!
  context.fillStyle = DARK
  context.beginPath()
  context.moveTo(-2, -14)
  context.lineTo(-18, -24 + flap)
  context.lineTo(-10, -10)
  context.fill()
  context.fillStyle = BODY
  context.beginPath()
  context.ellipse(0, -12, 12, 6, 0, 0, 2 * Math.PI)
  context.fill()
  context.fillStyle = DARK
  context.fillRect(7, -14, 3, 3)
}

const target: Draw = (context, state) => {
  context.fillStyle = DARK
  context.fillRect(-2, -24, 4, 24)
  for (const [radius, colour] of [
    [14, state === 'hurt' ? '#ffb08a' : BODY],
    [9, '#a33b2a'],
    [4, BODY],
  ] as const) {
    context.fillStyle = colour
    context.beginPath()
    context.arc(0, -28, radius, 0, 2 * Math.PI)
    context.fill()
  }
}

const thrown: Draw = (context) => {
  context.fillStyle = BODY
  context.beginPath()
  context.arc(0, -6, 6, 0, 2 * Math.PI)
  context.fill()
  context.fillStyle = DARK
  context.fillRect(-1, -11, 2, 10)
}

const DRAWN = { walker, roamer, flyer, target, thrown } as const satisfies Record<ActorKind, Draw>
const KINDS = Object.keys(DRAWN) as ActorKind[]
const STATES: readonly ActorState[] = ['idle', 'walk', 'jump', 'land', 'dash', 'attack', 'hurt', 'teleport']

/** Texels of a figure, and of plain white. */
export const figureCell = (kind: ActorKind, state: ActorState, pose: number) => ({
  tx: (Math.max(0, STATES.indexOf(state)) * POSES + (pose % POSES)) * CELL.w,
  ty: KINDS.indexOf(kind) * CELL.h,
  tw: CELL.w,
  th: CELL.h,
})
export const WHITE = { tx: 2, ty: KINDS.length * CELL.h + 2, tw: 4, th: 4 } as const

/** How many poses a second a plain figure shows. */
export const POSE_RATE = 8

const painted = (): HTMLCanvasElement => {
  const canvas = document.createElement('canvas')
  canvas.width = STATES.length * POSES * CELL.w
  canvas.height = KINDS.length * CELL.h + 8
  const context = canvas.getContext('2d')
  if (!context) return canvas
  KINDS.forEach((kind, row) =>
    STATES.forEach((state, s) => {
      for (let pose = 0; pose < POSES; pose++) {
        context.save()
        context.translate((s * POSES + pose + 0.5) * CELL.w, row * CELL.h + CELL.foot)
        DRAWN[kind](context, state, pose)
        context.restore()
      }
    }),
  )
  context.fillStyle = '#fff'
  context.fillRect(0, KINDS.length * CELL.h, 8, 8)
  return canvas
}

let sheet: RenderSheet | null = null
/** The sheet of figures. */
export const figureSheet = (): RenderSheet => {
  if (sheet) return sheet
  const image = painted()
  return (sheet = { image, width: image.width, height: image.height, sampling: 'smooth' })
}
