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
  /** Makes another one that stands at the beginning. */
  readonly make: () => Simulation
  simulation: Simulation
  /** Stands at the beginning for the next round, so that all states begin it in the same picture. */
  next: Simulation | null
}

/** How long states may take to come to a moment within one picture, in ms; what is left follows with the next. */
const CATCH_UP_MS = 8

/** Says whether there is time for more in this picture. */
const budget = (): (() => boolean) => {
  const start = performance.now()
  return () => performance.now() - start < CATCH_UP_MS
}

/** Brings a state to a tick, as far as there is time. */
const bring = (run: Run, tick: number, hasTime: () => boolean): void => {
  if (run.simulation.tick > tick && !beginAgain(run, hasTime)) return
  while (run.simulation.tick < tick && hasTime()) run.simulation.step()
}

/** Back to the beginning: at once where one stands ready there. Gives whether it does. */
const beginAgain = (run: Run, hasTime: () => boolean): boolean => {
  const { simulation, next } = run
  if (next?.tick === 0) {
    run.simulation = next
    run.next = simulation
    return true
  }
  if (!hasTime()) return false
  simulation.seek(0)
  return true
}

export class Cells {
  #cells: readonly Cell[] = []
  readonly #runs = new Map<string, Run>()
  /** States that the engine refuses show nothing; going back to one says why. */
  readonly #refused = new WeakSet<ResolvedEffect>()
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
    const run = this.#runs.get(key)
    run?.simulation.dispose()
    run?.next?.dispose()
    this.#runs.delete(key)
  }

  /** Some state is not where it should be yet. */
  get behind(): boolean {
    return this.#cells.some(({ key, effect }) => {
      if (!effect || this.#refused.has(effect)) return false
      const run = this.#runs.get(key)
      return run?.effect !== effect || run.simulation.tick !== this.#tick
    })
  }

  /**
   * Each state at a tick, as far as there is time; what is placed otherwise begins anew. What time is left makes one of
   * them ready for the next round.
   */
  seek(tick: number, runOf: (effect: ResolvedEffect) => CellRun): void {
    this.#tick = tick
    const hasTime = budget()
    for (const { key, effect } of this.#cells) {
      const run = effect && this.#runFor(key, effect, runOf, hasTime)
      if (run) bring(run, tick, hasTime)
    }
    if (hasTime() && !this.behind) this.#makeReady()
  }

  #makeReady(): void {
    for (const run of this.#runs.values()) {
      if (run.next?.tick === 0) continue
      if (run.next) run.next.seek(0)
      else run.next = run.make()
      return
    }
  }

  #runFor(
    key: string,
    effect: ResolvedEffect,
    runOf: (effect: ResolvedEffect) => CellRun,
    hasTime: () => boolean,
  ): Run | null {
    if (this.#refused.has(effect)) return null
    const { effect: played, options } = runOf(effect)
    const how = JSON.stringify(options)
    const before = this.#runs.get(key)
    if (before?.effect === effect && before.how === how) return before
    if (!hasTime()) return null
    this.#drop(key)
    try {
      const program = compile(played)
      const make = (): Simulation => createSimulation(program, options)
      const run = { effect, how, make, simulation: make(), next: null }
      this.#runs.set(key, run)
      return run
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.#refused.add(effect)
      return null
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
