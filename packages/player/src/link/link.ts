/** A game that is tethered to the studio: while it is being made, edits appear in it at once. */
import { compile, keptMoment, KeptTape } from '@gliv/engine'
import {
  type Cue,
  type Frame,
  type Pack as PackContents,
  PACK_FEATURES,
  Refusal,
  type ResolvedEffect,
} from '@gliv/model'
import { checkPack } from '../load/checkPack.ts'
import { decodeSheetImage, LoadedPack } from '../load/loadPack.ts'
import { loadModules } from '../load/modules.ts'
import { Pack } from '../load/pack.ts'
import type { PackNames } from '../play/options.ts'
import type { HeadlessPlayer } from '../players/headlessPlayer.ts'
import { Player } from '../players/player.ts'
import { Costs } from './costs.ts'
import type { Message, PlayedNow, ToGame, ToStudio } from './messages.ts'
import { KEPT_TICKS, rerun } from './rerun.ts'
import { type Road, serverRoad, tabRoad } from './roads.ts'

/** How a game is linked. */
export interface LinkOptions {
  /** What the studio calls the game; default: the page's title. */
  readonly title?: string
  /**
   * A Gliv server between game and studio, like `http://127.0.0.1:4173`, or empty for where the page came from; default:
   * none, the game is linked to the studio in another tab of the same browser.
   */
  readonly server?: string | null
  /** What a server that is reached from elsewhere asks for. */
  readonly token?: string | null
  /** The studio lets the game stand still, or go on; the player does so by itself. */
  readonly onPause?: (paused: boolean) => void
  /** Something of `status` has changed. */
  readonly onChange?: (status: LinkStatus) => void
}

/** How a link stands. */
export interface LinkStatus {
  readonly state: 'waiting' | 'linked'
  /** The kit that it is linked to. */
  readonly kit: string | null
  /** How late the last edit was: ms from its submit until the game had taken it; null before the first. */
  readonly lateMs: number | null
  /** What went wrong, in words: the server, its token, or an edit that was not taken; null while all is well. */
  readonly fault: string | null
}

const HELLO_MS = 1500
const STATE_MS = 250
const PING_MS = 1000
/** After so long without an answer the studio has gone. */
const GONE_MS = 4500

const now = (): number => performance.timeOrigin + performance.now()
const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint32Array(2)), (n) => n.toString(36)).join('')

/** A running link. */
export class Link {
  readonly id = newId()
  readonly #player: HeadlessPlayer
  readonly #options: LinkOptions
  readonly #roads: readonly Road[]
  readonly #costs: Costs
  readonly #timers: ReturnType<typeof setInterval>[]
  #road: Road | null = null
  #studio: string | null = null
  #took = -1
  #heard = 0
  #helloAt = -Infinity
  /** The studio's clock is so many ms ahead. */
  #ahead = 0
  /** ms of the quickest answer to a ping; forgotten slowly. */
  #quickest = Infinity
  #status: LinkStatus = { state: 'waiting', kit: null, lateMs: null, fault: null }
  /** Messages are taken one after the other: pictures are decoded meanwhile. */
  #queue: Promise<void> = Promise.resolve()
  #over = false

  /** @internal */
  constructor(player: HeadlessPlayer, options: LinkOptions) {
    this.#player = player
    this.#options = options
    player.newTape = (...inputs) => new KeptTape(KEPT_TICKS, ...inputs)
    const ears = {
      hear: (message: Message, road: Road) => this.#hear(message as ToGame, road),
      changed: (road: Road) => this.#roadChanged(road),
    }
    const { server = null, token = null } = options
    this.#roads = [
      tabRoad('game', ears),
      server === null ? null : serverRoad('game', server, token, ears),
    ].filter((road) => road !== null)
    this.#costs = new Costs()
    this.#timers = [
      setInterval(() => this.#look(), HELLO_MS / 3),
      setInterval(() => this.#report(), STATE_MS),
      setInterval(() => this.#ping(), PING_MS),
    ]
    this.#hello()
  }

  /** How it stands. */
  get status(): LinkStatus {
    return this.#status
  }

  #become(change: Partial<LinkStatus>): void {
    const before = this.#status
    this.#status = { ...before, ...change }
    const differs = Object.keys(change).some(
      (key) => before[key as keyof LinkStatus] !== this.#status[key as keyof LinkStatus],
    )
    if (differs) this.#options.onChange?.(this.#status)
  }

  get #title(): string {
    return this.#options.title ?? (typeof document === 'undefined' ? 'A game' : document.title)
  }

  #hello(): void {
    this.#helloAt = now()
    for (const road of this.#roads)
      road.send({ kind: 'hello', game: this.id, title: this.#title, wants: 'pack' })
  }

  #roadChanged(road: Road): void {
    if (road.id !== 'server') return
    if (road.state === 'open') {
      this.#become({ fault: null })
      if (this.#road === null || this.#road === road) this.#hello()
    } else if (this.#road === null || this.#road === road) this.#become({ fault: road.fault })
  }

  /** Asks again while nobody answers, and sees when the studio has gone. */
  #look(): void {
    if (this.#studio !== null && now() - this.#heard > GONE_MS) this.#lose()
    if (this.#studio === null && now() - this.#helloAt > HELLO_MS) this.#hello()
  }

  /** What plays goes on with what it has. */
  #lose(): void {
    this.#studio = this.#road = null
    this.#pause(false)
    this.#become({ state: 'waiting' })
  }

  #hear(message: ToGame, road: Road): void {
    if (this.#over) return
    if (message.kind === 'here') {
      if (this.#studio === null) this.#hello()
      return
    }
    if ('game' in message && message.game !== null && message.game !== this.id) return
    if (message.kind === 'whole' && !this.#follows(message, road)) return
    if (message.studio !== this.#studio || road !== this.#road) return
    this.#heard = now()
    this.#queue = this.#queue.then(() => this.#take(message))
  }

  /** The first studio that answers is followed, and by the way that its answer came. */
  #follows({ studio, n }: Extract<ToGame, { kind: 'whole' }>, road: Road): boolean {
    if (this.#studio !== null && (this.#studio !== studio || n <= this.#took)) return false
    this.#studio = studio
    this.#road = road
    return true
  }

  async #take(message: ToGame): Promise<void> {
    if (this.#over) return
    if (message.kind === 'pong') this.#compareClocks(message)
    else if (message.kind === 'pause') this.#pause(message.on)
    else if (message.kind === 'ask') this.#tellMoment(message.which)
    else if (message.kind === 'bye') this.#lose()
    else if (message.kind === 'whole' || message.kind === 'edit') await this.#change(message)
  }

  /** The quickest answer says best how far the studio's clock is ahead; tabs of one browser have the same. */
  #compareClocks({ t, at }: Extract<ToGame, { kind: 'pong' }>): void {
    if (this.#road?.id === 'tabs') return
    const way = now() - t
    this.#quickest *= 1.02
    if (way > this.#quickest) return
    this.#quickest = way
    this.#ahead = at - (t + now()) / 2
  }

  async #change(message: Extract<ToGame, { kind: 'whole' | 'edit' }>): Promise<void> {
    if (message.kind === 'edit' && message.n !== this.#took + 1) {
      // Something was lost on the way: everything is asked for again.
      if (message.n > this.#took + 1) this.#hello()
      return
    }
    this.#took = message.n
    try {
      if (message.kind === 'whole') await this.#takeWhole(message.pack)
      else this.#takeEdit(message)
      const kit = message.kind === 'whole' ? message.pack.name : message.name
      const lateMs = Math.max(0, now() + this.#ahead - message.at)
      this.#become({ state: 'linked', kit, fault: null, ...(message.kind === 'edit' ? { lateMs } : {}) })
    } catch (error) {
      const words = error instanceof Error ? error.message : String(error)
      this.#become({ state: 'linked', fault: words })
      // Nothing fits what could not be taken as a whole.
      if (message.kind === 'whole') this.#took = -1
      this.#say({ kind: 'refused', game: this.id, studio: message.studio, n: message.n, message: words })
    }
    if (message.kind === 'whole') this.#ping()
    this.#report()
  }

  async #takeWhole(contents: PackContents): Promise<void> {
    await loadModules(PACK_FEATURES)
    checkPack(contents)
    for (const effect of contents.effects) compile(effect)
    const pack = new Pack(contents)
    const before = new Map(this.#player.contents.effects.map((effect) => [effect.id, effect]))
    this.#player.takePack(this.#player instanceof Player ? await withPictures(pack) : pack)
    for (const handle of this.#player.handles) this.#follow(handle, before)
  }

  #takeEdit({ name, order, effects, cues }: Extract<ToGame, { kind: 'edit' }>): void {
    const { pack } = this.#player
    const before = new Map(pack.contents.effects.map((effect) => [effect.id, effect]))
    const after = new Map([...before, ...effects.map((effect) => [effect.id, effect] as const)])
    checkPack({ ...pack.contents, effects, cues })
    for (const effect of effects) compile(effect)
    const contents: PackContents = {
      ...pack.contents,
      name,
      cues: cues as readonly Cue[],
      effects: order.flatMap((id) => after.get(id) ?? []),
    }
    const next = new Pack(contents)
    this.#player.takePack(pack instanceof LoadedPack ? new LoadedPack(next, pack.sheets) : next)
    const changed = new Set(effects.map(({ id }) => id))
    for (const handle of this.#player.handles)
      if (changed.has(handle.effect) || !order.includes(handle.effect)) this.#follow(handle, before)
  }

  /** What plays takes the new numbers, and ends with its effect. */
  #follow(handle: HeadlessPlayer['handles'][number], before: ReadonlyMap<string, ResolvedEffect>): void {
    const { effects } = this.#player.contents
    if (effects.some(({ id }) => id === handle.effect)) rerun(handle, this.#player)
    else if (before.has(handle.effect)) handle.remove()
  }

  #pause(on: boolean): void {
    if (this.#player.paused === on) return
    this.#player.paused = on
    this.#options.onPause?.(on)
    this.#report()
  }

  #tellMoment(which: number): void {
    const handle = this.#player.handles.find((one) => numberOf(one) === which)
    if (!handle || this.#studio === null) return
    const { tape, simulation } = handle
    const { effect, warmTicks } = simulation.program
    const moment = tape instanceof KeptTape && effect.play !== 'period' ? keptMoment(tape, warmTicks) : null
    this.#say({ kind: 'moment', game: this.id, studio: this.#studio, played: playedNow(handle), moment })
  }

  #say(message: ToStudio): void {
    this.#road?.send(message)
  }

  #ping(): void {
    if (this.#studio === null) return
    this.#say({ kind: 'ping', game: this.id, studio: this.#studio, t: now() })
  }

  #report(): void {
    if (this.#studio === null || this.#road?.busy === true) return
    const player = this.#player
    const size = player instanceof Player ? player.pictureSize : ([0, 0] as const)
    this.#say({
      kind: 'state',
      ...{ game: this.id, studio: this.#studio, title: this.#title, size, paused: player.paused },
      plays: player.handles.map(playedNow),
      cost: this.#costs.take(this.#frames(), player.shownView),
      lateMs: this.#status.lateMs,
      took: this.#took,
    })
  }

  *#frames(): Generator<Frame> {
    for (const layer of this.#player.layers) yield this.#player.frame(layer)
  }

  /** Ends the link; the game goes on with what it has. */
  dispose(): void {
    if (this.#over) return
    this.#over = true
    this.#say({ kind: 'bye', game: this.id })
    for (const timer of this.#timers) clearInterval(timer)
    this.#costs.dispose()
    for (const road of this.#roads) road.dispose()
    this.#player.newTape = undefined
  }
}

const numbers = new WeakMap<object, number>()
let count = 0
/** The same number for the same handle. */
const numberOf = (handle: object): number => {
  const known = numbers.get(handle)
  if (known !== undefined) return known
  numbers.set(handle, ++count)
  return count
}

const playedNow = (handle: HeadlessPlayer['handles'][number]): PlayedNow => {
  const { tape, simulation } = handle
  const { knobs: start = {} } = handle.said
  const knobs = Object.fromEntries(
    handle.knobs.flatMap(({ name }) => {
      const value = tape.knobAt(name, simulation.tick + 1) ?? (start as Record<string, number | string>)[name]
      return value === undefined ? [] : [[name, value]]
    }),
  )
  return {
    which: numberOf(handle),
    ...{ effect: handle.effect, name: handle.name, tick: simulation.tick, seed: handle.seed },
    ...{ strength: handle.strength, knobs, x: handle.x, y: handle.y, alive: handle.alive },
  }
}

const withPictures = async (pack: Pack): Promise<LoadedPack> => {
  const sheets = await Promise.all(
    pack.contents.pages.map(async ({ image, width, height, sampling }, page) => {
      try {
        const picture = await decodeSheetImage(
          new Blob([image as Uint8Array<ArrayBuffer>], { type: 'image/png' }),
        )
        return { image: picture, width, height, sampling }
      } catch {
        throw new Refusal(`pages[${page}]`, 'its picture cannot be decoded')
      }
    }),
  )
  return new LoadedPack(pack, sheets)
}

/**
 * Tethers a player to the studio: while a game is being made, edits, new effects and cues appear in it at once. A game
 * that ships leaves it out.
 * @example
 * if (import.meta.env.DEV) (await import('gliv-player/link')).link(player)
 */
export const link = <N extends PackNames>(player: HeadlessPlayer<N>, options: LinkOptions = {}): Link =>
  new Link(player as unknown as HeadlessPlayer, options)
