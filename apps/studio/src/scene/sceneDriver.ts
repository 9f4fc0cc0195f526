/**
 * A stage in motion on a canvas: its backdrop, actors and effects, played from a recording or by hand. No React in
 * here. Lifetime: as long as its page is open.
 */
import type { Kit, Stage } from '@gliv/document'
import { latestEndSeconds } from '@gliv/engine'
import { stageRun } from '@gliv/document'
import { keyBit, type ResolvedEffect, type StageRecording, type ViewRect } from '@gliv/model'
import { type Camera, createRenderer, type Renderer, type RenderSheet } from '@gliv/player/renderers'
import { cameraAt, type Playing, Scene, screenNow, screenView } from '@gliv/scene'
import { figureSheet } from './figures.ts'
import { Ears } from '../sound/ears.ts'
import { sceneFrames } from './sceneFrames.ts'
import { overFrame } from './screenFrames.ts'

/** What a driver tells of a picture. */
export interface Shown {
  readonly tick: number
  readonly playing: boolean
  /** Somebody plays by hand. */
  readonly live: boolean
  readonly alive: number
  readonly effects: number
  readonly draws: number
  /** ms that engine and interface took for the last picture, smoothed. */
  readonly ms: number
}

export interface StageShown {
  readonly kit: Kit
  readonly stage: Stage
  readonly view: ViewRect
  readonly resolved: (id: string) => ResolvedEffect | null
}

/** How near is there, px. */
const THERE = 6

/** Keys held to get nearer; only what flies or is seen from above goes up and down. */
export const keysToward = (dx: number, dy: number, upAndDown: boolean): number => {
  const across = Math.abs(dx) <= THERE ? 0 : keyBit(dx > 0 ? 'right' : 'left')
  const down = !upAndDown || Math.abs(dy) <= THERE ? 0 : keyBit(dy > 0 ? 'down' : 'up')
  return across | down
}

const NO_PRESSES: StageRecording['presses'] = []

/** Longest run by hand, in seconds. */
const LONGEST = 120

const endSeconds = (effect: ResolvedEffect): number => latestEndSeconds({ ...effect, play: 'once' })

export class SceneDriver {
  readonly canvas: HTMLCanvasElement
  readonly #renderer: Renderer
  #shown: StageShown | null = null
  #recording: StageRecording | null = null
  #scene: Scene | null = null
  #sheets: readonly RenderSheet[] = []
  #tick = 0
  #seconds = 0
  #run: StageRecording['presses'] | null = null
  #ticks = 0
  #playing = false
  #live = false
  readonly #ears = new Ears()
  #keys = 0
  /** Where the pointer leads somebody, world px. */
  #pointer: readonly [x: number, y: number] | null = null
  speed = 1
  #presses: [tick: number, keys: number][] = []
  #dirty = true
  #before = 0
  #request = 0
  #ms = 0
  #draws = 0
  /** Where the camera begins; the stage's own camera moves it from there. */
  place: Camera = { x: -320, y: -180, zoom: 1 }
  readonly #listeners = new Set<(shown: Shown) => void>()
  /** Told of each picture in the task in which it was drawn. */
  onPicture: (() => void) | null = null
  onRefusal: (message: string) => void = () => {}

  constructor(canvas: HTMLCanvasElement) {
    this.canvas = canvas
    this.#renderer = createRenderer(canvas)
    this.#request = requestAnimationFrame(this.#turn)
  }

  get scene(): Scene | null {
    return this.#scene
  }

  get rate(): number {
    return this.#shown?.kit.rate ?? 60
  }

  get shown(): Shown {
    const playing = this.#scene?.playing ?? []
    const alive = playing.reduce(
      (sum, { simulation }) => sum + simulation.counts.reduce((n, count) => n + count.alive, 0),
      0,
    )
    return {
      tick: this.#tick,
      playing: this.#playing,
      live: this.#live,
      alive,
      effects: playing.length,
      draws: this.#draws,
      ms: this.#ms,
    }
  }

  subscribe(listener: (shown: Shown) => void): () => void {
    this.#listeners.add(listener)
    listener(this.shown)
    return () => this.#listeners.delete(listener)
  }

  #tell(): void {
    const { shown } = this
    for (const listener of this.#listeners) listener(shown)
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    this.#sheets = [...sheets, figureSheet()]
    this.#renderer.setSheets(this.#sheets)
    this.redraw()
  }

  /** Takes over a changed stage, kit or recording at the present moment. */
  show(shown: StageShown, recording: StageRecording | null): void {
    this.#shown = shown
    this.#recording = recording
    if (!this.#live) this.#restart()
  }

  #restart(): void {
    const { kit, stage, view, resolved } = this.#shown!
    const setup = { ...stageRun(kit, stage), resolved, endSeconds, view }
    const recording = this.#recording
    const presses = recording?.presses ?? NO_PRESSES
    const ticks = recording?.ticks ?? kit.rate * 4
    try {
      // The same run goes on where only what it is made of has changed.
      if (this.#scene && this.#run === presses && this.#ticks === ticks) this.#scene.update(setup)
      else {
        this.#scene = this.#heard(new Scene(setup, presses, ticks))
        this.#run = presses
        this.#ticks = ticks
      }
      this.#scene.seek(this.#tick)
      this.#tick = this.#scene.tick
    } catch (error) {
      this.#scene = null
      this.onRefusal(error instanceof Error ? error.message : String(error))
    }
    this.redraw()
    this.#tell()
  }

  /** Length of what is played, in ticks, those that a freeze adds included. */
  get length(): number {
    const length = this.#scene?.length ?? Infinity
    return length === Infinity ? (this.#recording?.ticks ?? this.rate * 4) : length
  }

  /** What happens in the scene is heard while it plays. */
  #heard(scene: Scene): Scene {
    const { cues, resolved } = scene.setup
    this.#ears.want(Object.values(cues).flatMap(({ effects }) => effects.flatMap((id) => resolved(id) ?? [])))
    scene.listen({
      events: this.#ears.events,
      tell: ({ simulation, firing }) => this.#ears.hear(simulation, this.#pace, firing.strength),
      release: ({ simulation }) => this.#ears.release(simulation),
    })
    return scene
  }

  get #pace() {
    return { speed: this.#live ? 1 : this.speed, view: this.#shown!.view }
  }

  #resume({ simulation, firing }: Playing): void {
    this.#ears.resume(simulation, this.#pace, firing.strength)
  }

  play(): void {
    if (this.#tick >= this.length) this.seek(0)
    this.#playing = true
    this.#seconds = this.#tick / this.rate
    this.#ears.hush()
    // What begins with the scene is told with its first tick.
    if (this.#tick === 0) this.#scene?.rewind()
    else for (const one of this.#scene?.playing ?? []) this.#resume(one)
    this.#tell()
  }

  pause(): void {
    this.#playing = false
    this.#ears.hush()
    this.#tell()
  }

  seek(tick: number): void {
    if (!this.#scene || this.#live) return
    this.#scene.seek(Math.max(0, Math.min(this.length, tick)))
    this.#tick = this.#scene.tick
    this.#seconds = this.#tick / this.rate
    this.redraw()
    this.#tell()
  }

  /** From now on the keys move the actors; every run is recorded. */
  startLive(): void {
    if (!this.#shown) return
    const { kit, stage, view, resolved } = this.#shown
    this.#scene = this.#heard(new Scene({ ...stageRun(kit, stage), resolved, endSeconds, view }))
    this.#ears.hush()
    this.#run = null
    this.#presses = []
    this.#keys = 0
    this.#pointer = null
    this.#live = this.#playing = true
    this.#tick = -1
    this.#seconds = 0
    this.#tell()
  }

  /** Leads the first actor that can be led to a place, as keys would; null lets go. */
  setPointer(place: readonly [x: number, y: number] | null): void {
    this.#pointer = place
  }

  /** Keys that lead to the pointer. */
  #keysToPointer(): number {
    const actor = this.#shown?.stage.actors?.find(({ kind }) => kind !== 'target' && kind !== 'thrown')
    const now = actor && this.#scene?.track.actorAt(actor.id, this.#tick)
    if (!now || !this.#pointer) return 0
    return keysToward(this.#pointer[0] - now.x, this.#pointer[1] - now.y, actor.kind !== 'walker')
  }

  setKeys(keys: number): void {
    this.#keys = keys
  }

  /** Ends the run by hand. @returns what was recorded */
  stopLive(): Pick<StageRecording, 'ticks' | 'presses'> | null {
    if (!this.#live) return null
    this.#live = this.#playing = false
    this.#ears.hush()
    const ticks = Math.max(1, this.#scene?.track.played ?? this.#tick)
    const presses = this.#presses
    this.#tick = 0
    this.#restart()
    return { ticks, presses }
  }

  #stepLive(): void {
    const last = this.#presses.at(-1)
    // Ticks that stand still are none of the recording.
    const tick = this.#scene!.track.played + 1
    const keys = this.#keys | this.#keysToPointer()
    if (last?.[0] === tick) last[1] = keys
    else if ((last?.[1] ?? 0) !== keys || !last) this.#presses.push([tick, keys])
    this.#scene!.play(keys)
    this.#tick = this.#scene!.tick
  }

  #advance(now: number): void {
    const passed = Math.min(0.1, (now - this.#before) / 1000)
    if (!this.#playing || !this.#scene) return
    this.#seconds += passed * (this.#live ? 1 : this.speed)
    const to = Math.floor(this.#seconds * this.rate)
    if (this.#live) {
      while (this.#tick < to && this.#tick < LONGEST * this.rate) this.#stepLive()
    } else {
      if (to > this.length) {
        this.#seconds = 0
        this.#scene.rewind()
      }
      this.#scene.advance(Math.floor(this.#seconds * this.rate))
      this.#tick = this.#scene.tick
    }
    this.#dirty = true
    this.#tell()
  }

  readonly #turn = (now: number): void => {
    this.#request = requestAnimationFrame(this.#turn)
    const start = performance.now()
    this.#advance(now)
    this.#before = now
    const waits = this.#renderer.settle()
    if (!this.#dirty || waits) return
    this.#dirty = false
    this.#draw()
    this.#ms += (performance.now() - start - this.#ms) * 0.1
  }

  /** The camera as it is now. */
  get camera(): Camera {
    const shown = this.#shown
    if (!shown || !this.#scene) return this.place
    const tick = this.#live ? this.#scene.tick : this.#tick
    const [x, y] = cameraAt(this.#scene.track, shown.stage.camera, tick, this.rate)
    const at = { ...this.place, x: this.place.x + x, y: this.place.y + y }
    return screenView(at, this.screen, this.canvas.width, this.canvas.height)
  }

  /** What the screen does now. */
  get screen() {
    const { tick = 0, track } = this.#scene ?? {}
    return screenNow(track?.screens ?? [], this.#live ? tick : this.#tick, this.rate)
  }

  /** World px that the canvas shows. */
  get seen(): ViewRect {
    const { x, y, zoom } = this.camera
    return { x, y, w: this.canvas.width / zoom, h: this.canvas.height / zoom }
  }

  #draw(): void {
    const renderer = this.#renderer
    const { camera, seen, screen } = this
    const shown = this.#shown
    renderer.begin('#16171c')
    this.#draws = 0
    const draw = (frame: Parameters<Renderer['draw']>[0]): void => {
      renderer.draw(frame, camera)
      this.#draws += frame.batchCount
    }
    if (shown && this.#sheets.length > 0) {
      const effects = this.#scene?.playing.map(({ simulation }) => simulation.frame(1)) ?? []
      const tick = this.#live ? (this.#scene?.tick ?? 0) : this.#tick
      for (const frame of sceneFrames(shown.kit, shown.stage, this.#scene, tick, effects, seen)) draw(frame)
      const over = overFrame(screen, seen, this.#sheets.length - 1)
      if (over) draw(over)
    }
    renderer.end()
    this.onPicture?.()
  }

  redraw(): void {
    this.#dirty = true
  }

  dispose(): void {
    cancelAnimationFrame(this.#request)
    this.#listeners.clear()
    this.#renderer.dispose()
  }
}
