/** States of the effect that run in step beside each other, each in a part of the canvas: takes, variations. */
import { compile, createSimulation, type Simulation, type SimulationOptions } from '@gliv/engine'
import { type Frame, Refusal, type ResolvedEffect } from '@gliv/model'
import type { Camera } from '@gliv/player/renderers'
import type { CanvasBox } from './stageRenderer/stageRenderer.ts'

/** A part of the canvas and what runs there. */
export interface Cell {
  readonly key: string
  /** Null for the effect as it is. */
  readonly effect: ResolvedEffect | null
  /** Shares of the canvas, from its left top corner. */
  readonly box: CanvasBox
  /** How large things are there, as a share of their size on the whole stage. */
  readonly zoom: number
}

/** Where a state runs, and how. */
export interface CellRun {
  readonly effect: ResolvedEffect
  readonly options: SimulationOptions
}

interface Run {
  readonly effect: ResolvedEffect
  readonly how: string
  readonly simulation: Simulation
}

/** How long states may take to come to a moment within one picture, in ms; what is left follows with the next. */
const CATCH_UP_MS = 8

export class Cells {
  #cells: readonly Cell[] = []
  readonly #runs = new Map<string, Run>()
  #tick = 0

  get all(): readonly Cell[] {
    return this.#cells
  }

  set all(cells: readonly Cell[]) {
    this.#cells = cells
    const keys = new Set(cells.map(({ key }) => key))
    for (const key of [...this.#runs.keys()]) if (!keys.has(key)) this.#drop(key)
  }

  get shown(): boolean {
    return this.#cells.length > 0
  }

  #drop(key: string): void {
    this.#runs.get(key)?.simulation.dispose()
    this.#runs.delete(key)
  }

  /** Some state is not where it should be yet. */
  get behind(): boolean {
    return [...this.#runs.values()].some(({ simulation }) => simulation.tick !== this.#tick)
  }

  /** Each state at a tick, as far as there is time; what is placed otherwise begins anew. */
  seek(tick: number, runOf: (effect: ResolvedEffect) => CellRun): void {
    this.#tick = tick
    const start = performance.now()
    for (const { key, effect } of this.#cells)
      if (effect) this.#seekOne(this.#runFor(key, effect, runOf), tick, start)
  }

  #seekOne(run: Run | null, tick: number, start: number): void {
    const simulation = run?.simulation
    if (!simulation || simulation.tick === tick) return
    if (simulation.tick > tick) simulation.seek(0)
    while (simulation.tick < tick && performance.now() - start < CATCH_UP_MS) simulation.step()
  }

  #runFor(key: string, effect: ResolvedEffect, runOf: (effect: ResolvedEffect) => CellRun): Run | null {
    const { effect: played, options } = runOf(effect)
    const how = JSON.stringify(options)
    const before = this.#runs.get(key)
    if (before?.effect === effect && before.how === how) return before
    this.#drop(key)
    try {
      const run = { effect, how, simulation: createSimulation(compile(played), options) }
      this.#runs.set(key, run)
      return run
    } catch (error) {
      // A state that the engine refuses shows nothing; going back to it says why.
      if (error instanceof Refusal) return null
      throw error
    }
  }

  /** What a state shows at a moment in ticks; null for the effect as it is, and for what cannot run. */
  frame(key: string, ticks: number): Frame | null {
    const simulation = this.#runs.get(key)?.simulation
    return simulation?.frame(Math.min(1, Math.max(0, 1 - (simulation.tick - ticks)))) ?? null
  }

  clear(): void {
    this.all = []
  }
}

/** A part of a canvas in its px. */
export const boxOn = (
  { x, y, w, h }: CanvasBox,
  { width, height }: { readonly width: number; readonly height: number },
): CanvasBox => ({
  x: Math.round(x * width),
  y: Math.round(y * height),
  w: Math.round(w * width),
  h: Math.round(h * height),
})

/** The camera by which the middle of what a camera shows comes to lie in the middle of a part of the canvas. */
export const cameraOf = (
  { box, zoom }: Pick<Cell, 'box' | 'zoom'>,
  camera: Camera,
  canvas: { readonly width: number; readonly height: number },
): Camera => {
  const scale = camera.zoom * zoom
  const { x, y, w, h } = boxOn(box, canvas)
  return {
    zoom: scale,
    x: camera.x + canvas.width / 2 / camera.zoom - (x + w / 2) / scale,
    y: camera.y + canvas.height / 2 / camera.zoom - (y + h / 2) / scale,
  }
}
