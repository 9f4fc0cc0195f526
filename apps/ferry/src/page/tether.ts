/** Last Ferry while it is being made: edits of the studio appear in it at once. */
import type { LoadedPack } from '@gliv/player'
import type { Link, LinkStatus } from '@gliv/player/link'
import { part, say } from './parts.ts'
import type { FerryPlayer } from './show.ts'

/** From the address: `#tether`, or `#tether=TOKEN` for a server that asks for one. */
const asked = (): { readonly server: string | null; readonly token: string | null } => {
  const token = new URLSearchParams(location.hash.slice(1)).get('tether')
  return { server: token === null ? null : '', token: token === '' ? null : token }
}

export class Tether {
  readonly #chip = part<HTMLButtonElement>('link')
  #link: Link | null = null
  #player: FerryPlayer | null = null
  #wanted = true
  readonly #onPause: (on: boolean) => void
  readonly #onKit: (kit: string) => void

  /** @param onPause the studio lets the game stand still @param onKit another kit plays now */
  constructor(onPause: (on: boolean) => void, onKit: (kit: string) => void) {
    this.#onPause = onPause
    this.#onKit = onKit
    this.#chip.addEventListener('click', () => {
      this.#wanted = !this.#wanted
      if (this.#wanted) this.#begin()
      else this.end()
    })
  }

  /** Links a player from now on, where that is wanted. */
  use(player: FerryPlayer, _pack: LoadedPack): void {
    this.#player = player
    this.#link?.dispose()
    this.#link = null
    this.#show(null)
    if (this.#wanted) this.#begin()
  }

  /** A pack that was brought by hand plays as it is. */
  end(): void {
    this.#wanted = false
    this.#link?.dispose()
    this.#link = null
    this.#show(null)
  }

  #begin(): void {
    const player = this.#player
    if (!player) return
    void import('@gliv/player/link').then(({ link }) => {
      if (this.#player !== player || !this.#wanted || this.#link) return
      this.#link = link(player, {
        title: 'Last Ferry',
        ...asked(),
        onPause: this.#onPause,
        onChange: (s) => this.#show(s),
      })
      this.#show(this.#link.status)
    })
  }

  #show(status: LinkStatus | null): void {
    const { dataset } = document.body
    const state = status?.state ?? 'off'
    this.#chip.setAttribute('aria-pressed', String(state === 'linked'))
    this.#chip.textContent = textOf(status)
    dataset['link'] = state
    dataset['late'] = status?.lateMs?.toFixed(1) ?? ''
    if (status?.fault) say(status.fault)
    if (state === 'linked') this.#kit(status?.kit ?? '')
  }

  #kit(name: string): void {
    const { dataset } = document.body
    if (dataset['kit'] === name) return
    dataset['kit'] = name
    this.#onKit(name)
  }
}

const textOf = (status: LinkStatus | null): string => {
  if (!status) return 'Not linked'
  if (status.state === 'waiting') return 'Looking for the studio'
  const late = status.lateMs === null ? '' : ` · ${Math.round(status.lateMs)} ms`
  return `Linked to ${status.kit ?? 'a kit'}${late}`
}
