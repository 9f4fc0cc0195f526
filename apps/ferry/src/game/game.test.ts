/** Last Ferry is played by keys alone, without a screen: everything that the kit has is set off by what happens. */
import { HeadlessPlayer, readPack } from '@gliv/player/headless'
import { makeDemo } from '@gliv/demo'
import { packText } from '@gliv/export'
import { beforeEach, describe, expect, it } from 'vitest'
import type { LastFerry } from '../art/lastFerry.ts'
import { Game } from './game.ts'
import { Happenings } from './happenings.ts'
import { type Action, KeyState } from './keys.ts'
import { PIER, QUAY, SPOTS } from './places.ts'

const TARRED_RIGHT = -598
const pack = readPack(packText(makeDemo()))

class Play {
  readonly keys = new KeyState()
  readonly player = new HeadlessPlayer<LastFerry>(pack)
  readonly happenings = new Happenings()
  readonly seen = new Set<string>()
  readonly game: Game

  constructor() {
    this.happenings.use(this.player)
    this.player.setView({ x: -240, y: -200, w: 480, h: 300 })
    this.game = new Game(this.happenings)
  }

  tick(...held: Action[]): void {
    this.keys.releaseAll()
    for (const action of held) this.keys.press(action)
    this.keys.tick()
    this.game.step(this.keys)
    for (const { name } of this.player.handles) this.seen.add(name)
    this.player.update(1 / 60)
  }

  /** Holds keys until something is so. */
  until(is: (game: Game) => boolean, ...held: Action[]): this {
    for (let k = 0; k < 4000; k++) {
      if (is(this.game)) return this
      this.tick(...held)
    }
    throw new Error(`never happened: ${is.toString()} (deckhand at ${this.game.hand.x}, ${this.game.hand.y})`)
  }

  /** Somewhere else, without a word. */
  put(x: number, y: number): this {
    Object.assign(this.game.hand, { x, y, vx: 0, vy: 0, ground: null })
    return this
  }

  press(...held: Action[]): this {
    this.tick(...held)
    this.tick()
    return this
  }

  wait(ticks: number, ...held: Action[]): this {
    for (let k = 0; k < ticks; k++) this.tick(...held)
    return this
  }

  /** Walks to a place on the ground that it stands on. */
  walkTo(x: number): this {
    const { hand } = this.game
    return this.until(() => Math.abs(hand.x - x) < 6, hand.x < x ? 'right' : 'left')
  }

  /** Over an edge onto other ground. */
  jumpTo(x: number): this {
    const { hand } = this.game
    const way = hand.x < x ? 'right' : 'left'
    this.wait(1, way, 'up')
    return this.until(() => hand.ground !== null, way).walkTo(x)
  }
}

let play: Play
beforeEach(() => {
  play = new Play()
  play.until(({ hand }) => hand.ground !== null)
})

describe('Last Ferry', () => {
  it('a crate is brought across: coal, wheel, wake, pier, delivery', () => {
    const { game } = play
    play.walkTo(SPOTS.crates[0]!).press('act')
    expect(game.carried).not.toBeNull()
    play
      .walkTo(-404)
      .jumpTo(game.boat.x - 90)
      .press('act')
      .walkTo(game.boat.stove[0])
    play.press('act').press('act').press('act')
    expect(game.boat.heat).toBeGreaterThan(0.9)
    play.until(({ hand, boat }) => Math.abs(hand.x - boat.wheel[0]) < 8, 'right').press('act')
    expect(game.hand.steers).toBe(true)
    play
      .until(({ boat }) => boat.isAtPier, 'right')
      .press('act')
      .wait(60)
    expect(game.hand.steers).toBe(false)
    play.until(({ cargo: [one], hand }) => Math.abs(one!.x - hand.x) < 10, 'left').press('act')
    expect(game.carried).not.toBeNull()
    play.until(({ hand, boat }) => hand.x > boat.x + 92, 'right')
    play.wait(1, 'right', 'up').until(({ hand }) => hand.ground?.id === 'pier', 'right')
    play
      .walkTo(SPOTS.delivery - 16)
      .wait(1, 'right')
      .press('act')
      .wait(120)
    expect(game.brought).toBe(1)
    const seen = ['Stove fire', 'Funnel steam', 'Kettle steam', 'Wake', 'Bow thruster', 'Flare volley']
    expect([...play.seen]).toEqual(expect.arrayContaining([...seen, 'Gathering ring', 'Coin', 'Sink-hole']))
  })

  it('blows, falls, fire: what is struck answers', () => {
    const { game } = play
    play.press('torch').walkTo(TARRED_RIGHT)
    play
      .until(({ hand }) => hand.y === QUAY.y, 'right')
      .walkTo(-586)
      .wait(1, 'left')
    play.until(({ hisses }) => hisses).until(({ tarredAway }) => tarredAway > 0)
    expect(game.hearts).toBe(2)
    play.until(({ hand }) => hand.ground !== null).wait(60)
    play
      .walkTo(SPOTS.strawMan + 24)
      .wait(1, 'left')
      .press('hook')
      .wait(40)
    play
      .walkTo(SPOTS.crates[0]! - 24)
      .press('hook')
      .wait(60)
    expect([...play.seen]).toEqual(
      expect.arrayContaining(['Torch', 'Cargo blast', 'Boat-hook swipe', 'Mud splat', 'Crate shatter']),
    )
  })

  it('down from the awning: a fall; with a jump one stumbles; over the edge it is wet', () => {
    const { game } = play
    play.wait(1, 'up', 'right').until(({ hand }) => hand.ground?.id === 'awning', 'right')
    play.until(({ hand }) => hand.y === QUAY.y, 'right').wait(30)
    expect(play.seen).toContain('Landing in three strengths')
    play.put(-560, -160).until(({ hand }) => hand.ground?.id === 'awning')
    play
      .walkTo(-512)
      .wait(1, 'up', 'right')
      .until(({ hand }) => hand.y === QUAY.y, 'right')
    expect(play.seen).toContain('Hard landing')
    play
      .walkTo(-470)
      .press('up')
      .until(({ hand }) => hand.ground !== null)
      .press('flare')
      .press('slip')
    play.until(({ hand }) => hand.ground !== null)
    play.put(-390, -60).until(({ hearts }) => hearts < 3, 'down')
    expect(game.hand.y).toBeLessThanOrEqual(QUAY.y)
    expect([...play.seen]).toEqual(
      expect.arrayContaining(['Signal flare burst', 'Slip', 'Sunk', 'Risen', 'Pier dust', 'Coin']),
    )
  })

  it('the hours pass: seeds by day, rain, moths and storm by night, sparks at the winch; a keg', () => {
    const { game } = play
    play.wait(30)
    expect(play.seen).toContain('Seed fluff')
    play.put(SPOTS.kegs[0]! - 24, PIER.y - 4).until(({ hand }) => hand.ground?.id === 'pier')
    play.wait(1, 'right').press('hook').wait(60).press('rain').wait(300)
    play.until(({ hours }) => hours.hour > 21.5, 'hurry').wait(2)
    play
      .put(SPOTS.winch, PIER.y - 4)
      .until(({ hand }) => hand.ground?.id === 'pier')
      .wait(90, 'act')
    expect([...play.seen]).toEqual(
      expect.arrayContaining(['Keg pop', 'Canal rain', 'Lantern moths', 'Distant storm', 'Tow-line spark']),
    )
    expect(game.boat.x).toBeGreaterThan(-285)
  })

  it('every effect of the kit is named by one of these', () => {
    const named = new Set(
      (pack.contents.cues ?? []).flatMap(({ effects }) =>
        effects.map((id) => pack.contents.effects.find((one) => one.id === id)!.name),
      ),
    )
    expect(pack.effects.filter((name) => !named.has(name))).toEqual([])
  })

  it('a pack without its cues plays on in silence, and what was held begins anew with another player', () => {
    play.happenings.use(new HeadlessPlayer(readPack(packText(makeDemo(), { effects: ['coin'] }))) as never)
    play.wait(60, 'right').press('torch').wait(10)
    const next = new HeadlessPlayer<LastFerry>(pack)
    play.happenings.use(next)
    play.wait(2)
    expect(next.handles.map(({ name }) => name)).toEqual(expect.arrayContaining(['Torch', 'Sink-hole']))
  })
})
