/**
 * A page that shows one effect by itself: what `gliv page` and the studio put into one HTML file, together with a pack.
 * Reads the pack from the page, and draws.
 */
import { latestEndSeconds, loopSecondsOf } from '@gliv/engine'
import { shownBy } from '../draw/renderer.ts'
import { type LoadedPack, loadPack } from '../load/loadPack.ts'
import type { EffectHandle } from '../play/effectHandle.ts'
import { Player } from '../players/player.ts'

const part = <E extends HTMLElement>(id: string): E => document.getElementById(id) as E

const TICK = 1 / 60
/** Longest way on the scale, in seconds. */
const MOST_SECONDS = 60

class Page {
  readonly #canvas = part<HTMLCanvasElement>('picture')
  readonly #scale = part<HTMLInputElement>('time')
  readonly #clock = part<HTMLOutputElement>('clock')
  readonly #toggle = part<HTMLButtonElement>('play')
  readonly #seed = part<HTMLInputElement>('seed')
  readonly #zoom = part<HTMLSelectElement>('zoom')
  readonly #pace = part<HTMLSelectElement>('pace')
  readonly #ground = part<HTMLInputElement>('ground')
  readonly #name: string
  readonly #length: number
  readonly #endless: boolean
  #player: Player
  #handle: EffectHandle
  #runs = !matchMedia('(prefers-reduced-motion: reduce)').matches
  #last = performance.now()

  constructor(pack: LoadedPack) {
    const effect = pack.contents.effects[0]!
    this.#name = effect.name
    this.#endless = effect.play !== 'once'
    const round = loopSecondsOf(effect)
    this.#length = Math.min(MOST_SECONDS, round ? round * 2 : latestEndSeconds(effect))
    this.#seed.value = String(effect.seed)
    this.#scale.max = String(Math.ceil(this.#length / TICK))
    this.#player = new Player(this.#canvas, pack)
    this.#handle = this.#start()
    this.#listen()
    this.#showState()
    requestAnimationFrame((now) => this.#frame(now))
  }

  #start(): EffectHandle {
    const seed = Math.max(0, Math.min(0xffff_ffff, Math.floor(Number(this.#seed.value) || 0)))
    return this.#player.play(this.#name, { seed })
  }

  /** From the beginning to a tick: what is seen is always what would be there. */
  #goTo(tick: number): void {
    const ticks = tick - this.#tick
    if (ticks < 0 || this.#handle.ended) this.#restart()
    this.#handle.settle()
    for (let left = tick - this.#tick; left > 0 && !this.#handle.ended; left--) this.#player.update(TICK)
  }

  get #tick(): number {
    return this.#handle.simulation.tick
  }

  #restart(): void {
    this.#handle.remove()
    this.#player.clearMarks()
    this.#handle = this.#start()
  }

  #listen(): void {
    this.#toggle.addEventListener('click', () => this.#setRunning(!this.#runs))
    this.#scale.addEventListener('input', () => {
      this.#setRunning(false)
      this.#goTo(this.#scale.valueAsNumber)
    })
    this.#seed.addEventListener('change', () => this.#restart())
    part('dice').addEventListener('click', () => {
      this.#seed.value = String(crypto.getRandomValues(new Uint32Array(1))[0]!)
      this.#restart()
    })
    addEventListener('keydown', (event) => this.#press(event))
  }

  /** Space plays and pauses, the arrows go a tick; fields keep their keys. */
  #press(event: KeyboardEvent): void {
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    if (event.key === ' ' && !(event.target instanceof HTMLButtonElement)) this.#setRunning(!this.#runs)
    else if (step) {
      this.#setRunning(false)
      this.#goTo(Math.max(0, this.#tick + step))
    } else return
    event.preventDefault()
  }

  #setRunning(runs: boolean): void {
    this.#runs = runs
    this.#showState()
  }

  #showState(): void {
    this.#toggle.textContent = this.#runs ? 'Pause' : 'Play'
  }

  #frame(now: number): void {
    const seconds = Math.max(0, now - this.#last) / 1000
    this.#last = now
    if (this.#runs) {
      this.#player.update(Math.min(1, seconds * Number(this.#pace.value)))
      if (this.#handle.ended) this.#restart()
    }
    this.#draw()
    requestAnimationFrame((next) => this.#frame(next))
  }

  #draw(): void {
    const canvas = this.#canvas
    const ratio = devicePixelRatio
    const width = Math.round(canvas.clientWidth * ratio)
    const height = Math.round(canvas.clientHeight * ratio)
    // Setting a size empties a canvas, even where it is the same one.
    if (canvas.width !== width) canvas.width = width
    if (canvas.height !== height) canvas.height = height
    const zoom = Number(this.#zoom.value) * ratio
    const camera = { x: -canvas.width / 2 / zoom, y: -canvas.height / 2 / zoom, zoom }
    this.#player.setView(shownBy(camera, canvas.width || 1, canvas.height || 1))
    this.#player.draw(camera, this.#ground.value)
    const tick = Math.max(0, this.#tick)
    this.#scale.value = String(this.#endless ? tick % (Number(this.#scale.max) + 1) : tick)
    const shown = (tick * TICK).toFixed(2)
    this.#clock.textContent = `${shown} s · ${this.#player.alive} alive`
    document.body.dataset['alive'] = String(this.#player.alive)
    document.body.dataset['tick'] = String(tick)
  }
}

const bytes = Uint8Array.from(atob(part('pack').textContent.trim()), (c) => c.charCodeAt(0))
loadPack(bytes).then(
  (pack) => new Page(pack),
  (error: unknown) => (part('clock').textContent = String(error)),
)
