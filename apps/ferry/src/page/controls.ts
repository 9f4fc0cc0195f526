/** Keys, pointer and fingers, as what the game understands. */
import type { Action, KeyState } from '../game/keys.ts'

/** By the place of a key, whatever letter is on it. */
const KEYS: Readonly<Record<string, Action>> = {
  ...{ ArrowLeft: 'left', KeyA: 'left', ArrowRight: 'right', KeyD: 'right' },
  ...{ ArrowUp: 'up', KeyW: 'up', Space: 'up', ArrowDown: 'down', KeyS: 'down' },
  ...{ KeyE: 'act', Enter: 'act', KeyF: 'hook', KeyT: 'torch', ShiftLeft: 'dash', ShiftRight: 'dash' },
  ...{ KeyQ: 'slip', KeyG: 'flare', KeyR: 'rain', KeyN: 'hurry' },
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, select, textarea') !== null
/** A button keeps what presses it. */
const pressesIt = (event: KeyboardEvent): boolean =>
  event.target instanceof Element &&
  event.target.closest('button, label, a') !== null &&
  (event.code === 'Space' || event.code === 'Enter')

export const listenToKeys = (keys: KeyState, isOff: () => boolean): void => {
  addEventListener('keydown', (event) => {
    const action = KEYS[event.code]
    if (!action || isField(event.target) || pressesIt(event) || isOff()) return
    if (event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    if (!event.repeat) keys.press(action)
  })
  addEventListener('keyup', (event) => {
    const action = KEYS[event.code]
    if (action) keys.release(action)
  })
  addEventListener('blur', () => keys.releaseAll())
}

/** Buttons that are held: each names its action in `data-action`. */
export const listenToButtons = (keys: KeyState, place: HTMLElement): void => {
  for (const button of place.querySelectorAll<HTMLButtonElement>('[data-action]')) {
    const action = button.dataset['action'] as Action
    button.addEventListener('pointerdown', (event) => {
      event.preventDefault()
      button.setPointerCapture(event.pointerId)
      keys.press(action)
    })
    for (const end of ['pointerup', 'pointercancel', 'lostpointercapture'] as const)
      button.addEventListener(end, () => keys.release(action))
    button.addEventListener('keydown', (event) => {
      if ((event.code === 'Space' || event.code === 'Enter') && !event.repeat) keys.press(action)
    })
    button.addEventListener('keyup', () => keys.release(action))
    button.addEventListener('contextmenu', (event) => event.preventDefault())
  }
}

/** A place in the world that is pressed. */
export interface Pressed {
  readonly x: number
  readonly y: number
}

/** From where on a pressed place is above, and how near is on the deckhand; px. */
const ABOVE = 60
const ON = 18

/** The deckhand goes where the pointer is held; above, it jumps; on it, the hand does its work. */
export class PointerSteering {
  readonly #keys: KeyState
  #held: Action[] = []

  constructor(keys: KeyState) {
    this.#keys = keys
  }

  press(at: Pressed, hand: Pressed): void {
    if (Math.abs(at.x - hand.x) < ON && Math.abs(at.y - hand.y + 18) < 30) this.#hold(['act'])
    else this.follow(at, hand)
  }

  follow(at: Pressed, hand: Pressed): void {
    if (this.#held.includes('act')) return
    const way: Action[] = at.x > hand.x + 8 ? ['right'] : at.x < hand.x - 8 ? ['left'] : []
    this.#hold(at.y < hand.y - ABOVE ? [...way, 'up'] : way)
  }

  release(): void {
    this.#hold([])
  }

  #hold(actions: Action[]): void {
    for (const action of this.#held) if (!actions.includes(action)) this.#keys.release(action)
    for (const action of actions) if (!this.#held.includes(action)) this.#keys.press(action)
    this.#held = actions
  }
}
