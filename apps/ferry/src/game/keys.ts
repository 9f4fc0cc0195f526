/** What a player can ask for; keys, buttons and fingers all end in these. */
export const ACTIONS = [
  'left',
  'right',
  'up',
  'down',
  'act',
  'hook',
  'torch',
  'dash',
  'slip',
  'flare',
  'rain',
  'hurry',
] as const
export type Action = (typeof ACTIONS)[number]

/** What is held during a tick, and what of it was pressed anew. */
export interface Keys {
  holds(action: Action): boolean
  pressed(action: Action): boolean
}

/** Remembers what was held in the tick before. A press that was let go within one tick counts for that tick. */
export class KeyState implements Keys {
  readonly #down = new Set<Action>()
  readonly #tapped = new Set<Action>()
  #now: ReadonlySet<Action> = new Set()
  #before: ReadonlySet<Action> = new Set()

  press(action: Action): void {
    this.#down.add(action)
    this.#tapped.add(action)
  }

  release(action: Action): void {
    this.#down.delete(action)
  }

  releaseAll(): void {
    this.#down.clear()
  }

  /** Before each tick. */
  tick(): void {
    this.#before = this.#now
    this.#now = new Set([...this.#down, ...this.#tapped])
    this.#tapped.clear()
  }

  holds(action: Action): boolean {
    return this.#now.has(action)
  }

  pressed(action: Action): boolean {
    return this.#now.has(action) && !this.#before.has(action)
  }
}
