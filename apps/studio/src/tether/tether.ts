/** The studio's end of the tether: what is edited goes to all linked games at once. */
import { writeKitZip } from '@gliv/document'
import { tetheredPack } from '@gliv/export'
import { type Message, type Road, serverRoad, tabRoad, type ToGame, type ToStudio } from '@gliv/player/tether'
import { shownKit, useDocument } from '../state/document.ts'
import { TAB } from '../state/tab.ts'
import { changedIn, needsWhole, resolvedOf, type Told } from './changes.ts'
import { type LinkedGame, useTether } from './store.ts'

/** A game that has said nothing for so long, in ms, has gone. */
const GONE_MS = 4000
const LOOK_MS = 1000

const now = (): number => performance.timeOrigin + performance.now()

type Asked = (message: Extract<ToStudio, { kind: 'moment' }>) => void

class Tether {
  #roads: Road[] = []
  readonly #games = new Map<string, { road: Road; heard: number }>()
  #told: Told | null = null
  #n = 0
  /** When the edit that is not told yet was submitted. */
  #since = 0
  #waits = false
  /** Somebody wants the kit itself. */
  #watchers = false
  #watched: unknown = null
  #ends: (() => void)[] = []
  /** Told of a moment that was asked for. */
  onMoment: Asked | null = null

  /** From now on games find the open kit. */
  start(): () => void {
    const road = tabRoad('studio', { hear: (message, by) => this.#hear(message as ToStudio, by) })
    if (road) this.#roads.push(road)
    const look = setInterval(() => this.#look(), LOOK_MS)
    const leave = (): void => this.#sayAll({ kind: 'bye', studio: TAB })
    addEventListener('pagehide', leave)
    this.#ends = [
      useDocument.subscribe(() => this.#note()),
      () => clearInterval(look),
      () => removeEventListener('pagehide', leave),
    ]
    this.#here()
    return () => this.#stop()
  }

  #stop(): void {
    this.#sayAll({ kind: 'bye', studio: TAB })
    for (const end of this.#ends) end()
    for (const road of this.#roads) road.dispose()
    this.#roads = []
    this.#games.clear()
    this.#told = null
    useTether.setState({ games: {}, server: null })
  }

  /** Goes through the server, too, or no longer. @param token what it asks for; null on this machine alone */
  useServer(on: boolean, token: string | null = null): void {
    for (const road of this.#roads.filter(({ id }) => id === 'server')) road.dispose()
    this.#roads = this.#roads.filter(({ id }) => id !== 'server')
    for (const [id, { road }] of this.#games) if (road.id === 'server') this.#forget(id)
    if (!on) return useTether.setState({ server: null })
    const road = serverRoad('studio', '', token, {
      hear: (message: Message, by: Road) => this.#hear(message as ToStudio, by),
      changed: ({ state, fault }) => {
        useTether.setState({ server: { state, fault } })
        if (state === 'open') this.#here()
      },
      free: () => this.#flushSoon(),
    })
    this.#roads.push(road)
    useTether.setState({ server: { state: road.state, fault: null } })
  }

  #here(): void {
    const kit = shownKit()
    if (kit) for (const road of this.#roads) road.send({ kind: 'here', studio: TAB, kit: kit.name })
  }

  #sayAll(message: ToGame): void {
    for (const road of new Set([...this.#games.values()].map((game) => game.road))) road.send(message)
  }

  #hear(message: ToStudio, road: Road): void {
    if ('studio' in message && message.studio !== TAB) return
    if (message.kind === 'hello') this.#greet(message, road)
    else if (message.kind === 'bye') this.#forget(message.game)
    else if (message.kind === 'ping')
      road.send({ kind: 'pong', studio: TAB, game: message.game, t: message.t, at: now() })
    else if (message.kind === 'moment') this.onMoment?.(message)
    else if (message.kind === 'refused') this.#change(message.game, road, { refused: message.message })
    else if (message.kind === 'state') {
      const { game, title, size, paused, plays, cost, lateMs } = message
      this.#change(game, road, { title, size, paused, plays, cost, lateMs })
    }
  }

  #change(id: string, road: Road, change: Partial<LinkedGame>): void {
    this.#games.set(id, { road, heard: now() })
    const known = useTether.getState().games[id] ?? {
      ...{ id, title: 'A game', by: road.id, size: [0, 0] as const, paused: false, plays: [] },
      ...{ cost: null, lateMs: null, refused: null },
    }
    useTether.setState(({ games }) => ({ games: { ...games, [id]: { ...known, ...change, by: road.id } } }))
  }

  #forget(id: string): void {
    this.#games.delete(id)
    useTether.setState(({ games }) => {
      const { [id]: _, ...rest } = games
      return { games: rest }
    })
  }

  #look(): void {
    for (const [id, { heard }] of this.#games) if (now() - heard > GONE_MS) this.#forget(id)
    this.#tellWatchers()
  }

  /** A game that asks gets everything. */
  #greet({ game, title, wants }: Extract<ToStudio, { kind: 'hello' }>, road: Road): void {
    const kit = shownKit()
    if (!kit) return
    if (wants === 'kit') {
      this.#watchers = true
      this.#watched = null
      return this.#tellWatchers()
    }
    // What waits is in it.
    this.#flush()
    this.#told ??= { kit, effects: resolvedOf(kit, null) }
    this.#change(game, road, { title })
    this.#sendWhole(road)
  }

  #sendWhole(road: Road): void {
    const told = this.#told!
    const { pictures } = useDocument.getState()
    try {
      const pack = tetheredPack({ kit: told.kit, pictures }, [...told.effects.values()])
      road.send({ kind: 'whole', studio: TAB, n: this.#n, at: this.#since || now(), pack })
    } catch (error) {
      useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })
    }
  }

  #note(): void {
    this.#tellWatchers()
    if (this.#games.size === 0) return
    const kit = shownKit()
    if (kit === this.#told?.kit) return
    if (this.#since === 0) this.#since = now()
    this.#flushSoon()
  }

  /** After what is going on now, which is the studio's own picture, and before anything else. */
  #flushSoon(): void {
    if (this.#waits || this.#since === 0) return
    this.#waits = true
    queueMicrotask(() => {
      this.#waits = false
      this.#flush()
    })
  }

  #flush(): void {
    const kit = shownKit()
    const told = this.#told
    if (!told || this.#since === 0) return
    if (!kit || kit.id !== told.kit.id) return this.#leave()
    // What a road still carries is followed by the latest, not by everything between.
    const roads = new Set([...this.#games.values()].map((game) => game.road))
    if ([...roads].some(({ busy }) => busy)) return
    try {
      this.#tell(kit, told, roads)
    } catch (error) {
      // The studio's own stage says why; games keep what they have.
      console.warn(error)
    }
    this.#since = 0
  }

  #leave(): void {
    this.#sayAll({ kind: 'bye', studio: TAB })
    this.#told = null
    this.#since = 0
    this.#games.clear()
    useTether.setState({ games: {} })
  }

  #tell(kit: NonNullable<ReturnType<typeof shownKit>>, told: Told, roads: ReadonlySet<Road>): void {
    const effects = resolvedOf(kit, told)
    const changed = changedIn(told, effects)
    const whole = needsWhole(told.kit, kit)
    const cues = told.kit.cues !== kit.cues
    const order = told.kit.effectOrder !== kit.effectOrder || told.kit.name !== kit.name
    this.#told = { kit, effects }
    if (!whole && !cues && !order && changed.length === 0) return
    this.#n++
    this.#clearRefusals()
    if (whole) for (const road of roads) this.#sendWhole(road)
    else
      this.#sayAll({
        ...{ kind: 'edit', studio: TAB, n: this.#n, at: this.#since, name: kit.name, order: kit.effectOrder },
        ...{ effects: changed, cues: kit.cues ?? [] },
      })
  }

  #clearRefusals(): void {
    const { games } = useTether.getState()
    if (!Object.values(games).some(({ refused }) => refused !== null)) return
    useTether.setState({
      games: Object.fromEntries(Object.entries(games).map(([id, game]) => [id, { ...game, refused: null }])),
    })
  }

  /** `gliv watch` bakes from the kit itself: when it is saved, not during a drag. */
  #tellWatchers(): void {
    const { kit, pictures, moment } = useDocument.getState()
    const server = this.#roads.find(({ id }) => id === 'server')
    if (!this.#watchers || !server || !kit || moment || kit === this.#watched || server.busy) return
    this.#watched = kit
    server.send({ kind: 'kit', studio: TAB, name: kit.name, file: writeKitZip({ kit, pictures }) })
  }

  /** Lets games stand still, or go on. @param game null: all */
  pause(on: boolean, game: string | null = null): void {
    this.#sayAll({ kind: 'pause', studio: TAB, on, game })
  }

  /** Asks how an effect of a game came to be where it is; `onMoment` is told. */
  ask(game: string, which: number): void {
    this.#games.get(game)?.road.send({ kind: 'ask', studio: TAB, game, which })
  }
}

export const tether = new Tether()
