/** Ways between a game and the studio: tabs of one browser, or a server between them. */
import { fromText, type Message, type Side, toText } from './messages.ts'

/** Whether a way can be gone. */
export type RoadState = 'open' | 'closed' | 'refused'

export interface Road {
  readonly id: 'tabs' | 'server'
  readonly state: RoadState
  /** Why it is refused or closed, in words; null while all is well. */
  readonly fault: string | null
  /** It still carries what was sent last. */
  readonly busy: boolean
  send(message: Message): void
  dispose(): void
}

export interface RoadEars {
  readonly hear: (message: Message, road: Road) => void
  /** Its state has changed. */
  readonly changed?: (road: Road) => void
  /** It is not busy any more. */
  readonly free?: () => void
}

const CHANNEL = 'gliv-tether'

interface Parcel {
  readonly to: Side
  readonly message: Message
}

/** Between tabs of one browser, of one origin. @param side whose messages are heard */
export const tabRoad = (side: Side, { hear }: RoadEars): Road | null => {
  if (typeof BroadcastChannel === 'undefined') return null
  const channel = new BroadcastChannel(CHANNEL)
  const to: Side = side === 'game' ? 'studio' : 'game'
  const road: Road = {
    id: 'tabs',
    state: 'open',
    fault: null,
    busy: false,
    send: (message) => channel.postMessage({ to, message } satisfies Parcel),
    dispose: () => channel.close(),
  }
  channel.onmessage = ({ data }: MessageEvent<Parcel>) => {
    if (data.to === side) hear(data.message, road)
  }
  return road
}

/** ms until a broken connection is tried again: at first, and at most. */
const AGAIN_MS = 400
const AGAIN_MOST_MS = 3000

const later = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((done) => {
    const timer = setTimeout(done, ms)
    signal.addEventListener('abort', () => {
      clearTimeout(timer)
      done()
    })
  })

const WRONG_TOKEN =
  'the server does not take this token; open the address that it printed when it started, or scan its code again'

/** Events of a stream, each as the text of its data. */
async function* eventsOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.getReader()
  const decoder = new TextDecoder()
  let text = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return
    text += decoder.decode(value, { stream: true })
    for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
      const data = text
        .slice(0, end)
        .split('\n')
        .filter((line) => line.startsWith('data: '))
        .map((line) => line.slice(6))
      text = text.slice(end + 2)
      if (data.length > 0) yield data.join('\n')
    }
  }
}

class ServerRoad implements Road {
  readonly id = 'server'
  state: RoadState = 'closed'
  fault: string | null = null
  readonly #side: Side
  readonly #address: string
  readonly #headers: Readonly<Record<string, string>>
  readonly #ears: RoadEars
  readonly #end = new AbortController()
  readonly #waiting: Message[] = []
  #sending = false

  constructor(side: Side, address: string, token: string | null, ears: RoadEars) {
    this.#side = side
    this.#address = address.replace(/\/$/, '')
    this.#headers = token === null ? {} : { authorization: `Bearer ${token}` }
    this.#ears = ears
    void this.#listen()
  }

  /** One is on its way, and one waits behind it. */
  get busy(): boolean {
    return this.#waiting.length > 0
  }

  #become(state: RoadState, fault: string | null): void {
    if (this.state === state && this.fault === fault) return
    this.state = state
    this.fault = fault
    this.#ears.changed?.(this)
  }

  async #listen(): Promise<void> {
    const { signal } = this.#end
    let wait = AGAIN_MS
    while (!signal.aborted) {
      try {
        const answer = await fetch(`${this.#address}/tether/${this.#side}/events`, {
          headers: this.#headers,
          signal,
        })
        if (answer.ok && answer.body) {
          wait = AGAIN_MS
          this.#become('open', null)
          for await (const text of eventsOf(answer.body)) this.#hear(text)
          this.#become('closed', 'the server has gone; it is looked for again')
        } else this.#refused(answer.status)
      } catch {
        if (!signal.aborted)
          this.#become(
            'closed',
            `there is no server at ${this.#address || 'this address'}; it is looked for again`,
          )
      }
      await later(wait, signal)
      wait = Math.min(AGAIN_MOST_MS, wait * 1.5)
    }
  }

  #refused(status: number): void {
    this.#become('refused', status === 401 ? WRONG_TOKEN : `the server says ${status}`)
  }

  #hear(text: string): void {
    const message = fromText(text)
    if (message) this.#ears.hear(message, this)
  }

  send(message: Message): void {
    this.#waiting.push(message)
    if (!this.#sending) void this.#post()
  }

  async #post(): Promise<void> {
    this.#sending = true
    const to: Side = this.#side === 'game' ? 'studio' : 'game'
    while (this.#waiting.length > 0 && !this.#end.signal.aborted) {
      const body = toText(this.#waiting.shift()!)
      if (this.#waiting.length === 0) queueMicrotask(() => this.#ears.free?.())
      try {
        const answer = await fetch(`${this.#address}/tether/${to}`, {
          method: 'POST',
          headers: { ...this.#headers, 'content-type': 'application/json' },
          body,
          signal: this.#end.signal,
        })
        if (!answer.ok) this.#refused(answer.status)
      } catch {
        // Whoever listens there asks for everything again when the server is back.
        this.#waiting.length = 0
      }
    }
    this.#sending = false
  }

  dispose(): void {
    this.#end.abort()
  }
}

/**
 * Through a Gliv server, which may stand elsewhere.
 * @param address like `http://127.0.0.1:4173`; empty for where the page came from
 * @param token what a server that is reached from elsewhere asks for
 */
export const serverRoad = (side: Side, address: string, token: string | null, ears: RoadEars): Road =>
  new ServerRoad(side, address, token, ears)
