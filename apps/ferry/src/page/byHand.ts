/** Any effect of the pack, by hand: chosen from a list, played where one presses, along with the pointer. */
import type { EffectHandle, Surface } from '@gliv/player'
import { part, say } from './parts.ts'
import type { FerryPlayer } from './show.ts'

export class ByHand {
  readonly #list = part('choices')
  readonly #toggle = part<HTMLButtonElement>('by-hand')
  #player: FerryPlayer | null = null
  #chosen = ''
  #held: EffectHandle | null = null
  #on = false

  constructor(onChange: () => void) {
    this.#toggle.addEventListener('click', () => {
      this.setOn(!this.#on)
      onChange()
    })
  }

  get on(): boolean {
    return this.#on
  }

  setOn(on: boolean): void {
    this.#on = on
    this.#toggle.setAttribute('aria-pressed', String(on))
    part('hand-panel').hidden = !on
    if (on) say(this.#chosen === '' ? 'The pack has no effects' : `${this.#chosen}: click in the picture`)
  }

  /** What can be chosen from now on; the choice stays where there is one of its name. */
  use(player: FerryPlayer): void {
    this.#player = player
    this.#held = null
    this.#list.replaceChildren(
      ...player.effects.map((name) => {
        const button = document.createElement('button')
        button.type = 'button'
        button.textContent = name
        button.setAttribute('role', 'radio')
        button.addEventListener('click', () => {
          this.choose(name)
          say(`${name}: click in the picture`)
        })
        return button
      }),
    )
    this.choose(player.effects.includes(this.#chosen as never) ? this.#chosen : (player.effects[0] ?? ''))
  }

  choose(name: string): void {
    this.#chosen = name
    for (const button of this.#list.querySelectorAll('button')) {
      const is = button.textContent === name
      button.setAttribute('aria-checked', String(is))
      button.tabIndex = is ? 0 : -1
    }
  }

  /** Arrows go through the list, as through any choice of one. */
  listenToArrows(): void {
    this.#list.addEventListener('keydown', (event) => {
      const way = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
      if (!way) return
      event.preventDefault()
      event.stopPropagation()
      const buttons = [...this.#list.querySelectorAll('button')]
      const at = buttons.findIndex((button) => button.textContent === this.#chosen)
      const next = buttons[(at + way + buttons.length) % buttons.length]
      if (next) this.choose(next.textContent)
      next?.focus()
    })
  }

  press(x: number, y: number, surfaces: readonly Surface[]): void {
    if (!this.#player || this.#chosen === '') return
    this.#held = this.#player.play(this.#chosen as never, { x, y, surfaces })
    say(`Playing ${this.#chosen}`)
  }

  follow(x: number, y: number): void {
    this.#held?.moveTo(x, y)
  }

  /** What loops or sustains ends when the pointer is let go; what plays once ends by itself. */
  release(): void {
    if (this.#held?.isEndless) this.#held.stop()
    this.#held = null
  }
}
