/** What leaves: loops true to the bytes, frames that come together again, colours, orders, pages, names. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { crc32 } from '@gliv/base'
import { makeDemo } from '@gliv/demo'
import type { KitFile } from '@gliv/document'
import { SHIP_DEFAULTS, SHIP_PLAIN, type ShipSettings } from '@gliv/model'
import { decodePng, encodePng, type Image } from '@gliv/pixels'
import {
  bakeSheet,
  drawJob,
  framesOfClip,
  nameOf,
  plainJob,
  ship,
  type ShipJob,
  type Sheet,
  sheetOf,
} from './index.ts'
import { finished } from './finish/alpha.ts'
import { placedIn, sampledFor } from './plan/order.ts'

const demo = makeDemo()
type Change = { readonly [S in keyof ShipSettings]?: Partial<ShipSettings[S]> }

const settingsWith = (change: Change, base = SHIP_DEFAULTS): ShipSettings =>
  Object.fromEntries(
    Object.entries(base).map(([sentence, values]) => [
      sentence,
      { ...values, ...change[sentence as keyof ShipSettings] },
    ]),
  ) as unknown as ShipSettings

const jobWith = (effect: string, change: Change = {}, more: Partial<ShipJob> = {}): ShipJob =>
  plainJob(demo.kit.effects[effect]!, settingsWith(change), more)

const sheetWith = async (effect: string, change: Change = {}, more: Partial<ShipJob> = {}): Promise<Sheet> =>
  sheetOf(demo.kit, [await drawJob(demo, jobWith(effect, change, more))])

const clipOf = (sheet: Sheet, k = 0) => sheet.numbers.clips[k]!
const noted = async (effect: string, change: Change, more: Partial<ShipJob> = {}): Promise<string> => {
  const { notes } = await bakeSheet(demo, jobWith(effect, change, more), 'x.png')
  return notes.map(({ text }) => text).join('; ')
}

it('says when particles would meet surfaces and there are none', async () => {
  expect(await noted('mud-splat', {})).toContain('its particles meet no surface here')
  expect(await noted('mud-splat', { moves: { stage: demo.kit.stageOrder[0]! } })).not.toContain(
    'meet no surface',
  )
  expect(await noted('coin', {})).not.toContain('meet no surface')
})

/** What a picture shows, as a check sum: what is transparent has no colour that counts. */
const seen = ({ width, height, data }: Image): string => {
  const shown = data.slice()
  for (let o = 0; o < shown.length; o += 4) if (shown[o + 3] === 0) shown.fill(0, o, o + 4)
  return `${width} × ${height}: ${crc32(shown)}`
}

describe('trim, offsets, pages and packing', () => {
  it.each([
    ['each', 'packed', 4096],
    ['common', 'packed', 300],
    ['each', 'grid', 330],
    ['none', 'packed', 512],
  ] as const)(
    'trim %s, %s up to %i: put together again they are the untrimmed frames',
    async (trim, layout, maxSide) => {
      const range = { fps: 10 }
      const plain = await sheetWith('keg-pop', {
        range,
        size: { trim: 'none', padding: 0, bleed: false },
        sheet: { layout: 'grid' },
      })
      const other = await sheetWith('keg-pop', {
        range,
        size: { trim, extrude: 1 },
        sheet: { layout, maxSide },
      })
      expect(framesOfClip(other, clipOf(other)).map(seen)).toEqual(
        framesOfClip(plain, clipOf(plain)).map(seen),
      )
      for (const { w, h } of other.numbers.sizes) expect(Math.max(w, h)).toBeLessThanOrEqual(maxSide)
      if (maxSide < 400) expect(other.pages.length).toBeGreaterThan(1)
    },
  )

  it('powers of two, steps, pivots and sides of frames hold', async () => {
    const sheet = await sheetWith('coin', { sheet: { powerOfTwo: true }, size: { multiple: 16 } })
    const { w, h } = sheet.numbers.size
    expect([Math.log2(w) % 1, Math.log2(h) % 1]).toEqual([0, 0])
    expect([clipOf(sheet).frame.w % 16, clipOf(sheet).frame.h % 16]).toEqual([0, 0])
    const stepped = await sheetWith('coin', { sheet: { multiple: 12 } }, { pivot: { x: 30, y: 41 } })
    expect([stepped.numbers.size.w % 12, stepped.numbers.size.h % 12]).toEqual([0, 0])
    expect(stepped.numbers.pivot).toEqual({ x: 30, y: 41 })
  })

  it('edge colours are bled under transparent texels, and nothing else changes', async () => {
    const range = { fps: 8 }
    const [bled, bare] = [
      await sheetWith('coin', { range }),
      await sheetWith('coin', { range, size: { bleed: false } }),
    ]
    const hidden = ({ pages }: Sheet): number => {
      const { data } = pages[0]!.main
      let count = 0
      for (let o = 0; o < data.length; o += 4)
        if (data[o + 3] === 0 && data[o]! + data[o + 1]! + data[o + 2]! > 0) count++
      return count
    }
    expect(hidden(bled)).toBeGreaterThan(hidden(bare) + 100)
    expect(seen(bled.pages[0]!.main)).toEqual(seen(bare.pages[0]!.main))
  })

  it('what is too large is drawn smaller, and says so; it is never refused', async () => {
    expect(await noted('pier-dust', { sheet: { maxSide: 64 }, range: { fps: 4 } })).toMatch(
      /drawn at \d+ % instead of 100 %/,
    )
  })

  it('a typed size says what it crops', async () => {
    expect(await noted('keg-pop', { size: { w: 16, h: 16 }, range: { fps: 6 } })).toMatch(
      /cropped by \d+ px at the left/,
    )
  })

  it('a draft is the same picture, smaller: typed sizes and pivots, too', async () => {
    const job = jobWith('coin', { range: { fps: 5 }, size: { w: 120, h: 80 } }, { pivot: { x: 30, y: 40 } })
    const [whole, half] = [await drawJob(demo, job), await drawJob(demo, job, { draft: 0.5 })]
    expect([half.fit.w, half.fit.h, half.fit.x, half.fit.y]).toEqual([60, 40, 15, 20])
    expect(half.fit.zoom).toBe(whole.fit.zoom / 2)
    await expect(drawJob(demo, jobWith('coin', { size: { w: 100_000 } }))).rejects.toThrow(/up to 8192/)
  })

  it('scale draws anew: twice as large is not the same picture enlarged, but lies where it should', async () => {
    const one = await sheetWith('coin', { range: { fps: 5 } })
    const two = await sheetWith('coin', { range: { fps: 5 }, size: { scale: 200 } })
    expect(clipOf(two).scale).toBe(2)
    expect(Math.abs(clipOf(two).pivot.x - 2 * clipOf(one).pivot.x)).toBeLessThanOrEqual(2)
  })
})

describe('loops', () => {
  it.each([
    ['kettle-steam', 'auto', 'exact'],
    ['funnel-steam', 'auto', 'made'],
    ['cargo-blast', 'auto', false],
    ['keg-pop', 'made', 'made'],
    ['pier-dust', 'faded', 'faded'],
    ['stove-fire', 'none', false],
  ] as const)('%s, %s, is %s, and closes', async (effect, loop, kind) => {
    const drawn = await drawJob(demo, jobWith(effect, { loop: { loop }, range: { fps: 12 } }))
    const [clip] = drawn.clips
    expect(clip!.loop).toBe(kind)
    if (kind !== false) expect(clip!.seam.last).toBeLessThanOrEqual(clip!.seam.most)
  })

  it('what cannot be made to repeat is refused by name', async () => {
    await expect(drawJob(demo, jobWith('keg-pop', { loop: { loop: 'exact' } }))).rejects.toThrow(
      /has no period/,
    )
    await expect(drawJob(demo, jobWith('boat-wake', { loop: { loop: 'made' } }))).rejects.toThrow(
      /cannot repeat exactly|moves/,
    )
  })

  it('a list of one’s own that leaves the loop is no loop any more', async () => {
    const drawn = await drawJob(demo, jobWith('kettle-steam', { range: { fps: 6 } }))
    const ticks = drawn.clips[0]!.frames.map(({ tick }) => tick)
    const list = (order: readonly number[]) => order.map((k) => ({ tick: ticks[k]!, hold: 1 }))
    const loopOf = async (frames: ReturnType<typeof list>) =>
      (await drawJob(demo, jobWith('kettle-steam', { range: { fps: 6 } }, { frames }))).clips[0]!.loop
    expect(await loopOf(list(ticks.map((_, k) => k)))).toBe('exact')
    expect(await loopOf(list([2, 1, 0]))).toBe(false)
  })
})

describe('a sustained effect', () => {
  it('gives its beginning, its loop and its tail, each leading to the next', async () => {
    const drawn = await drawJob(demo, jobWith('torch', { range: { fps: 12 } }))
    expect(drawn.clips.map(({ name, loop }) => [name, loop])).toEqual([
      ['begin', false],
      ['loop', 'faded'],
      ['tail', false],
    ])
    const [begin, loop, tail] = drawn.clips.map((clip) => clip.frames.map(({ tick }) => tick))
    // Twelve a second are five ticks; the loop begins with its own first tick.
    expect(loop![0]! - begin!.at(-1)!).toBeGreaterThan(0)
    expect(loop![0]! - begin!.at(-1)!).toBeLessThanOrEqual(5)
    expect(tail![0]).toBe(loop![0])
    expect(drawn.clips[2]!.raws[0]).toEqual(drawn.clips[1]!.raws[0])
  })
})

describe('range and order', () => {
  it('of length, rate and count two are set and the third follows; the count is what is written', async () => {
    const made = async (
      range: Partial<ShipSettings['range']>,
      order: Partial<ShipSettings['order']> = {},
    ) => {
      const { numbers } = await sheetWith('keg-pop', {
        range: { span: 'typed', from: 0, to: 0.6, ...range },
        order,
      })
      return [numbers.frames.length, numbers.fps, numbers.durationSeconds]
    }
    expect(await made({ fps: 20 })).toEqual([12, 20, 0.6])
    expect(await made({ follows: 'rate', count: 6 })).toEqual([6, 10, 0.6])
    expect((await made({ follows: 'length', count: 9, fps: 30 })).map((v) => Math.round(v * 100))).toEqual([
      900, 3000, 30,
    ])
    expect((await made({ follows: 'rate', count: 12 }, { order: 'outThenIn' }))[0]).toBe(12)
    expect((await made({ follows: 'rate', count: 12 }, { order: 'backAndForth' }))[0]).toBe(12)
  })

  it('any order has the count that was asked for, nearly, and turns where it says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 200 }),
        fc.constantFrom('forward', 'reversed', 'backAndForth', 'outThenIn'),
        (count, order) => {
          const choice = { ...SHIP_DEFAULTS.order, order }
          const placed = placedIn(sampledFor(count, choice), choice)
          expect(Math.abs(placed.length - count)).toBeLessThanOrEqual(1)
          const numbers = placed.map(({ index }) => index)
          if (order === 'outThenIn') expect([...numbers].reverse()).toEqual(numbers)
          if (order === 'backAndForth') expect(new Set(numbers).size).toBe(Math.floor(placed.length / 2) + 1)
        },
      ),
    )
  })

  it('every n-th frame stays n times as long, the last for what is left', () => {
    const placed = placedIn(10, { ...SHIP_DEFAULTS.order, every: 4 })
    expect(placed).toEqual([
      { index: 0, hold: 4 },
      { index: 4, hold: 4 },
      { index: 8, hold: 2 },
    ])
  })

  it('visible leaves out what shows nothing at both ends; equal frames share a place', async () => {
    const all = await sheetWith('keg-pop', { range: { span: 'whole' } })
    const visible = await sheetWith('keg-pop', {})
    expect(visible.numbers.frames.length).toBeLessThan(all.numbers.frames.length)
    const slow = await sheetWith('keg-pop', { range: { fps: 120 } })
    const places = new Set(slow.numbers.frames.map(({ x, y, page }) => `${x} ${y} ${page}`))
    expect(places.size).toBeLessThan(slow.numbers.frames.length * 0.6)
  })

  it('a list refers to ticks, keeps its order and times, and flags what is gone', async () => {
    const frames = [
      { tick: 6, hold: 2 },
      { tick: 0, hold: 0.5 },
      { tick: 100_000, hold: 1 },
    ]
    const drawn = await drawJob(demo, jobWith('keg-pop', { range: { fps: 10 } }, { frames }))
    expect(drawn.clips[0]!.frames.map(({ tick, seconds, gone }) => [tick, seconds, gone])).toEqual([
      [6, 0.2, false],
      [0, 0.05, false],
      [100_000, 0.1, true],
    ])
    expect(await noted('keg-pop', { range: { fps: 10 } }, { frames })).toContain(
      '1 frames of its list lie after its end',
    )
  })
})

describe('colours', () => {
  const over = (ground: number, value: number, alpha: number): number =>
    value + (ground * (255 - alpha)) / 255

  it('light on a sheet of its own, premultiplied alpha and a ground say the same over a ground', () => {
    const pixel = (r: number, g: number, b: number, a: number) =>
      ({ x: 0, y: 0, w: 1, h: 1, data: Uint16Array.from([r, g, b, a].map((v) => v * 128)) }) as const
    fc.assert(
      fc.property(fc.array(fc.nat(255), { minLength: 4, maxLength: 4 }), fc.nat(255), (rgba, ground) => {
        const raw = pixel(...(rgba as [number, number, number, number]))
        const choice = SHIP_DEFAULTS.colours
        const hex = `#${ground.toString(16).padStart(2, '0').repeat(3)}`
        const exact = finished(raw, { ...choice, light: 'ground', ground: hex }).main.data
        const { main, light } = finished(raw, { ...choice, light: 'sheet' })
        const many = finished(raw, { ...choice, alpha: 'premultiplied' }).main.data
        for (let c = 0; c < 3; c++) {
          const straight = over(ground, (main.data[c]! * main.data[3]!) / 255, main.data[3]!)
          const added = Math.min(255, straight + (light!.data[c]! * light!.data[3]!) / 255)
          expect(Math.abs(added - exact[c]!)).toBeLessThanOrEqual(2)
          expect(Math.abs(Math.min(255, over(ground, many[c]!, many[3]!)) - exact[c]!)).toBeLessThanOrEqual(1)
        }
      }),
    )
  })

  it.each(['none', 'ordered', 'diffused'] as const)(
    'at most so many colours, dither %s; alpha on or off',
    async (dither) => {
      const sheet = await sheetWith('pier-dust', {
        range: { fps: 6 },
        size: { bleed: false },
        colours: { colours: 5, dither, hardAlpha: true },
      })
      const { data } = sheet.pages[0]!.main
      const colours = new Set<number>()
      for (let o = 0; o < data.length; o += 4) {
        expect([0, 255]).toContain(data[o + 3])
        if (data[o + 3]! > 0) colours.add((data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!)
      }
      expect(colours.size).toBeGreaterThan(1)
      expect(colours.size).toBeLessThanOrEqual(5)
      expect(sheet.loss!.after).toBe(colours.size)
    },
  )

  it('light on transparency is told in figures', async () => {
    expect(await noted('stove-fire', { range: { fps: 3 } })).toMatch(/\d+ % of its pixels add light/)
  })
})

describe('movement', () => {
  it('what sends out nothing at rest moves by itself, and says so when it is not let', async () => {
    const moved = await sheetWith('boat-wake', { range: { fps: 6 } })
    expect(moved.drawn[0]!.clips[0]!.raws.some(({ w }) => w > 0)).toBe(true)
    expect(await noted('boat-wake', { range: { fps: 6 }, moves: { along: 'nothing' } })).toMatch(
      /all \d+ frames are empty/,
    )
  })

  it('frames that go along stay small, frames that stay hold the whole way', async () => {
    const moves = { along: 'line', dx: 400, seconds: 1 } as const
    const along = await sheetWith('keg-pop', { range: { fps: 8 }, moves })
    const stays = await sheetWith('keg-pop', { range: { fps: 8 }, moves: { ...moves, follow: false } })
    expect(clipOf(along).pivot.x).toBeGreaterThan(clipOf(stays).pivot.x)
  })

  it('variants are clips of their own with seeds of their own', async () => {
    const sheet = await sheetWith('coin', { range: { fps: 6 }, moves: { variants: 3 } })
    expect(sheet.numbers.clips.map(({ name }) => name)).toEqual(['v1', 'v2', 'v3'])
    const kegs = await sheetWith('keg-pop', { range: { fps: 6 }, moves: { variants: 2 } })
    expect(framesOfClip(kegs, clipOf(kegs, 0))).not.toEqual(framesOfClip(kegs, clipOf(kegs, 1)))
  })

  it('along a tape as it is given; without one it is refused', async () => {
    const tape = [{ tick: 30, do: 'move' as const, x: 200, y: 0 }]
    const sheet = await sheetWith('keg-pop', { range: { fps: 6 }, moves: { along: 'tape' } }, { tape })
    expect(sheet.numbers.frames.length).toBeGreaterThan(3)
    await expect(drawJob(demo, jobWith('keg-pop', { moves: { along: 'tape' } }))).rejects.toThrow(
      /no tape was given/,
    )
  })
})

describe('files', () => {
  const deflate = (bytes: Uint8Array): Uint8Array =>
    encodePng({ width: 1, height: 1, data: bytes.subarray(0, 4) })

  it('names come from a pattern; what a file needs more is added; what stands for nothing is refused', () => {
    expect(nameOf('{effect}', { effect: 'Keg pop', page: '2' })).toBe('keg-pop-2')
    expect(nameOf('{kit}_{effect}_{clip}', { kit: 'Last Ferry', effect: 'Torch' })).toBe('last-ferry_torch')
    expect(nameOf('fx.{frame}', { frame: '07' })).toBe('fx.07')
    expect(nameOf('../../{effect}', { effect: 'x' })).toBe('x')
    expect(() => nameOf('{what}', {})).toThrow(/stands for nothing/)
  })

  it('two effects that would write one file are refused; formats that need a browser, too', async () => {
    const jobs = ['coin', 'slip'].map((id) => jobWith(id, { range: { fps: 2 }, write: { pattern: 'same' } }))
    await expect(ship(demo, jobs, { deflate })).rejects.toThrow(/would both write same.png/)
    await expect(ship(demo, [jobWith('coin', { write: { webm: true } })], { deflate })).rejects.toThrow(
      /by a browser only/,
    )
    await expect(ship(demo, [jobWith('coin', { write: { sheet: false } })], { deflate })).rejects.toThrow(
      /in no format/,
    )
  })

  it('an atlas holds several effects, each with its clip', async () => {
    const jobs = ['coin', 'slip', 'keg-pop'].map((id) =>
      jobWith(id, { range: { fps: 4 }, sheet: { together: true } }),
    )
    const [atlas, ...more] = await ship(demo, jobs, { deflate })
    expect(more).toEqual([])
    const { clips, frames } = atlas!.sheet.numbers
    expect(clips.map(({ effect }) => effect)).toEqual(['coin', 'slip', 'keg-pop'])
    expect(clips.at(-1)!.from + clips.at(-1)!.count).toBe(frames.length)
    expect(atlas!.files.map(({ name }) => name)).toEqual(['last-ferry.png', 'last-ferry.json'])
  })
})

describe('the oldest version that can say it', () => {
  it('is 1 for whole frames of what plays once, else 2', async () => {
    const bake = (effect: string, settings: ShipSettings, file: KitFile = demo) =>
      bakeSheet(file, plainJob(file.kit.effects[effect]!, settings), 'x.png')
    expect((await bake('pier-dust', SHIP_PLAIN)).json.version).toBe(1)
    expect((await bake('pier-dust', SHIP_DEFAULTS)).json.version).toBe(2)
    expect((await bake('funnel-steam', settingsWith({ range: { fps: 4 } }, SHIP_PLAIN))).json).toMatchObject({
      version: 2,
      loop: 'made',
    })
    expect(decodePng((await bake('coin', SHIP_PLAIN)).png).width).toBeGreaterThan(10)
  })
})
