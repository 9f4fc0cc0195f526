/**
 * A run of a stage with its effects: state = f(stage, recording, cues, seeds). Each effect is an ordinary simulation
 * that reads a tape of where it goes; a moment is reached by seeking each of them.
 */
import {
  createSimulation,
  type EffectEvents,
  hashParticles,
  LiveTape,
  reportParticles,
  type Simulation,
  type SimulationOptions,
  updateSimulation,
} from '@gliv/engine'
import type { ResolvedEffect, StageCamera, Surface, TapeEntry, ViewRect } from '@gliv/model'
import { isStill, viewAt } from './camera.ts'
import { programOf } from './programs.ts'
import { screenMoments } from './screen.ts'
import { grained, strengthened } from './strength.ts'
import { type Firing, type Presses, type StageSetup, Track } from './track.ts'

/** What a scene is made of beside the run. */
export interface SceneSetup extends Omit<StageSetup, 'effectOf'> {
  /** Effects as they are played; the same effect gives the same object. */
  readonly resolved: (id: string) => ResolvedEffect | null
  /** Seconds until nothing of an effect lives, once it is over or was stopped; Infinity without an end. */
  readonly endSeconds: (effect: ResolvedEffect) => number
  /** What the view shows when the camera stands where it begins. */
  readonly view?: ViewRect
  readonly camera?: StageCamera
}

const sustained = (effect: ResolvedEffect): boolean => effect.play !== 'once'

/** Ticks that are stepped one by one at most; what is further is sought. */
const MOST_AT_ONCE = 30

const sameRun = (a: SceneSetup, b: SceneSetup): boolean =>
  a.rate === b.rate &&
  a.surfaces === b.surfaces &&
  a.actors === b.actors &&
  a.events === b.events &&
  a.camera === b.camera &&
  JSON.stringify(a.cues) === JSON.stringify(b.cues)

/** A firing that plays. */
export interface Playing {
  readonly firing: Firing
  /** As it was resolved, before its strength. */
  readonly effect: ResolvedEffect
  /** What its place and tape are, to tell whether a change reaches it. */
  readonly place: string
  readonly simulation: Simulation
  /** Live: its inputs are given as they come. */
  readonly live: LiveTape | null
}

/** Who is told what happens in a scene's effects while it is played. */
export interface Ears {
  /** Filled in by each effect's step, and cleared afterwards. */
  readonly events: EffectEvents
  readonly tell: (playing: Playing) => void
  /** A firing is over. */
  readonly release: (playing: Playing) => void
}

/** The same firing in two runs of a stage: the n-th of a cue that a sentence raised. */
export const firingKey = ({ event, cue, n, effect }: Firing): string => `${event} ${cue} ${n} ${effect}`

export class Scene {
  #setup: SceneSetup
  #track: Track
  readonly #presses: Presses
  /** What is stepped already, by its firing. */
  #playing = new Map<Firing, Playing>()
  #ears: Ears | null = null
  /** Last tick of the recording; Infinity while somebody plays. */
  readonly #end: number
  tick = -1

  /**
   * @param presses of a recording, with its length; without a length somebody plays: inputs come with `play`
   */
  constructor(setup: SceneSetup, presses: Presses = [], end = Infinity) {
    this.#setup = setup
    this.#end = end
    this.#presses = presses
    this.#track = this.#run()
  }

  get setup(): SceneSetup {
    return this.#setup
  }

  get track(): Track {
    return this.#track
  }

  /** Ticks of the whole, those that stand still included; Infinity while somebody plays. */
  get length(): number {
    return this.#end === Infinity ? Infinity : this.#track.tick
  }

  /** From now on somebody hears what happens; before the first tick. */
  listen(ears: Ears): void {
    this.#ears = ears
  }

  #factsOf(id: string) {
    const setup = this.#setup
    const effect = setup.resolved(id)
    return (
      effect && {
        seed: effect.seed,
        endTicks: Math.ceil(setup.endSeconds(effect) * setup.rate),
        sustained: sustained(effect),
        screen: screenMoments(effect),
        freezes: effect.freezes ?? false,
      }
    )
  }

  #run(): Track {
    const track = new Track({ ...this.#setup, effectOf: (id) => this.#factsOf(id) })
    if (this.#end !== Infinity) track.run(this.#end, this.#presses)
    return track
  }

  /** What of effects the run itself depends on. */
  #facts(): string {
    const ids = new Set(Object.values(this.#setup.cues).flatMap(({ effects }) => effects))
    return JSON.stringify([...ids].map((id) => this.#factsOf(id)))
  }

  /**
   * Takes over changed effects, sentences, actors or surfaces at the present tick of a recording; what the change does
   * not reach goes on, and a changed effect re-runs as far as it must.
   * @param later firings whose effect alone has changed wait for `catchUp`, and show what they were until then
   */
  update(setup: SceneSetup, later = false): void {
    const before = this.#setup
    const facts = this.#facts()
    this.#setup = setup
    if (!sameRun(before, setup) || this.#facts() !== facts) this.#track = this.#run()
    const old = new Map([...this.#playing.values()].map((playing) => [firingKey(playing.firing), playing]))
    const keeps = before.surfaces === setup.surfaces
    this.#playing.clear()
    for (const firing of this.#track.firings) {
      const playing = keeps ? old.get(firingKey(firing)) : undefined
      const effect = this.#setup.resolved(firing.effect)
      if (playing && effect) this.#takeOver(playing, firing, effect, later)
    }
    this.seek(this.tick)
  }

  /**
   * Brings firings that wait to their changed effects, one after the other.
   * @param more asked after each whether there is time for another
   * @returns whether some still wait
   */
  catchUp(more: () => boolean): boolean {
    for (const [firing, playing] of this.#playing) {
      const effect = this.#setup.resolved(firing.effect)
      if (!effect || effect === playing.effect) continue
      updateSimulation(playing.simulation, strengthened(effect, grained(firing.strength)))
      this.#playing.set(firing, { ...playing, effect })
      if (!more()) return this.waits
    }
    return false
  }

  /** Whether some firings wait to be brought to their changed effects. */
  get waits(): boolean {
    return [...this.#playing].some(([firing, { effect }]) => this.#setup.resolved(firing.effect) !== effect)
  }

  #takeOver(playing: Playing, firing: Firing, effect: ResolvedEffect, later: boolean): void {
    const place = this.#placeOf(firing)
    if (place !== playing.place) return
    const { simulation } = playing
    if (later && effect !== playing.effect) return void this.#playing.set(firing, { ...playing, firing })
    if (effect !== playing.effect)
      updateSimulation(simulation, strengthened(effect, grained(firing.strength)))
    this.#playing.set(firing, { ...playing, firing, effect, place })
  }

  /** Everything that plays at the present tick, in the order of its start. */
  get playing(): readonly Playing[] {
    return this.#track.firings.flatMap((firing) => this.#playing.get(firing) ?? [])
  }

  /**
   * To a tick of a recording.
   * @param except a firing that somebody else plays
   */
  seek(tick: number, except?: Firing): void {
    const to = Math.max(0, Math.min(tick, this.length))
    this.tick = to
    for (const firing of this.track.firings) {
      if (firing.tick > to || firing.endTick < to || firing === except) {
        this.#forget(firing)
        continue
      }
      const playing = this.#playing.get(firing) ?? this.#begin(firing)
      playing?.simulation.seek(this.#ownTick(firing, to))
    }
  }

  /** Before the first tick, so that what begins with it is told by `advance`. */
  rewind(): void {
    for (const [firing] of this.#playing) this.#forget(firing)
    this.tick = -1
  }

  /** To a tick as play comes to it: what happens on the way is told to who listens. */
  advance(tick: number, except?: Firing): void {
    const to = Math.min(tick, this.length)
    if (!this.#ears || to <= this.tick || to - this.tick > MOST_AT_ONCE) return this.seek(tick, except)
    while (this.tick < to) {
      this.tick++
      for (const firing of this.track.firings) this.#advance(firing, except)
    }
  }

  #advance(firing: Firing, except: Firing | undefined): void {
    const { tick } = this
    if (firing.tick > tick || firing.endTick < tick || firing === except) return this.#forget(firing)
    const known = this.#playing.get(firing)
    const playing = known ?? this.#begin(firing)
    if (!playing) return
    const { simulation } = playing
    const own = this.#ownTick(firing, tick)
    if (!known && own === 0) simulation.begin()
    else if (own === simulation.tick + 1) simulation.step()
    else simulation.seek(own)
    this.#tell(playing)
  }

  #tell(playing: Playing): void {
    const ears = this.#ears
    if (!ears || ears.events.count === 0) return
    ears.tell(playing)
    ears.events.clear()
  }

  #forget(firing: Firing): void {
    const playing = this.#playing.get(firing)
    if (!playing) return
    this.#ears?.release(playing)
    this.#playing.delete(firing)
  }

  /** Tick of a firing's own at a tick of the scene: what a freeze holds is younger by what stood still. */
  #ownTick({ tick, freezes }: Firing, at: number): number {
    return at - tick - (freezes ? this.#track.heldBy(at) - this.#track.heldBy(tick) : 0)
  }

  /** One tick with these keys held: somebody plays. */
  play(keys: number): void {
    this.track.step(keys)
    this.tick = this.track.tick
    for (const playing of this.#playing.values()) this.#go(playing)
    for (const firing of this.track.firings.slice(-32)) if (firing.tick === this.tick) this.#beginLive(firing)
    for (const [firing] of this.#playing) if (firing.endTick < this.tick) this.#forget(firing)
  }

  #go(playing: Playing): void {
    const { firing, simulation, live } = playing
    if (!live || (firing.freezes && this.#track.heldBy(this.tick) > this.#track.heldBy(this.tick - 1))) return
    if (firing.follows) {
      const [x, y] = this.track.placeOf(firing, this.tick)
      live.moveTo({ x, y })
    }
    const view = isStill(this.#setup.camera) ? undefined : this.#viewAt(this.tick)
    if (view) live.setView(view)
    // A stop counts from the tick before the step that takes it: as a tape that stops at `stopTick`.
    if (this.tick > firing.stopTick) live.stop()
    simulation.step()
    this.#tell(playing)
  }

  #beginLive(firing: Firing): void {
    const effect = this.setup.resolved(firing.effect)
    if (!effect) return
    const { x, y, mirror, seed } = firing
    const live = new LiveTape({ x, y, mirror }, this.#viewAt(this.tick), this.setup.surfaces)
    const simulation = createSimulation(programOf(effect, firing.strength), {
      x,
      y,
      mirror,
      seed,
      live,
      surfaces: this.setup.surfaces,
      ...this.#told,
    })
    const playing = { firing, effect, place: '', simulation, live }
    this.#playing.set(firing, playing)
    this.#tell(playing)
  }

  get #told(): Pick<SimulationOptions, 'events'> {
    return this.#ears ? { events: this.#ears.events } : {}
  }

  #viewAt(tick: number): ViewRect | undefined {
    const { view, camera, rate } = this.#setup
    return view && viewAt(this.#track, camera, view, tick, rate)
  }

  #begin(firing: Firing): Playing | null {
    const effect = this.setup.resolved(firing.effect)
    if (!effect) return null
    const simulation = createSimulation(programOf(effect, firing.strength), {
      ...this.optionsOf(firing),
      ...this.#told,
    })
    const playing = { firing, effect, place: this.#placeOf(firing), simulation, live: null }
    this.#playing.set(firing, playing)
    return playing
  }

  #placeOf(firing: Firing): string {
    const { surfaces: _, ...options } = this.optionsOf(firing)
    return JSON.stringify([options, grained(firing.strength)])
  }

  /** How a firing is placed: what a simulation of its effect at its strength is made with. */
  optionsOf(firing: Firing): SimulationOptions {
    const { x, y, mirror, seed } = firing
    const view = this.#viewAt(firing.tick)
    return {
      x,
      y,
      mirror,
      seed,
      surfaces: this.setup.surfaces as Surface[],
      ...(view ? { view } : {}),
      tape: this.#tapeOf(firing),
    }
  }

  /** The effect of a firing at its strength; null when it is gone. */
  effectOf(firing: Firing): ResolvedEffect | null {
    const effect = this.setup.resolved(firing.effect)
    return effect && strengthened(effect, grained(firing.strength))
  }

  /** What the camera shows while a firing plays, where it moves. */
  #viewsOf(firing: Firing, last: number): TapeEntry[] {
    const { view, camera, rate } = this.#setup
    if (!view || isStill(camera)) return []
    const entries = Array.from({ length: Math.max(0, last - firing.tick) }, (_, k) => ({
      tick: this.#ownTick(firing, firing.tick + k + 1),
      do: 'view' as const,
      ...viewAt(this.#track, camera, view, firing.tick + k + 1, rate),
    }))
    return entries.filter(({ tick }, k) => tick !== entries[k - 1]?.tick)
  }

  /** The way of what a firing follows, what the view shows, and where it is let go. */
  #tapeOf(firing: Firing): TapeEntry[] {
    if (this.setup.resolved(firing.effect)?.play === 'period') return []
    const tape: TapeEntry[] = []
    const { follows, stopTick } = firing
    let [lastX, lastY] = [firing.x, firing.y]
    if (follows)
      for (let tick = firing.tick + 1; tick <= Math.min(this.length, firing.endTick); tick++) {
        const [x, y] = this.track.placeOf(firing, tick)
        if (x === lastX && y === lastY) continue
        const own = this.#ownTick(firing, tick)
        tape.push({ tick: own - 1, do: 'move', x: lastX, y: lastY })
        tape.push({ tick: own, do: 'move', x, y })
        ;[lastX, lastY] = [x, y]
      }
    const once = tape.filter((entry, k) => tape[k + 1]?.tick !== entry.tick)
    if (stopTick <= this.length) once.push({ tick: this.#ownTick(firing, stopTick), do: 'stop' })
    once.push(...this.#viewsOf(firing, Math.min(this.length, firing.endTick)))
    return once.sort((a, b) => a.tick - b.tick)
  }

  /** 64 bits in hex for all particles of all running effects, in the order of their start. */
  hash(): string {
    return hashParticles(this.playing.flatMap(({ simulation }) => [...reportParticles(simulation)]))
  }
}
