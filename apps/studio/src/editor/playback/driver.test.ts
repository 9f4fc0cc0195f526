// @vitest-environment jsdom
import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation, stateHash } from '@gliv/engine'
import type { Frame, ResolvedEffect } from '@gliv/model'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { StageDriver } from './driver.ts'
import type { FrameBudget, StageRenderer } from './stageRenderer/stageRenderer.ts'

const { kit } = makeDemo()
const resolved = (id: string): ResolvedEffect => resolveEffect(kit, kit.effects[id]!)

/** A renderer that counts pictures and is busy when it is told to be. */
class CountingRenderer implements StageRenderer {
  readonly path = 'canvas2d'
  readonly uploadSeconds = 0
  readonly lost = false
  readonly joinsLight = false
  readonly viewport = null
  readonly size = { w: 640, h: 360 }
  /** Pictures take long here, so that those in a hurry are coarse. */
  slow = false
  coarse = false
  pictures = 0
  busy = false
  shown = 0
  limitTo(): void {}
  patchSheet(): void {}
  setSheets(): void {}
  bands = 1
  /** Particles of the pictures that were announced. */
  readonly expected: number[] = []
  readonly begun: number[] = []
  expect(frame: Frame): void {
    this.expected.push(frame.count)
  }
  begin(_ground?: string | null, { hurried = false, band = 0 }: FrameBudget = {}): void {
    this.coarse = this.slow && hurried
    this.begun.push(band)
  }
  draw(frame: Frame): void {
    this.pictures++
    this.shown = frame.count
  }
  end(): void {}
  settle(): boolean {
    return this.busy
  }
  dispose(): void {}
}

let now = 1000
let callbacks: FrameRequestCallback[] = []
/** Pictures of the screen, `gap` ms apart. */
const screen = (count: number, gap = 1000 / 60): void => {
  for (let i = 0; i < count; i++) {
    now += gap
    const due = callbacks
    callbacks = []
    for (const callback of due) callback(now)
  }
}

beforeEach(() => {
  now = 1000
  callbacks = []
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) => callbacks.push(callback))
  vi.stubGlobal('cancelAnimationFrame', () => (callbacks = []))
  vi.spyOn(performance, 'now').mockImplementation(() => now)
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
})

const open = (id: string): { driver: StageDriver; renderer: CountingRenderer } => {
  const renderer = new CountingRenderer()
  const driver = new StageDriver(document.createElement('canvas'), renderer)
  driver.open(resolved(id))
  return { driver, renderer }
}

const hashAt = (id: string, tick: number): string => {
  const simulation = createSimulation(compile(resolved(id)))
  simulation.seek(tick)
  return stateHash(simulation)
}

describe('pictures in a hurry', () => {
  it('are announced before they begin', () => {
    const { driver, renderer } = open('signal-flare')
    driver.seek(30)
    const { effect } = driver.simulation!.program
    driver.edit(effect)
    expect(renderer.begun.length).toBe(renderer.expected.length)
    expect(renderer.expected.at(-1)).toBe(driver.simulation!.frame().count)
  })

  it('may be coarse while edits follow one another; then the same moment is drawn in full, once', () => {
    const { driver, renderer } = open('pier-dust')
    driver.pause()
    driver.seek(20)
    screen(2)
    renderer.slow = true
    for (let k = 0; k < 5; k++) {
      driver.edit(resolved('pier-dust'))
      screen(1)
      expect([renderer.coarse, driver.sharp]).toEqual([true, false])
    }
    const before = renderer.pictures
    screen(20)
    expect([renderer.coarse, driver.sharp, renderer.pictures - before, driver.playback.tick]).toEqual([
      false,
      true,
      1,
      20,
    ])
  })

  it('give way to edits between two bands of a picture in full', () => {
    const { driver, renderer } = open('pier-dust')
    driver.pause()
    driver.seek(20)
    screen(2)
    renderer.slow = true
    renderer.bands = 4
    renderer.begun.length = 0
    driver.edit(resolved('pier-dust'))
    screen(12)
    expect(renderer.begun).toEqual([0, 0, 1])
    driver.edit(resolved('pier-dust'))
    expect([renderer.coarse, driver.sharp]).toEqual([true, false])
    screen(30)
    expect([renderer.begun, driver.sharp]).toEqual([[0, 0, 1, 0, 0, 1, 2, 3], true])
  })

  it('are in full while it plays and nobody edits', () => {
    const { driver, renderer } = open('pier-dust')
    renderer.slow = true
    driver.play()
    screen(4)
    expect(renderer.coarse).toBe(false)
    driver.edit(resolved('pier-dust'))
    screen(1)
    expect(renderer.coarse).toBe(true)
    screen(20)
    expect(renderer.coarse).toBe(false)
  })
})

describe('true speed', () => {
  it('a renderer that is always busy costs pictures, never ticks', () => {
    const { driver, renderer } = open('canal-rain')
    driver.play()
    screen(1)
    const before = renderer.pictures
    renderer.busy = true
    screen(120)
    expect(renderer.pictures - before).toBeLessThanOrEqual(1)
    expect(driver.playback.seconds).toBeCloseTo(121 / 60, 6)
    expect(stateHash(driver.simulation!)).toBe(hashAt('canal-rain', driver.playback.tick))
  })

  it('a screen of any rhythm shows the same moment after the same time', () => {
    for (const [count, gap] of [
      [288, 1000 / 144],
      [20, 100],
      [7, 285.7142857],
    ] as const) {
      const { driver } = open('canal-rain')
      driver.play()
      screen(count, gap)
      expect(driver.playback.seconds).toBeCloseTo(2, 5)
    }
  })

  it('slow motion takes its time, with pictures between ticks', () => {
    const { driver, renderer } = open('canal-rain')
    driver.set({ speed: 0.1 })
    driver.play()
    screen(60)
    expect(driver.playback.seconds).toBeCloseTo(0.1, 6)
    expect(driver.playback.tick).toBe(6)
    expect(renderer.pictures).toBeGreaterThan(50)
  })

  it('a hidden tab does not make up for hours', () => {
    const { driver } = open('canal-rain')
    driver.play()
    screen(1, 3_600_000)
    expect(driver.playback.seconds).toBeLessThanOrEqual(1)
  })
})

describe('the transport', () => {
  it('pauses at the tick that is on the screen', () => {
    const { driver } = open('canal-rain')
    driver.play()
    screen(45, 1000 / 144)
    driver.pause()
    const { seconds, tick, playing } = driver.playback
    expect([playing, seconds]).toEqual([false, tick / 60])
    screen(30)
    expect(driver.playback.tick).toBe(tick)
  })

  it('plays once or again and again; play at the end starts over', () => {
    const { driver } = open('pier-dust')
    driver.set({ loop: false })
    driver.play()
    screen(200)
    expect(driver.playback).toMatchObject({ playing: false, seconds: 0 })
    driver.set({ loop: true })
    driver.play()
    screen(200)
    expect(driver.playback.playing).toBe(true)
    expect(driver.playback.seconds).toBeLessThan(2)
  })

  it('tells its listeners, until they leave', () => {
    const { driver } = open('pier-dust')
    const heard: number[] = []
    const leave = driver.subscribe((p) => heard.push(p.tick))
    driver.seek(12)
    leave()
    driver.seek(13)
    expect(heard).toEqual([0, 12])
  })
})

describe('edits', () => {
  const withDrag = (drag: number): ResolvedEffect => {
    const copy = structuredClone(kit)
    copy.types['grit']!.numbers.drag = drag
    return resolveEffect(copy, copy.effects['pier-dust']!)
  }

  it('at a frozen moment are on the screen before the call returns, at that very tick', () => {
    const { driver, renderer } = open('pier-dust')
    driver.seek(20)
    const before = renderer.pictures
    driver.edit(withDrag(5))
    expect(renderer.pictures).toBe(before + 1)
    expect(driver.playback.tick).toBe(20)
    const fresh = createSimulation(compile(withDrag(5)))
    fresh.seek(20)
    expect(stateHash(driver.simulation!)).toBe(stateHash(fresh))
  })

  it('of the seed change everything, at the same tick', () => {
    const { driver } = open('pier-dust')
    driver.seek(20)
    const before = stateHash(driver.simulation!)
    driver.edit({ ...resolved('pier-dust'), seed: 999 })
    expect(driver.playback.tick).toBe(20)
    expect(stateHash(driver.simulation!)).not.toBe(before)
  })

  it('that cannot be simulated are told in words and leave the stage as it was', () => {
    const { driver } = open('pier-dust')
    const told: string[] = []
    driver.onRefusal = (message) => told.push(message)
    const before = stateHash(driver.simulation!)
    const effect = resolved('pier-dust')
    const huge = effect.emitters.concat(effect.emitters).map((e, i) => ({
      ...e,
      id: `e${i}`,
      numbers: { ...e.numbers, flow: 100_000, duration: 50, cap: 100_000 },
      type: { ...e.type, numbers: { ...e.type.numbers, life: { from: 9, to: 9 } } },
    }))
    driver.edit({ ...effect, emitters: huge })
    expect(told[0]).toMatch(/at most 200000/)
    expect(stateHash(driver.simulation!)).toBe(before)
  })

  it('solo shows only what is heard', () => {
    const { driver, renderer } = open('pier-dust')
    driver.set({ shows: ({ id }) => id === 'dust-cloud' })
    driver.redraw()
    screen(1)
    expect(renderer.shown).toBe(22)
    // The clock counts what is seen.
    expect(driver.playback.alive).toBe(22)
    driver.set({ shows: null })
    expect(driver.playback.alive).toBeGreaterThan(22)
  })
})
