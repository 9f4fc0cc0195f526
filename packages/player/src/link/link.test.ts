/** A game that is tethered: after an edit it stands where a game that had begun with those numbers would stand. */
import { makeDemo } from '@gliv/demo'
import { type Kit, resolveEffect, type KitFile } from '@gliv/document'
import { maskReader } from '@gliv/bake'
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import { packText, tetheredPack } from '@gliv/export'
import type { Pack as PackContents } from '@gliv/model'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { HeadlessPlayer, particlesOf, readPack, stateHash } from '../headless.ts'
import type { EffectHandle } from '../play/effectHandle.ts'
import { Pack } from '../load/pack.ts'
import { link, type Link, type LinkStatus } from './link.ts'
import { KEPT_TICKS } from './rerun.ts'
import { fromText, type Message, type ToGame, type ToStudio, toText } from './messages.ts'

const demo = makeDemo()
const read = maskReader(() => demo.pictures)

/** The pack of a kit as the studio sends it. */
const wholeOf = ({ kit }: Pick<KitFile, 'kit'>): PackContents =>
  tetheredPack(
    { kit, pictures: demo.pictures },
    kit.effectOrder.map((id) => resolveEffect(kit, kit.effects[id]!, read)),
  )

const edited = (kit: Kit, change: (kit: Kit) => void): Kit => {
  const next = structuredClone(kit)
  change(next)
  return next
}

/** All numbers of launch and emission of every emitter a bit other. */
const otherNumbers = (kit: Kit): Kit =>
  edited(kit, (next) => {
    for (const effect of Object.values(next.effects))
      for (const emitter of Object.values(effect.emitters)) {
        const { speed } = emitter.numbers
        Object.assign(emitter.numbers, {
          speed: { ...speed, from: speed.from * 1.3 + 5, to: speed.to * 1.3 + 5 },
          flow: emitter.numbers.flow * 1.25,
        })
      }
  })

/** The studio's end of a tether, by hand. */
class FarEnd {
  readonly #channel = new BroadcastChannel('gliv-tether')
  readonly heard: ToStudio[] = []
  n = 0

  constructor() {
    this.#channel.onmessage = ({ data }: MessageEvent<{ to: string; message: ToStudio }>) => {
      if (data.to === 'studio') this.heard.push(data.message)
    }
  }

  say(message: Omit<ToGame, 'studio'> & Record<string, unknown>): void {
    this.#channel.postMessage({ to: 'game', message: { studio: 's', ...message } })
  }

  whole(kit: Kit): void {
    this.say({ kind: 'whole', n: this.n, at: Date.now(), pack: wholeOf({ kit }) } as never)
  }

  edit(kit: Kit, ids: readonly string[] = kit.effectOrder): void {
    this.say({
      ...{ kind: 'edit', n: ++this.n, at: Date.now(), name: kit.name, order: kit.effectOrder },
      effects: ids.map((id) => resolveEffect(kit, kit.effects[id]!, read)),
      cues: kit.cues ?? [],
    } as never)
  }

  close(): void {
    this.#channel.close()
  }
}

let far: FarEnd
let linked: Link | null = null
beforeEach(() => {
  far = new FarEnd()
})
afterEach(() => {
  linked?.dispose()
  linked = null
  far.close()
})

const until = (is: () => boolean): Promise<void> =>
  vi.waitFor(() => expect(is()).toBe(true), { timeout: 4000, interval: 5 })

const tether = async (player: HeadlessPlayer, kit: Kit): Promise<{ status: () => LinkStatus }> => {
  linked = link(player)
  await until(() => far.heard.some(({ kind }) => kind === 'hello'))
  far.whole(kit)
  await until(() => linked!.status.state === 'linked')
  return { status: () => linked!.status }
}

/** What a game does with an effect: it moves, turns, jumps, stops. */
const steer = (handle: EffectHandle, tick: number): void => {
  handle.moveTo(120 + Math.sin(tick / 9) * 40, 80 + tick / 3, { rotation: tick / 2 })
  if (tick === 30) handle.teleport(10, 20)
  if (tick === 40) handle.emit(false)
  if (tick === 47) handle.emit(true)
  if (tick === 20 && handle.knobs.some(({ name }) => name === 'heat')) handle.turn('heat', 0.8)
}

const SURFACES = [{ id: 'floor', kind: 'segment', x1: -500, y1: 120, x2: 900, y2: 120 }] as const

const played = (player: HeadlessPlayer, id: string, ticks: number): EffectHandle => {
  const handle = player.play(id, { x: 120, y: 80, seed: 77, surfaces: SURFACES }) as EffectHandle
  for (let tick = 0; tick < ticks; tick++) {
    steer(handle, tick)
    player.update(1 / 60)
  }
  return handle
}

/** Until the game has taken the last message. */
const taken = (): Promise<void> =>
  until(() => far.heard.some((message) => message.kind === 'state' && message.took === far.n))

describe('a linked game', () => {
  it('stands after an edit where it would stand had it begun with those numbers', async () => {
    const next = otherNumbers(demo.kit)
    const plain = new HeadlessPlayer(new Pack(wholeOf({ kit: next })))
    for (const id of demo.kit.effectOrder) {
      const player = new HeadlessPlayer(readPack(packText(demo)))
      await tether(player, demo.kit)
      const handle = played(player, id, 55)
      const other = played(plain, id, 55)
      far.edit(next, [id])
      await taken()
      expect(linked!.status.fault, id).toBeNull()
      if (!handle.ended && !other.ended) expect(stateHash(handle), id).toBe(stateHash(other))
      // And goes on so.
      for (let k = 0; k < 15; k++) {
        handle.moveTo(k, k)
        other.moveTo(k, k)
        player.update(1 / 60)
        plain.update(1 / 60)
      }
      if (!handle.ended && !other.ended) expect(stateHash(handle), `${id}, later`).toBe(stateHash(other))
      other.remove()
      linked!.dispose()
      far.heard.length = 0
    }
  }, 120_000)

  it('takes other numbers for new births once it is older than its tape', async () => {
    const player = new HeadlessPlayer(readPack(packText(demo)))
    await tether(player, demo.kit)
    const handle = player.play('stove-fire', { x: 0, y: 0, seed: 5 })
    for (let k = 0; k < KEPT_TICKS + 30; k++) player.update(1 / 60)
    const before = particlesOf(handle).map(({ key, x, y }) => [key, x, y])
    far.edit(otherNumbers(demo.kit), ['stove-fire'])
    await taken()
    expect(handle.rest.length).toBe(1)
    // What lived is where it was; what is new comes beside it.
    const old = handle.rest[0]!
    expect(reportParticles(old).map(({ key, x, y }) => [key, x, y])).toEqual(before)
    expect(handle.simulation.alive).toBe(0)
    const alive = handle.alive
    for (let k = 0; k < 10; k++) player.update(1 / 60)
    expect(handle.simulation.alive).toBeGreaterThan(0)
    expect(old.alive).toBeLessThan(alive)
    expect(player.frame().count).toBeGreaterThan(old.alive / 2)
    // A second edit within the time since runs only what is new again.
    far.edit(demo.kit, ['stove-fire'])
    await taken()
    expect(handle.rest).toEqual([old])
    for (let k = 0; k < 400; k++) player.update(1 / 60)
    expect(handle.rest).toEqual([])
    expect(handle.ended).toBe(false)
  })

  it('has new effects and cues at once, and ends what was deleted', async () => {
    const player = new HeadlessPlayer(readPack(packText(demo)))
    await tether(player, demo.kit)
    const coin = player.play('coin')
    const fire = player.play('stove-fire')
    const next = edited(demo.kit, (kit) => {
      kit.effects['second'] = {
        ...structuredClone(kit.effects['pier-dust']!),
        id: 'second',
        name: 'Second dust',
      }
      kit.effectOrder = [...kit.effectOrder.filter((id) => id !== 'coin'), 'second']
      kit.cues = [
        ...kit.cues!.filter(({ id }) => id !== 'coin'),
        { ...kit.cues![0]!, id: 'wave', name: 'wave', effects: ['second'] },
      ]
    })
    far.edit(next, ['second'])
    await taken()
    expect([coin.ended, fire.ended]).toEqual([true, false])
    expect(player.cue('wave').effects.map(({ name }) => name)).toEqual(['Second dust'])
    expect(() => player.cue('coin')).toThrow(/no cue "coin"/)
  })

  it('keeps what it has where an edit cannot be played, and says so', async () => {
    const player = new HeadlessPlayer(readPack(packText(demo)))
    const { status } = await tether(player, demo.kit)
    const before = player.contents
    far.edit(
      edited(demo.kit, (kit) =>
        Object.assign(Object.values(kit.effects['coin']!.emitters)[0]!.numbers, { speed: 'fast' }),
      ),
      ['coin'],
    )
    await until(() => far.heard.some(({ kind }) => kind === 'refused'))
    expect(status().fault).toMatch(/speed/)
    expect(player.contents).toBe(before)
    far.edit(demo.kit, ['coin'])
    await taken()
    expect(status().fault).toBeNull()
  })

  it('asks for everything again when something was lost, stands still when told, and sees the studio go', async () => {
    const player = new HeadlessPlayer(readPack(packText(demo)))
    const pauses: boolean[] = []
    linked = link(player, { title: 'Ours', onPause: (on) => pauses.push(on) })
    await until(() => far.heard.some((one) => one.kind === 'hello' && one.title === 'Ours'))
    far.whole(demo.kit)
    await until(() => linked!.status.state === 'linked')
    far.say({ kind: 'pause', on: true, game: null } as never)
    await until(() => player.paused)
    far.heard.length = 0
    far.n += 3
    far.edit(demo.kit, ['coin'])
    await until(() => far.heard.some(({ kind }) => kind === 'hello'))
    far.say({ kind: 'bye' } as never)
    await until(() => linked!.status.state === 'waiting')
    // It does not stand still for ever.
    expect([player.paused, pauses]).toEqual([false, [true, false]])
  })

  it('says what plays, with which seed, knobs and strength, and what pictures cost', async () => {
    const player = new HeadlessPlayer(readPack(packText(demo)))
    player.setView({ x: -100, y: -100, w: 200, h: 200 })
    await tether(player, demo.kit)
    player.play('stove-fire', { x: 3, y: 4, seed: 9, strength: 1.5, knobs: { heat: 0.7 } })
    for (let k = 0; k < 30; k++) player.update(1 / 60)
    far.heard.length = 0
    const states = (): ToStudio[] => far.heard.filter((one) => one.kind === 'state' && one.plays.length > 0)
    await until(() => states().length > 0)
    expect(states()[0]).toMatchObject({
      plays: [{ name: 'Stove fire', tick: 30, seed: 9, strength: 1.5, knobs: { heat: 0.7 }, x: 3, y: 4 }],
      cost: { draws: expect.any(Number), frameMs: expect.any(Number) },
    })
    expect((states()[0] as { cost: { overdraw: number } }).cost.overdraw).toBeGreaterThan(0)
  })
})

describe('a moment of a game', () => {
  it('is the same anywhere else: by the tape that it gives', async () => {
    const player = new HeadlessPlayer(readPack(packText(demo)))
    await tether(player, demo.kit)
    for (const id of ['pier-dust', 'boat-wake', 'mud-splat', 'torch', 'signal-flare', 'canal-rain']) {
      const handle = played(player, id, 52)
      far.heard.length = 0
      await until(() => far.heard.some((one) => one.kind === 'state' && one.plays.length > 0))
      const state = far.heard.find((one) => one.kind === 'state' && one.plays.length > 0) as Extract<
        ToStudio,
        { kind: 'state' }
      >
      far.say({ kind: 'ask', game: linked!.id, which: state.plays[0]!.which } as never)
      await until(() => far.heard.some(({ kind }) => kind === 'moment'))
      const { moment, played: now } = far.heard.find(({ kind }) => kind === 'moment') as Extract<
        ToStudio,
        { kind: 'moment' }
      >
      const { start, view, surfaces, knobs, tape } = moment!
      const effect = resolveEffect(demo.kit, demo.kit.effects[id]!, read)
      const again = createSimulation(compile(effect), {
        ...start,
        view,
        surfaces,
        knobs,
        tape,
        seed: now.seed,
      })
      again.seek(now.tick)
      const places = (all: readonly { key: string; x: number; y: number }[]): unknown =>
        all.map(({ key, x, y }) => [key, x.toFixed(3), y.toFixed(3)])
      expect(places(reportParticles(again)), id).toEqual(places(particlesOf(handle)))
      handle.remove()
    }
  })
})

describe('messages', () => {
  it('go through text and back, bytes too; rubbish is none', () => {
    const message = {
      kind: 'whole',
      studio: 's',
      n: 1,
      at: 2,
      pack: { pages: [{ image: Uint8Array.from([1, 2, 250]) }] },
    }
    expect(fromText(toText(message as unknown as Message))).toEqual(message)
    expect(fromText('{"kind"')).toBeNull()
    expect(fromText('[1]')).toBeNull()
  })
})
