/**
 * The stage's engine room: one simulation, one renderer, the transport's clock. No React in here; components
 * subscribe to what they show. Lifetime: as long as the effect's page is open.
 */
import { compile, createSimulation, type Shown, type Simulation, updateSimulation } from '@gliv/engine'
import { type Frame, INSTANCE_WORDS, Refusal, type ResolvedEffect, WORD } from '@gliv/model'
import {
  type Camera,
  CHECKER,
  checkerAt,
  createRenderer,
  type Renderer,
  type RenderSheet,
} from '@gliv/player'
import { previewOptions, shownEnd, type Stages, touches } from '../../preview/previewOptions.ts'
import { pixelOf } from '../../shared/controls/pipette.ts'
import { type Preview, STILL } from '../../state/stagePreview.ts'

/**
 * Longest stretch that is caught up in one picture, in seconds: after a hidden tab, play goes on from there.
 */
const CATCH_UP_SECONDS = 1
/** Rest between two showings of an effect that plays once. */
const REST_SECONDS = 0.4
/** After a change, further ones are expected for so long, in ms: pictures are wanted in a hurry. */
const HURRY_MS = 180
/** A looping effect starts over after this long, so that repeats stay small numbers. */
const LONGEST_RUN_SECONDS = 3600

/**
 * One edit at the frozen moment, in ms: from the input event to the submitted draw, and what it was made of.
 */
export interface EditTiming {
  /** Until its picture was handed over; 0 while it waits for the last one to be drawn. */
  total: number
  readonly engine: number
  upload: number
  /** Until the interface has followed too; 0 while it has not. */
  interface: number
  /** Moment of the input event, on the page's clock. */
  readonly at: number
}

export interface Playback {
  readonly seconds: number
  readonly tick: number
  readonly alive: number
  readonly playing: boolean
}

/** A sprite by itself at the effect's origin. */
const sourceFrame = ({
  sheet,
  frame: { x, y, w, h, pivotX, pivotY },
}: NonNullable<ResolvedEffect['source']>): Frame => {
  const f32 = new Float32Array(INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  f32.set([-pivotX, -pivotY, w, 0, 0, h, x, y, w, h, 0, 1])
  u32[WORD.TINT] = 0xffffffff
  return {
    f32,
    u32,
    count: 1,
    batches: [{ sheet, blend: 'normal', layer: 'front', first: 0, count: 1 }],
    batchCount: 1,
    originX: 0,
    originY: 0,
  }
}

/** What the tape of a preview depends on. */
const tapeKey = (effect: ResolvedEffect): string => {
  const { play, rate, numbers, emitters, backwards } = effect
  return [
    backwards,
    play,
    rate,
    numbers.warmUp,
    numbers.sustainFrom,
    numbers.sustainTo,
    emitters.some((e) => e.numbers.flowPerPx > 0 && !e.travel),
    touches(effect),
  ].join(' ')
}

export class StageDriver {
  readonly canvas: HTMLCanvasElement
  readonly renderer: Renderer
  camera: Camera = { x: -320, y: -180, zoom: 1 }
  ground = '#16171c'
  speed = 1
  loop = true
  /** A stretch of time, in seconds, that is played again and again. */
  region: { readonly from: number; readonly to: number } | null = null
  shows: ((what: Shown) => boolean) | null = null
  /** Told when an effect cannot be simulated. */
  onRefusal: ((message: string) => void) | null = null
  /** When set, every edit is timed; for `npm run measure:edit`. */
  timings: EditTiming[] | null = null
  #simulation: Simulation | null = null
  #preview: Preview = STILL
  #stages: Stages | undefined
  #sheets: readonly RenderSheet[] = []
  #playing = false
  #seconds = 0
  #request = 0
  #last = 0
  #dirty = true
  /** What the canvas shows is coarse. */
  #coarse = false
  /** The next band of the picture, and how many it has. */
  #band = 0
  #bands = 1
  /** When the last change came, on the page's clock. */
  #edited = -HURRY_MS
  /** The last picture is still being drawn. */
  #drawing = false
  /** Timed edits whose picture has not been submitted yet. */
  readonly #unanswered: EditTiming[] = []
  readonly #listeners = new Set<(playback: Playback) => void>()

  constructor(canvas: HTMLCanvasElement, renderer: Renderer = createRenderer(canvas)) {
    this.canvas = canvas
    this.renderer = renderer
    this.#request = requestAnimationFrame(this.#picture)
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    this.#sheets = sheets
    this.renderer.setSheets(sheets)
    this.#change()
  }

  /** Shows a part of a sheet otherwise, at once. */
  patchSheet(...patch: Parameters<Renderer['patchSheet']>): void {
    this.renderer.patchSheet(...patch)
    this.#change()
  }

  get simulation(): Simulation | null {
    return this.#simulation
  }

  get rate(): number {
    return this.#simulation?.rate ?? 60
  }

  get playback(): Playback {
    return {
      seconds: this.#seconds,
      tick: this.#simulation?.tick ?? 0,
      alive: this.#simulation?.alive ?? 0,
      playing: this.#playing,
    }
  }

  subscribe(listener: (playback: Playback) => void): () => void {
    this.#listeners.add(listener)
    listener(this.playback)
    return () => this.#listeners.delete(listener)
  }

  #tell(): void {
    const { playback } = this
    for (const listener of this.#listeners) listener(playback)
  }

  /** Shows an effect from its start. */
  open(effect: ResolvedEffect): void {
    this.#guard(() => {
      this.#replace(this.#start(effect))
      this.#seconds = 0
      this.#dirty = true
      this.#band = 0
      this.#tell()
    })
  }

  /** Shows another simulation; the one before frees its memory at once. */
  #replace(next: Simulation): void {
    this.#simulation?.dispose()
    this.#simulation = next
  }

  #start(effect: ResolvedEffect): Simulation {
    return createSimulation(compile(effect), previewOptions(effect, this.#preview, this.#stages))
  }

  /** Places the effect otherwise, or on another stage, at the present moment. */
  setPreview(preview: Preview, stages?: Stages): void {
    this.#preview = preview
    this.#stages = stages
    const old = this.#simulation
    if (!old) return
    this.#guard(() => {
      const { tick } = old
      this.#replace(this.#start(old.program.effect))
      this.#simulation!.seek(tick)
      this.#change()
      this.#tell()
    })
  }

  /** What cannot be simulated is said in words, and the stage keeps what it had. */
  #guard(work: () => void): void {
    try {
      work()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.onRefusal?.(error.message)
    }
  }

  /**
   * Takes over a changed effect at the present moment; its picture is submitted before this returns, or as
   * soon as the last one is drawn.
   * `eventTime` is the input event's time stamp.
   */
  edit(effect: ResolvedEffect, eventTime?: number): void {
    if (!this.#simulation) return this.open(effect)
    const start = performance.now()
    const simulation = this.#simulation
    this.#guard(() => {
      const before = simulation.program.effect
      if (effect.seed === before.seed && tapeKey(effect) === tapeKey(before))
        return void updateSimulation(simulation, effect)
      const { tick } = simulation
      this.#replace(this.#start(effect))
      this.#simulation!.seek(tick)
    })
    const engine = performance.now() - start
    this.#change()
    if (this.timings && eventTime !== undefined) {
      const timing = { total: 0, engine, upload: 0, interface: 0, at: eventTime }
      this.timings.push(timing)
      this.#unanswered.push(timing)
    }
    // The picture is submitted at once, unless the last one is still being drawn: handing over more would
    // wait for it, and
    // nobody would see it. The next turn of the screen then draws the latest.
    if (this.#drawing) this.#drawing = this.renderer.settle()
    if (!this.#drawing) this.#draw()
    this.#tell()
  }

  /** Notes that the interface has followed the latest edit. */
  markInterface(): void {
    const last = this.timings?.at(-1)
    if (last && last.interface === 0) last.interface = performance.now() - last.at
  }

  play(): void {
    if (this.#playing) return
    if (this.#simulation && this.#atEnd()) this.seek(0)
    this.#playing = true
    this.#last = performance.now()
    this.#tell()
  }

  /** Stops at the tick that is on the screen. */
  pause(): void {
    this.#playing = false
    this.seek(Math.round(this.#seconds * this.rate))
  }

  /** To an exact tick. */
  seek(tick: number): void {
    if (!this.#simulation) return
    this.#simulation.seek(tick)
    this.#seconds = this.#simulation.tick / this.rate
    this.#change()
    this.#tell()
  }

  #atEnd(): boolean {
    const { effect } = this.#simulation!.program
    return effect.play === 'once' || effect.play === 'sustain'
      ? this.#seconds > shownEnd(effect) + REST_SECONDS
      : this.#seconds > LONGEST_RUN_SECONDS
  }

  /** Advances the clock by real time; every tick is stepped, whatever drawing does. */
  #advance(now: number): void {
    const elapsed = Math.min(CATCH_UP_SECONDS, (now - this.#last) / 1000)
    this.#last = now
    if (!this.#playing || !this.#simulation || elapsed <= 0) return
    this.#seconds += elapsed * this.speed
    if (this.region && (this.#seconds >= this.region.to || this.#seconds < this.region.from)) {
      this.#seconds = this.region.from
      this.#simulation.seek(Math.floor(this.#seconds * this.rate))
    } else if (this.#atEnd()) {
      this.#seconds = 0
      if (!this.loop) this.#playing = false
      this.#simulation.seek(0)
    }
    this.#simulation.seek(Math.ceil(this.#seconds * this.rate - 1e-9))
    this.#dirty = true
    this.#tell()
  }

  readonly #picture = (now: number): void => {
    this.#request = requestAnimationFrame(this.#picture)
    this.#advance(now)
    this.#drawing = this.renderer.settle()
    // Once nothing follows a coarse picture it is drawn anew in full.
    if (this.#coarse && !this.#hurried(now)) this.#dirty = true
    if (this.#dirty && !this.#drawing) this.#draw()
  }

  /** The picture is to be drawn anew, and further changes are expected. */
  #change(): void {
    this.#dirty = true
    this.#band = 0
    this.#edited = performance.now()
  }

  #hurried(now: number): boolean {
    return now - this.#edited < HURRY_MS
  }

  /** The present state stands on the canvas in full. */
  get sharp(): boolean {
    return !this.#dirty && !this.#drawing && !this.#coarse
  }

  #draw(): void {
    const { renderer } = this
    this.#drawing = true
    const hurried = this.#hurried(performance.now())
    const frame = this.#frame()
    if (frame) renderer.expect(frame, this.camera)
    // A frozen moment that has time comes in bands, one a turn of the screen; whatever changes it begins
    // anew.
    if (hurried || this.#playing) this.#band = 0
    else if (this.#band === 0) this.#bands = renderer.bands
    const bands = hurried || this.#playing ? 1 : this.#bands
    renderer.begin(this.ground, { hurried, playing: this.#playing, band: this.#band, bands })
    this.#band = (this.#band + 1) % bands
    this.#dirty = this.#band > 0
    this.#coarse = renderer.coarse || (this.#coarse && this.#dirty)
    if (frame) renderer.draw(frame, this.camera)
    renderer.end()
    const now = performance.now()
    for (const timing of this.#unanswered) {
      timing.total = now - timing.at
      timing.upload = renderer.uploadSeconds * 1000
    }
    this.#unanswered.length = 0
  }

  /** What is to be seen now. */
  #frame(): Frame | null {
    const source = this.#restingSource()
    if (source || !this.#simulation) return source
    const alpha = this.#playing ? 1 - (this.#simulation.tick - this.#seconds * this.rate) : 1
    return this.#simulation.frame(Math.min(1, Math.max(0, alpha)), this.shows ?? undefined)
  }

  /**
   * The sprite that the effect breaks up or puts together, while the effect does not run: between two
   * showings.
   */
  #restingSource(): Frame | null {
    const simulation = this.#simulation
    return simulation?.program.effect.source && simulation.finished
      ? sourceFrame(simulation.program.effect.source)
      : null
  }

  /**
   * The colour at a pixel of the canvas as it stands, `#rrggbb`: drawn once more, because what is on the
   * screen cannot be read back.
   */
  colourAt(x: number, y: number): string | null {
    const canvas = document.createElement('canvas')
    canvas.width = canvas.height = 1
    const pixel = createRenderer(canvas, 'canvas2d')
    pixel.setSheets(this.#sheets)
    pixel.begin(this.ground === CHECKER.name ? checkerAt(x, y, this.canvas.height) : this.ground)
    const frame = this.#frame()
    if (frame)
      pixel.draw(frame, {
        ...this.camera,
        x: this.camera.x + x / this.camera.zoom,
        y: this.camera.y + y / this.camera.zoom,
      })
    pixel.end()
    return pixelOf(canvas, 0, 0)
  }

  /** Asks for a fresh picture with the next one of the screen. */
  redraw(): void {
    this.#change()
  }

  dispose(): void {
    cancelAnimationFrame(this.#request)
    this.#listeners.clear()
    this.renderer.dispose()
  }
}
