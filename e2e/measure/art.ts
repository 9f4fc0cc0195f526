/**
 * How each demo effect stands out from its ground: it is played at its first firing on one of the stages, as the scene
 * plays it, and held against the backdrop alone. A frame's contrast is the difference of luminance over the pixels that
 * the effect changes, weighted by itself (Σd² ÷ Σd). `npm run measure:art`; with `-- --pictures <folder>` eight moments
 * of each are written as PNG.
 */
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { prepareSheets, resolverOf } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { type Kit, type Stage, stageRun } from '@gliv/document'
import { createSimulation, latestEndSeconds, type Simulation } from '@gliv/engine'
import type { Frame } from '@gliv/model'
import {
  type Canvas,
  createCanvas,
  fill,
  paintFrame,
  type PaintSheet,
  prepareSheet,
  toStraight,
} from '@gliv/paint'
import { createImage, encodePng } from '@gliv/pixels'
import { cameraAt, type Firing, programOf, Scene } from '@gliv/scene'
import { layerQuads } from '../../apps/studio/src/scene/backdrop.ts'
import { quadsFrame } from '../../apps/studio/src/shared/quads.ts'

const VIEW = { w: 320, h: 200 } as const
/** Frames that are measured. */
const MEASURED = 40
const SHOWN = 8
const GOAL = { contrast: 0.15, share: 0.8 } as const

const file = makeDemo()
const { kit } = file
const resolved = resolverOf(file)

/** Height of a sheet that is white where the studio keeps white on its sheet of figures. */
const WHITE_ROWS = 328
const sheets: PaintSheet[] = [
  ...prepareSheets(file),
  prepareSheet(8, WHITE_ROWS, new Uint8Array(8 * WHITE_ROWS * 4).fill(255), 'smooth'),
]

interface Place {
  readonly stage: Stage
  readonly scene: Scene
  readonly firing: Firing
}

/** The first firing of an effect over all stages and recordings, or of one that plays it as a part. */
const placeOf = (scenes: readonly Omit<Place, 'firing'>[], effect: string): Place | null => {
  for (const one of scenes) {
    const firing = one.scene.track.firings.find((f) => f.effect === effect)
    if (firing) return { ...one, firing }
  }
  return null
}

const scenesOf = (of: Kit): Omit<Place, 'firing'>[] =>
  of.stageOrder.flatMap((id) => {
    const stage = of.stages[id]!
    return (stage.recordings ?? []).map((recording) => ({
      stage,
      scene: new Scene(
        { ...stageRun(of, stage), resolved, endSeconds: (e) => latestEndSeconds({ ...e, play: 'once' }) },
        recording.presses,
        recording.ticks,
      ),
    }))
  })

const luminance = (data: Uint16Array, o: number): number =>
  (0.2126 * data[o]! + 0.7152 * data[o + 1]! + 0.0722 * data[o + 2]!) / (255 * 128)

/** Σd² ÷ Σd over what differs; 0 where nothing does. */
const contrastOf = (a: Canvas, b: Canvas): number => {
  let [sum, squares] = [0, 0]
  for (let o = 0; o < a.data.length; o += 4) {
    const d = Math.abs(luminance(a.data, o) - luminance(b.data, o))
    if (d < 0.02) continue
    sum += d
    squares += d * d
  }
  return sum > 0 ? squares / sum : 0
}

const paint = (frames: readonly Frame[], x: number, y: number, zoom: number): Canvas => {
  const canvas = createCanvas(VIEW.w * zoom, VIEW.h * zoom)
  fill(canvas, [22, 23, 28])
  for (const frame of frames) paintFrame(canvas, frame, sheets, { x, y, zoom })
  return canvas
}

const backdrop = (stage: Stage, x: number, y: number): Frame[] =>
  (stage.layers ?? [])
    .filter(({ front }) => !front)
    .map((layer) => quadsFrame(layerQuads(kit, layer, { x, y, ...VIEW }, kit.sheetOrder.length)))

interface Shot {
  readonly tick: number
  readonly frame: Canvas
  readonly contrast: number
  readonly alive: number
}

/** The living moments of an effect at its place. */
const shotsOf = ({ stage, scene, firing }: Place, count: number, zoom: number): Shot[] => {
  const effect = resolved(firing.effect)!
  const simulation: Simulation = createSimulation(programOf(effect, firing.strength), scene.optionsOf(firing))
  const last = Math.min(firing.endTick, scene.length) - firing.tick
  const span = Math.max(8, Math.min(last, 4 * effect.rate))
  return Array.from({ length: count }, (_, k): Shot | null => {
    const tick = Math.round(((k + 0.5) / count) * span)
    simulation.seek(tick)
    if (simulation.alive + simulation.marks === 0) return null
    const [ox, oy] = scene.track.placeOf(firing, firing.tick + tick)
    const [cx, cy] = cameraAt(scene.track, stage.camera, firing.tick + tick, effect.rate)
    const wide = effect.emitters.some(({ shape }) => shape === 'viewEdge') || /storm|rain/.test(effect.id)
    const [x, y] = wide ? [cx - VIEW.w / 2, cy - VIEW.h / 2] : [ox - VIEW.w / 2, oy - VIEW.h * 0.6]
    const behind = backdrop(stage, x, y)
    const ground = paint(behind, x, y, zoom)
    const frame = paint([...behind, simulation.frame(1)], x, y, zoom)
    return { tick, frame, contrast: contrastOf(frame, ground), alive: simulation.alive }
  }).filter((shot) => shot !== null)
}

const write = (folder: string, id: string, shots: readonly Shot[]): void => {
  const [first] = shots
  if (!first) return
  const { width, height } = first.frame
  const columns = 4
  const sheet = createImage(width * columns, height * Math.ceil(shots.length / columns))
  shots.forEach(({ frame }, k) => {
    const data = toStraight(frame)
    const [left, top] = [(k % columns) * width, Math.floor(k / columns) * height]
    for (let row = 0; row < height; row++)
      sheet.data.set(
        data.subarray(row * width * 4, (row + 1) * width * 4),
        ((top + row) * sheet.width + left) * 4,
      )
  })
  writeFileSync(join(folder, `${id}.png`), encodePng(sheet))
}

const at = process.argv.indexOf('--pictures')
const folder = at > 0 ? process.argv[at + 1]! : null
const only = process.argv
  .find((arg) => arg.startsWith('--only='))
  ?.slice(7)
  .split(',')
if (folder) mkdirSync(folder, { recursive: true })
const scenes = scenesOf(kit)
let good = 0
const ids = kit.effectOrder.filter((id) => !only || only.includes(id))
for (const id of ids) {
  const place = placeOf(scenes, id)
  const layers = kit.effects[id]!.emitterOrder.length + kit.effects[id]!.parts.length
  if (!place) {
    console.log(`${id.padEnd(18)} nothing on a stage plays it`)
    continue
  }
  const shots = shotsOf(place, MEASURED, 1)
  const share = shots.filter(({ contrast }) => contrast >= GOAL.contrast).length / Math.max(1, shots.length)
  const middle = shots.map(({ contrast }) => contrast).sort((a, b) => a - b)[shots.length >> 1] ?? 0
  if (share >= GOAL.share) good++
  console.log(
    `${id.padEnd(18)} ${share >= GOAL.share ? 'ok ' : 'LOW'} ${(share * 100).toFixed(0).padStart(3)} % of ${String(shots.length).padStart(2)} frames ≥ ${GOAL.contrast}, median ${middle.toFixed(2)}, ${layers} layers, on ${place.stage.name}`,
  )
  if (folder) write(folder, id, shotsOf(place, SHOWN, 1))
}
console.log(
  `${good} of ${ids.length} effects stand out by ${GOAL.contrast} in ${GOAL.share * 100} % of their living frames`,
)
