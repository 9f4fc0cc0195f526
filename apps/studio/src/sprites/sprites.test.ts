import type { Clip } from '@gliv/document'
import { createImage } from '@gliv/pixels'
import { describe, expect, it } from 'vitest'
import { doubled, fpsFor, held, moved, roundLength, secondsOf, timeAt } from './sheets/clips.ts'
import { begin, goOn, imageIn } from './draw/gesture.ts'
import { between, colourAt, contains, type Settings, strokePoints } from './draw/tools.ts'
import { premultiplied } from '../state/livePatches.ts'
import { isPictureFile, stemOf } from './arrivalStore.ts'
import { timingOf } from './addArrivals.ts'
import { bytesText } from '../shared/bytesText.ts'
import { cellAt, isBright, lookAt, texelAt, zoomedAt } from './sheets/view.ts'

const clip = (more: Partial<Clip>): Clip => ({
  id: 'c',
  name: 'C',
  steps: [0, 1, 2].map((frame) => ({ frame, hold: 1 })),
  fps: 10,
  play: 'loop',
  ...more,
})
const times = (c: Clip, count: number): number[] =>
  Array.from({ length: count }, (_, k) => timeAt(c, k / c.fps))

describe('clips over time', () => {
  it('go round, to and fro, or stay at the end', () => {
    expect(times(clip({}), 7)).toEqual([0, 1, 2, 0, 1, 2, 0])
    expect(times(clip({ play: 'backAndForth' }), 9)).toEqual([0, 1, 2, 1, 0, 1, 2, 1, 0])
    expect(times(clip({ play: 'once' }), 6)).toEqual([0, 1, 2, 2, 2, 2])
    expect(times(clip({ play: 'backAndForth', steps: [{ frame: 4, hold: 1 }] }), 3)).toEqual([0, 0, 0])
  })

  it('holds count as frame times, for length and rate', () => {
    const slow = clip({
      steps: [
        { frame: 0, hold: 3 },
        { frame: 1, hold: 1 },
      ],
    })
    expect([
      roundLength(slow),
      secondsOf(slow),
      fpsFor(slow, 2),
      fpsFor(slow, 1e9),
      fpsFor(slow, 1e-9),
    ]).toEqual([4, 0.4, 2, 0.1, 240])
    expect(held(slow.steps, 1, -1)).toEqual(slow.steps)
    expect(held(slow.steps, 0, 999)[0]!.hold).toBe(120)
    expect(doubled(slow.steps, 0).map((s) => s.hold)).toEqual([3, 3, 1])
    expect([moved([1, 2, 3, 4], 0, 2), moved([1, 2, 3, 4], 3, 0)]).toEqual([
      [2, 3, 1, 4],
      [4, 1, 2, 3],
    ])
  })

  it('an animation gets the rate of its shortest frame, and holds for the longer ones', () => {
    expect(timingOf([0.1, 0.2, 0.1])).toEqual({ fps: 10, holds: [1, 2, 1] })
    expect(timingOf([0.04, 0.04])).toEqual({ fps: 25, holds: [1, 1] })
    expect(timingOf([0.01, 60]).holds[1]).toBe(120)
  })
})

describe('looking at a picture', () => {
  it('small ones are shown by whole numbers, large ones whole, both in the middle', () => {
    expect(lookAt(8, 8, 200, 100)).toEqual({ zoom: 9, x: 64, y: 14 })
    const large = lookAt(4096, 4096, 424, 224)
    expect(large.zoom).toBeCloseTo(200 / 4096, 12)
    expect(large.x).toBe(112)
  })

  it('zoom keeps what is under the pointer, within limits', () => {
    const look = { x: 10, y: 20, zoom: 3 }
    const before = [(50 - look.x) / look.zoom, (70 - look.y) / look.zoom]
    const next = zoomedAt(look, 50, 70, 2.5)
    expect([(50 - next.x) / next.zoom, (70 - next.y) / next.zoom]).toEqual(before)
    expect(zoomedAt(look, 0, 0, 1e9).zoom).toBe(64)
  })

  it('finds texel and cell', () => {
    const look = { x: 10, y: 20, zoom: 4 }
    expect(texelAt(look, 21, 19)).toEqual([2, -1])
    const cells = [
      { x: 0, y: 0, w: 2, h: 2 },
      { x: 2, y: 0, w: 2, h: 2 },
    ]
    expect([cellAt(look, cells, 10, 20), cellAt(look, cells, 19, 20), cellAt(look, cells, 9, 20)]).toEqual([
      0, 1, -1,
    ])
  })

  it('bright pictures, and empty ones, want a dark ground', () => {
    expect([
      isBright([255, 255, 255, 255]),
      isBright([10, 10, 10, 255]),
      isBright([0, 0, 0, 0]),
      isBright([255, 255, 255, 20, 0, 0, 0, 255]),
    ]).toEqual([true, false, true, false])
    expect([bytesText(32), bytesText(151_536), bytesText(67_108_864), bytesText(1_500_000)]).toEqual([
      '32 bytes',
      '148 kB',
      '64 MB',
      '1.4 MB',
    ])
  })
})

describe('strokes', () => {
  const settings = (more: Partial<Settings>): Settings => ({
    tool: 'pencil',
    colour: '#ff0000',
    alpha: 1,
    size: 1,
    mirrors: { x: false, y: false },
    ...more,
  })
  const empty = createImage(6, 4)
  const rows = (image: typeof empty): string[] =>
    Array.from({ length: image.height }, (_, y) =>
      Array.from({ length: image.width }, (_, x) =>
        image.data[(y * image.width + x) * 4 + 3]! > 0 ? '#' : '.',
      ).join(''),
    )

  it('a pencil gathers its way, a line only joins its ends, both mirrored when asked', () => {
    const way = (s: Settings): string[] =>
      rows(imageIn(goOn(s, goOn(s, begin(s, empty, [0, 0], null), [2, 0], empty), [2, 2], empty), empty))
    expect(way(settings({}))).toEqual(['###...', '..#...', '..#...', '......'])
    expect(way(settings({ tool: 'line' }))).toEqual(['#.....', '.#....', '..#...', '......'])
    expect(way(settings({ mirrors: { x: true, y: true } }))).toEqual(['######', '..##..', '..##..', '######'])
    expect(strokePoints(settings({ tool: 'pick' }), empty, [0, 0], [1, 1], new Set()).size).toBe(0)
  })

  it('a half-transparent pencil that crosses itself does not darken', () => {
    const s = settings({ alpha: 0.5 })
    const image = imageIn(
      goOn(s, goOn(s, begin(s, empty, [0, 0], null), [3, 0], empty), [0, 0], empty),
      empty,
    )
    expect([0, 1, 2, 3].map((x) => image.data[x * 4 + 3])).toEqual([128, 128, 128, 128])
  })

  it('a selection is drawn, then moved with what is in it; a press beside it begins anew', () => {
    const pencil = settings({})
    const drawn = imageIn(begin(pencil, empty, [1, 1], null), empty)
    const s = settings({ tool: 'select' })
    const selecting = goOn(s, begin(s, drawn, [0, 0], null), [1, 1], drawn)
    expect(selecting.phase === 'selecting' && selecting.selection).toEqual({ x: 0, y: 0, w: 2, h: 2 })
    const selection = { x: 0, y: 0, w: 2, h: 2 }
    const moving = goOn(s, begin(s, drawn, [1, 0], selection), [4, 1], drawn)
    expect(moving.phase === 'moving' && moving.selection).toEqual({ x: 3, y: 1, w: 2, h: 2 })
    expect(rows(imageIn(moving, drawn))).toEqual(['......', '......', '....#.', '......'])
    expect(begin(s, drawn, [5, 3], selection).phase).toBe('selecting')
    expect(imageIn(selecting, drawn)).toBe(drawn)
    expect([between([-3, -3], [-1, 9], drawn), contains(selection, [2, 0])]).toEqual([null, false])
  })

  it('a texel gives its colour and alpha; an empty one, and none, give nothing', () => {
    const image = imageIn(begin(settings({ alpha: 0.5 }), empty, [2, 1], null), empty)
    expect([colourAt(image, [2, 1]), colourAt(image, [0, 0]), colourAt(image, [-1, 0])]).toEqual([
      { colour: '#ff0000', alpha: 0.5 },
      null,
      null,
    ])
    expect([...premultiplied(image).subarray((6 + 2) * 4, (6 + 3) * 4)]).toEqual([128, 0, 0, 128])
  })
})

describe('files', () => {
  it('pictures are told from kits, and named without their ending', () => {
    const named = (name: string, type = ''): boolean => isPictureFile(new File([], name, { type }))
    expect([
      named('a.PNG'),
      named('a.apng'),
      named('b.webp'),
      named('x', 'image/png'),
      named('kit.gliv'),
      named('kit.gliv.json'),
    ]).toEqual([true, true, true, true, false, false])
    expect([stemOf('snow.strip.png'), stemOf('.png'), stemOf('plain')]).toEqual([
      'snow.strip',
      'picture',
      'plain',
    ])
  })
})
