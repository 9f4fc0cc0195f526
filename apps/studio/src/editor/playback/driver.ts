/**
 * The stage's engine room: an effect's session, the transport's clock, and when pictures are drawn. No React in
 * here; components subscribe to what they show. Lifetime: as long as the effect's page is open.
 */
import { loopSecondsOf, type Shown, type Simulation } from '@gliv/engine'
import type { Frame, PoseParts, ResolvedEffect, ViewRect } from '@gliv/model'
import { type Camera, createRenderer, type RenderSheet } from '@gliv/player/renderers'
import type { Stages } from '../../preview/previewOptions.ts'
import { CALM, type Firing, screenMoments, type ScreenNow, screenNow, screenView, seedOf } from '@gliv/scene'
import { type Around, EffectScene, type Placement } from '../../scene/effectScene.ts'
import { figureSheet } from '../../scene/figures.ts'
import type { ReferenceLayer } from '../../reference/layer.ts'
import type { BakedLayer } from '../../ship/bakedLayer.ts'
import { overFrame } from '../../scene/screenFrames.ts'
import { Ears, type Pace } from '../../sound/ears.ts'
import { pixelOf } from '../../shared/controls/pipette.ts'
import type { Preview } from '../../state/stagePreview.ts'
import { shownView } from '../../document/shownView.ts'
import { boxOn, type Cell, cameraOf, Cells } from './cells.ts'
import { Copies, type Copy } from './copies.ts'
import { drawsOf, overdrawOf } from './cost.ts'
import { EditProbe, type EditTiming } from './editProbe.ts'
import { EffectSession } from './effectSession.ts'
import { type Picture, type PicturePart, PictureScheduler } from './pictureScheduler.ts'
import { PlayHere } from './playHere.ts'
import { PlaybackClock, type Region } from './playbackClock.ts'
import { CHECKER, checkerAt } from './stageRenderer/checker.ts'
import { createStageRenderer } from './stageRenderer/createStageRenderer.ts'
import type { SheetPatch, StageRenderer } from './stageRenderer/stageRenderer.ts'

export interface Playback {
  readonly seconds: number
  readonly tick: number
  readonly alive: number
  readonly playing: boolean
}

/** What the session sets on the stage; what is left out stays. */
export interface StageSettings {
  readonly ground?: string
  readonly speed?: number
  readonly loop?: boolean
  readonly region?: Region | null
  /** Which emitters are to be seen; null for all. */
  readonly shows?: ((what: Shown) => boolean) | null
}

/** How long of a picture other firings of an edited effect may take to follow, in ms. */
const CATCH_UP_MS = 6
/** Ticks of one picture that are stepped and heard one by one; further ones are sought. */
const HEARD_AT_ONCE = 30

export class StageDriver {
  readonly canvas: HTMLCanvasElement
  readonly renderer: StageRenderer
  camera: Camera = { x: -320, y: -180, zoom: 1 }
  /** Told of each picture in the task in which it was drawn. */
  onPicture: (() => void) | null = null
  readonly #ears = new Ears()
  readonly #session = new EffectSession(this.#ears.events)
  readonly #clock = new PlaybackClock()
  readonly #probe = new EditProbe()
  readonly #pictures: PictureScheduler
  #scene: EffectScene | null = null
  readonly here = new PlayHere()
  readonly #copies = new Copies()
  readonly #cells = new Cells()
  #placed: readonly PoseParts[] = []
  #nine = false
  /** The effect has not begun yet, as far as somebody hears it. */
  #fresh = false
  #before = 0
  #ground = '#16171c'
  #sheets: readonly RenderSheet[] = []
  #reference: ReferenceLayer | null = null
  /** The reference clip is shown instead of the effect. */
  #swapped = false
  /** The effect's bake, and whether it stands in its place now. */
  #baked: BakedLayer | null = null
  #showsBaked = false
  #plain: readonly RenderSheet[] = []
  #request = 0
  #ms = 0
  readonly #listeners = new Set<(playback: Playback) => void>()

  constructor(canvas: HTMLCanvasElement, renderer: StageRenderer = createStageRenderer(canvas)) {
    this.canvas = canvas
    this.renderer = renderer
    this.#pictures = new PictureScheduler(
      renderer,
      () => this.#picture(),
      () => {
        this.#probe.submitted(renderer.uploadSeconds * 1000)
        this.onPicture?.()
      },
    )
    this.#request = requestAnimationFrame(this.#turn)
  }

  /** Told when an effect cannot be simulated. */
  set onRefusal(listener: (message: string) => void) {
    this.#session.onRefusal = listener
  }

  /** When set, every edit is timed; for `npm run measure:edit`. */
  get timings(): EditTiming[] | null {
    return this.#probe.timings
  }
  set timings(timings: EditTiming[] | null) {
    this.#probe.timings = timings
  }

  get simulation(): Simulation | null {
    return this.#session.simulation
  }

  get rate(): number {
    return this.simulation?.rate ?? 60
  }

  get playback(): Playback {
    const { seconds, playing } = this.#clock
    return { seconds, tick: this.#tick, alive: this.#session.alive, playing }
  }

  /** Tick of the effect; under 0 before it begins in its scene. */
  get #tick(): number {
    const { seconds } = this.#clock
    return seconds < 0 ? Math.round(seconds * this.rate) : (this.simulation?.tick ?? 0)
  }

  /** Further instances: placed by hand, or the same moment under nine seeds. */
  setCopies(placed: readonly PoseParts[], nine: boolean): void {
    this.#placed = placed
    this.#nine = nine
    this.redraw()
    this.#tell()
  }

  /** States of the effect beside each other, in step, instead of the effect alone; none for that. */
  setCells(cells: readonly Cell[]): void {
    this.#cells.all = cells
    this.redraw()
    this.#tell()
  }

  get cells(): readonly Cell[] {
    return this.#cells.all
  }

  /** What each part of the canvas shows. */
  #parts(own: Frame | null, ticks: number): readonly PicturePart[] {
    const { canvas } = this
    this.#cells.seek(Math.max(0, this.#tick), (effect) => ({
      effect: this.#session.atStrength(effect),
      options: this.#session.optionsOf(effect),
    }))
    return this.#cells.all.map((cell) => {
      const box = boxOn(cell.box, canvas)
      const camera = cameraOf(cell, this.seenBy, canvas)
      const frame = cell.effect ? own && this.#cells.frame(cell.key, ticks) : own
      const seen = { x: camera.x + box.x / camera.zoom, y: camera.y + box.y / camera.zoom }
      const view = { ...seen, w: box.w / camera.zoom, h: box.h / camera.zoom }
      const scene = this.#scene
      const frames = scene ? scene.frames(frame, this.sceneTick, view) : frame ? [frame] : []
      return { box, camera, frames }
    })
  }

  get nine(): boolean {
    return this.#nine
  }

  /** The seeds that are shown, row by row; the present one is in the middle. */
  get nineSeeds(): readonly number[] {
    const seed = this.#session.played?.seed ?? 0
    const own = this.#scene?.chosen?.seed ?? seed
    const n = this.#scene?.chosen?.n ?? 0
    const others = Array.from({ length: 8 }, (_, k) => seedOf(seed, n + k + 1))
    return [...others.slice(0, 4), own, ...others.slice(4)]
  }

  /** Size of the part of the world that each of nine seeds has, px. */
  get #cell(): readonly [w: number, h: number] {
    const { width, height } = this.canvas
    const share = this.camera.zoom * (this.#scene ? 3 : 1)
    return [width / share, height / share]
  }

  #copiesNow(): readonly Copy[] {
    const options = this.#session.optionsNow()
    if (!this.#nine) {
      const seed = this.#session.played?.seed ?? 0
      return this.#placed.map((pose, k) => ({
        options: { ...options, ...pose, seed: seedOf(seed, k + 1) },
        dx: 0,
        dy: 0,
      }))
    }
    const [w, h] = this.#cell
    return this.nineSeeds.flatMap((seed, k) => {
      const [column, row] = [(k % 3) - 1, Math.floor(k / 3) - 1]
      return column === 0 && row === 0 ? [] : [{ options: { ...options, seed }, dx: column * w, dy: row * h }]
    })
  }

  /** Frames of the further instances at the effect's present tick. */
  #copyFrames(): readonly Frame[] {
    const played = this.#session.played
    if (!played || (this.#placed.length === 0 && !this.#nine)) {
      if (this.#copies.count > 0) this.#copies.clear()
      return []
    }
    this.#copies.set(played, this.#copiesNow())
    this.#copies.seek(Math.max(0, this.#tick))
    return this.#copies.frames()
  }

  /** What the present picture costs; times are of the last pictures, smoothed. */
  get cost(): { readonly overdraw: number; readonly draws: number; readonly ms: number } {
    const { frame, parts, frames = parts?.[0]?.frames ?? (frame ? [frame] : []) } = this.#picture()
    const view = this.#scene?.around.view ?? shownView()
    return { overdraw: overdrawOf(frames, view), draws: drawsOf(frames), ms: this.#ms }
  }

  /** The scene around the effect; null while it plays alone. */
  get scene(): EffectScene | null {
    return this.#scene
  }

  /** Tick of the scene. */
  get sceneTick(): number {
    return (this.#scene?.offset ?? 0) + this.#tick
  }

  /** First tick of the effect that can be shown. */
  get earliest(): number {
    return -(this.#scene?.offset ?? 0)
  }

  /** Where the effect's own origin is, world px. */
  get origin(): readonly [x: number, y: number] {
    return this.#scene?.originAt(this.sceneTick) ?? [0, 0]
  }

  /** The camera with what the scene's own camera adds. */
  get seenBy(): Camera {
    const [x, y] = this.#scene?.cameraAt(this.sceneTick) ?? [0, 0]
    if (this.#nine) {
      const [w, h] = this.#cell
      const { zoom } = this.camera
      // Alone nine times what is seen, each a third as large; in a scene as large as it is, around the effect.
      if (!this.#scene) return { zoom: zoom / 3, x: this.camera.x - w, y: this.camera.y - h }
      const [originX, originY] = this.origin
      return { zoom, x: originX - w * 1.5, y: originY - h * 1.5 }
    }
    return x === 0 && y === 0 ? this.camera : { ...this.camera, x: this.camera.x + x, y: this.camera.y + y }
  }

  /** Puts the effect into a scene at the present tick of the effect, takes over a changed scene, or ends it. */
  setAround(effectId: string, around: Around | null): void {
    const before = this.#scene
    if (!around) {
      if (!before) return
      this.#scene = null
      this.#clock.bounds = null
      this.#session.place(null, Math.max(0, this.#tick))
      this.#clock.seconds = Math.max(0, this.#clock.seconds)
    } else if (before?.effectId === effectId) {
      if (before.update(around)) this.#session.place(before.placement, Math.max(0, this.#tick))
      this.#bound()
      before.seek(this.sceneTick)
    } else {
      this.#scene = new EffectScene(effectId, around, {
        events: this.#ears.events,
        tell: ({ simulation, firing }) => this.#ears.hear(simulation, this.#pace, firing.strength),
        release: ({ simulation }) => this.#ears.release(simulation),
      })
      this.#useSheets()
      this.#session.place(this.#scene.placement, Math.max(0, this.#tick))
      this.#bound()
      this.#scene.seek(this.sceneTick)
    }
    this.redraw()
    this.#tell()
  }

  #bound(): void {
    const scene = this.#scene
    if (scene)
      this.#clock.bounds = { from: -scene.offset / this.rate, to: (scene.length - scene.offset) / this.rate }
  }

  /** To a tick of the scene; the effect's time counts from the latest firing before it, or from the chosen one. */
  seekScene(tick: number): void {
    const scene = this.#scene
    if (!scene) return
    const to = Math.max(0, Math.min(scene.length, tick))
    this.#followTo(to)
    this.seek(to - scene.offset)
  }

  /** Shows the effect as it was played elsewhere, frozen at a tick; null: as it is designed again. */
  showPlayed(placement: Placement | null, tick: number): void {
    this.pause()
    this.#scene = null
    this.#clock.bounds = null
    if (!this.#session.place(placement, tick)) return
    this.#clock.seconds = tick / this.rate
    this.redraw()
    this.#tell()
  }

  /** Looks at a firing from now on, from its beginning. */
  chooseFiring(firing: Firing): void {
    const scene = this.#scene
    if (!scene) return
    scene.choose(firing)
    this.#session.place(scene.placement, 0)
    this.#bound()
    this.seek(0)
  }

  /** The latest firing before a moment is looked at again. */
  freeFiring(): void {
    const scene = this.#scene
    if (!scene) return
    const tick = this.sceneTick
    scene.held = false
    this.#followTo(tick)
    this.seek(tick - scene.offset)
  }

  /** Another firing is the latest now: the effect's time counts from that. */
  #followTo(sceneTick: number): void {
    const scene = this.#scene
    if (!scene?.follow(sceneTick)) return
    const tick = sceneTick - scene.offset
    if (this.simulation) this.#ears.release(this.simulation)
    this.#fresh = this.#clock.playing
    this.#session.place(scene.placement, Math.max(0, tick))
    this.#clock.seconds = tick / this.rate
    this.#bound()
  }

  /** The stretch that plays again and again, if one is chosen. */
  get region(): Region | null {
    return this.#clock.region
  }

  /** The present state stands on the canvas in full. */
  get sharp(): boolean {
    return this.#pictures.sharp
  }

  set({ ground, speed, loop, region, shows }: StageSettings): void {
    if (ground !== undefined) this.#ground = ground
    if (speed !== undefined) this.#clock.speed = speed
    if (loop !== undefined) this.#clock.loop = loop
    if (region !== undefined) this.#clock.region = region
    if (shows !== undefined) this.#session.shows = shows
    this.redraw()
    this.#tell()
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    this.#plain = sheets
    this.#useSheets()
    this.redraw()
  }

  /** Holds the effect against a clip, or no longer; `swapped` shows the clip instead of the effect. */
  setReference(layer: ReferenceLayer | null, swapped: boolean): void {
    const other = layer !== this.#reference
    this.#reference = layer
    this.#swapped = swapped
    if (other) this.#useSheets()
    this.redraw()
  }

  /** The effect's bake stands in its place, at its cue, or no longer. */
  setBaked(layer: BakedLayer | null, shown: boolean): void {
    const other = layer !== this.#baked
    this.#baked = layer
    this.#showsBaked = shown && layer !== null
    if (other) this.#useSheets()
    this.redraw()
    this.#tell()
  }

  /** A firing's bake at a moment of the scene, or of the effect where it plays alone. */
  #bakedFrame(firing: Firing | null): Frame {
    const scene = this.#scene
    const ticks = firing ? this.sceneTick - firing.tick : this.#tick
    const origin = firing && scene ? scene.scene.track.placeOf(firing, this.sceneTick) : ([0, 0] as const)
    const mirror = firing && scene ? scene.scene.optionsOf(firing).mirror === true : false
    const first = this.#plain.length + 1 + (this.#reference ? 1 : 0)
    return this.#baked!.frame(ticks / this.rate, first, origin, mirror)
  }

  /** Which picture of the reference clip shows; −1 for none. */
  get referenceFrame(): number {
    return this.#reference?.frameAt(this.#referenceSeconds) ?? -1
  }

  /** The effect's moment as the reference clip takes it: each round of a loop begins it again. */
  get #referenceSeconds(): number {
    const loop = (this.#session.played && loopSecondsOf(this.#session.played)) ?? 0
    const seconds = this.#tick / this.rate
    return loop > 0 ? seconds % loop : seconds
  }

  /** The reference clip's picture now. */
  #referenceFrames(): readonly Frame[] {
    const reference = this.#reference
    if (!reference || this.#nine) return []
    const sheet = this.#plain.length + 1
    const frame = reference.frame(
      this.#referenceSeconds,
      sheet,
      this.origin,
      this.#swapped,
      ({ y, rgba }) => {
        const { width, height } = reference.clip
        this.renderer.patchSheet({ sheet, x: 0, y, width, height, rgba })
      },
    )
    return frame ? [frame] : []
  }

  /** The effect does something with the whole screen, or what plays inside it. */
  get #screens(): boolean {
    const played = this.#session.played
    return played !== null && screenMoments(played).length > 0
  }

  /** The kit's sheets, in a scene the project's own figures, and plain white where the screen is coloured. */
  #useSheets(): void {
    const reference = this.#reference
    const baked = this.#baked
    this.#sheets =
      this.#scene || this.#screens || reference || baked
        ? [
            ...[...this.#plain, figureSheet()],
            ...(reference ? [reference.sheet] : []),
            ...(baked ? baked.sheets : []),
          ]
        : this.#plain
    this.renderer.setSheets(this.#sheets)
    reference?.forget()
  }

  /** Shows a part of a sheet otherwise, at once. */
  patchSheet(patch: SheetPatch): void {
    this.renderer.patchSheet(patch)
    this.redraw()
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
    if (!this.#session.open(effect)) return
    this.#clock.seconds = 0
    if (this.#screens) this.#useSheets()
    this.#pictures.stale(true)
    this.#tell()
  }

  /** Places the effect otherwise, or on another stage, at the present moment. */
  setPreview(preview: Preview, stages?: Stages): void {
    if (!this.#session.setPreview(preview, stages)) return
    this.redraw()
    this.#tell()
  }

  /**
   * Takes over a changed effect at the present moment; its picture is submitted before this returns, or as soon
   * as the last one is drawn.
   * @param eventTime the input event's time stamp
   */
  edit(effect: ResolvedEffect, eventTime?: number): void {
    if (!this.simulation) return this.open(effect)
    const start = performance.now()
    this.#session.edit(effect)
    if (this.#screens && this.#sheets === this.#plain) this.#useSheets()
    this.#probe.note(performance.now() - start, eventTime)
    this.#pictures.change()
    this.#pictures.drawNow()
    this.#tell()
  }

  /** Notes that the interface has followed the latest edit. */
  markInterface(): void {
    this.#probe.markInterface()
  }

  play(): void {
    if (this.#clock.playing) return
    if (this.simulation && this.#clock.isAtEnd(this.simulation.program.effect))
      this.seek(Math.round(this.#clock.first * this.rate))
    this.#clock.start()
    this.#beHeard()
    this.#tell()
  }

  get #pace(): Pace {
    return { speed: this.#clock.speed, view: this.#scene?.around.view ?? shownView() }
  }

  /** Play begins: what stands at the first tick is heard, and loops that go on. */
  #beHeard(): void {
    const { simulation } = this
    if (!simulation) return
    const played = this.#session.played
    this.#ears.want([...(played ? [played] : []), ...(this.#scene?.effects ?? [])])
    this.#ears.hush()
    if (this.#clock.seconds <= 0 && simulation.tick === 0 && !this.#scene) {
      simulation.begin()
      this.#ears.hear(simulation, this.#pace)
    } else this.#ears.resume(simulation, this.#pace, this.#session.strength)
    for (const playing of this.#scene?.scene.playing ?? [])
      this.#ears.resume(playing.simulation, this.#pace, playing.firing.strength)
  }

  /** Stops at the tick that is on the screen. */
  pause(): void {
    this.#clock.playing = false
    this.#ears.hush()
    this.seek(Math.round(this.#clock.seconds * this.rate))
  }

  /** To an exact tick. */
  seek(tick: number): void {
    if (!this.simulation) return
    const to = this.#scene ? Math.min(tick, this.#scene.length - this.#scene.offset) : tick
    this.simulation.seek(Math.max(0, to))
    this.#clock.seconds = (to < 0 ? Math.max(this.earliest, to) : this.simulation.tick) / this.rate
    this.#scene?.seek(this.sceneTick)
    this.redraw()
    this.#tell()
  }

  /** A turn of the screen: every tick is stepped, whatever drawing does. */
  readonly #turn = (now: number): void => {
    this.#request = requestAnimationFrame(this.#turn)
    const start = performance.now()
    const { simulation } = this
    const jump = (seconds: number): void => this.#jump(Math.floor(seconds * this.rate))
    if (this.#clock.advance(now, simulation?.program.effect, jump)) {
      this.#goOn()
      this.#pictures.stale()
      this.#tell()
    }
    this.#followScene(start)
    this.#playHere(now)
    if (this.#cells.behind) this.#pictures.stale()
    this.#pictures.turn(now)
    if (this.#clock.playing) this.#ms += (performance.now() - start - this.#ms) * 0.1
  }

  /** The effect, and the scene around it, to where the clock stands. */
  #goOn(): void {
    const tick = Math.ceil(this.#clock.seconds * this.rate - 1e-9)
    if (this.#scene) this.#followTo(this.#scene.offset + tick)
    const own = Math.ceil(this.#clock.seconds * this.rate - 1e-9)
    this.#stepTo(Math.max(0, own))
    this.#scene?.advance(this.sceneTick)
  }

  /** Steps the effect to a tick as play comes to it, and is heard. */
  #stepTo(tick: number): void {
    const { simulation } = this
    if (!simulation) return
    const before = this.#scene !== null && this.#clock.seconds < 0
    const fresh = this.#fresh && !before
    this.#fresh = before
    if (before || tick < simulation.tick || tick - simulation.tick > HEARD_AT_ONCE)
      return simulation.seek(tick)
    if (fresh && tick < HEARD_AT_ONCE) {
      simulation.begin()
      this.#ears.hear(simulation, this.#pace, this.#session.strength)
    }
    while (simulation.tick < tick) {
      simulation.step()
      this.#ears.hear(simulation, this.#pace, this.#session.strength)
    }
  }

  /** To where play goes on: the beginning again, or that of a region. */
  #jump(tick: number): void {
    const { simulation } = this
    if (!simulation) return
    this.#ears.release(simulation)
    simulation.seek(Math.max(0, tick))
    if (tick === 0) {
      simulation.begin()
      this.#ears.hear(simulation, this.#pace, this.#session.strength)
    } else if (tick > 0) this.#ears.resume(simulation, this.#pace, this.#session.strength)
  }

  /** Other firings of what was edited follow within the next pictures, so that the edit itself is there at once. */
  #followScene(start: number): void {
    const scene = this.#scene
    if (!scene?.waits) return
    scene.catchUp(() => performance.now() - start < CATCH_UP_MS)
    this.#pictures.stale()
  }

  #playHere(now: number): void {
    const seconds = ((now - this.#before) / 1000) * this.#clock.speed
    this.#before = now
    if (!this.here.busy) return
    this.here.advance(seconds, this.rate, (simulation) => this.#ears.hear(simulation, this.#pace))
    this.#pictures.stale()
  }

  /** Plays an instance at a place of the world, until it is let go. */
  beginHere(x: number, y: number): void {
    const program = this.simulation?.program
    if (!program) return
    const { surfaces = [] } = this.#session.optionsNow()
    this.here.begin(
      program,
      { x, y, surfaces, view: this.#scene?.around.view ?? shownView() },
      this.#ears.events,
    )
  }

  /** What is to be seen now. */
  #picture(): Picture {
    const { seconds, playing } = this.#clock
    const ticks = playing ? seconds * this.rate : (this.simulation?.tick ?? 0)
    const frame = this.#ownFrame(ticks, seconds)
    if (this.#cells.shown)
      return {
        ...{ frame: null, camera: this.seenBy, ground: this.#ground, playing },
        parts: this.#parts(frame, ticks),
      }
    // Frozen, the moment is shown as it is, so that it can be worked on.
    const screen = playing && !this.#nine ? this.screen : CALM
    const camera = screenView(this.seenBy, screen, this.canvas.width, this.canvas.height)
    const picture = { frame, camera, ground: this.#ground, playing }
    const frames = this.#allFrames(frame, camera, screen)
    return frames ? { ...picture, frames } : picture
  }

  /** The effect itself, or its bake; null before it begins in its scene. */
  #ownFrame(ticks: number, seconds: number): Frame | null {
    const scene = this.#scene
    if (scene && (seconds < 0 || scene.chosen === null)) return null
    return this.#showsBaked ? this.#bakedFrame(scene?.chosen ?? null) : this.#session.frame(ticks)
  }

  /** The effect with all that is around it; null where it is alone. */
  #allFrames(frame: Frame | null, camera: Camera, screen: ScreenNow): readonly Frame[] | null {
    const clip = this.#referenceFrames()
    const more = [...this.#copyFrames(), ...this.here.frames(), ...this.#over(screen, camera)]
    const scene = this.#nine ? null : this.#scene
    if (!scene && more.length === 0 && clip.length === 0) return null
    const swapped = this.#swapped && clip.length > 0
    const own = swapped ? null : frame
    if (scene) return [...this.#sceneFrames(scene, own, camera), ...clip, ...more]
    const all = own ? [own] : []
    return this.#reference?.view.place === 'under' && !swapped
      ? [...clip, ...all, ...more]
      : [...all, ...clip, ...more]
  }

  #sceneFrames(scene: EffectScene, own: Frame | null, camera: Camera): readonly Frame[] {
    const swap = this.#showsBaked ? (firing: Firing) => this.#bakedFrame(firing) : undefined
    return scene.frames(own, this.sceneTick, this.#seen(camera), swap)
  }

  #over(screen: ScreenNow, camera: Camera): readonly Frame[] {
    const over = overFrame(screen, this.#seen(camera), this.#plain.length)
    return over ? [over] : []
  }

  /** What the whole screen does now. */
  get screen(): ScreenNow {
    const scene = this.#scene
    if (scene) return screenNow(scene.scene.track.screens, this.sceneTick, this.rate)
    const played = this.#session.played
    return played?.screen || played?.parts.length
      ? screenNow(screenMoments(played), this.#tick, this.rate)
      : CALM
  }

  /** World px that the canvas shows. */
  #seen({ x, y, zoom }: Camera): ViewRect {
    return { x, y, w: this.canvas.width / zoom, h: this.canvas.height / zoom }
  }

  /**
   * The colour at a pixel of the canvas as it stands, `#rrggbb`: drawn once more, because what is on the screen
   * cannot be read back.
   */
  colourAt(x: number, y: number): string | null {
    const canvas = document.createElement('canvas')
    canvas.width = canvas.height = 1
    const pixel = createRenderer(canvas, 'canvas2d')
    const picture = this.#picture()
    const { frame, ground } = picture
    const part = picture.parts?.find(
      ({ box }) => x >= box.x && y >= box.y && x < box.x + box.w && y < box.y + box.h,
    )
    const { frames = frame ? [frame] : [], camera } = part ?? picture
    pixel.setSheets(this.#sheets)
    pixel.begin(ground === CHECKER.name ? checkerAt(x, y, this.canvas.height) : ground)
    const at = { ...camera, x: camera.x + x / camera.zoom, y: camera.y + y / camera.zoom }
    for (const one of frames) pixel.draw(one, at)
    pixel.end()
    return pixelOf(canvas, 0, 0)
  }

  /** Asks for a fresh picture with the next one of the screen. */
  redraw(): void {
    this.#pictures.change()
  }

  dispose(): void {
    cancelAnimationFrame(this.#request)
    this.#listeners.clear()
    this.#ears.hush()
    this.here.clear()
    this.#copies.clear()
    this.#cells.clear()
    this.#session.close()
    this.renderer.dispose()
  }
}
