/** Weather as a tile: two of them beside each other show no seam. */
import { makeDemo } from '@gliv/demo'
import { type Kit, type KitFile, resolveEffect } from '@gliv/document'
import { decodePng, type Image } from '@gliv/pixels'
import { describe, expect, it } from 'vitest'
import { plainBake, plainFrames } from './testing/plain.ts'
import { tileOf } from './draw/tile.ts'

type Change = Partial<Record<'wrapWidth' | 'wrapHeight' | 'wrapMargin', number>>

/** Dust all over, in a rectangle that it wraps in. */
const dusty = (numbers: Change = {}, wrap: 'none' | 'x' | 'y' | 'both' = 'both'): KitFile & { kit: Kit } => {
  const demo = makeDemo()
  const kit = JSON.parse(JSON.stringify(demo.kit)) as Kit
  for (const emitter of Object.values(kit.effects['pier-dust']!.emitters)) {
    Object.assign(emitter, { wrap, wrapIn: 'box' })
    Object.assign(emitter.numbers, { wrapWidth: 90, wrapHeight: 60, wrapMargin: 0, ...numbers })
  }
  return { kit, pictures: demo.pictures }
}

/** A picture moved round its own edges. */
const rolledBy = ({ width, height, data }: Image, dx: number, dy: number): Pick<Image, 'data'> => {
  const out = new Uint8ClampedArray(data.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const to = ((y + dy) % height) * width + ((x + dx) % width)
      out.set(data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4), to * 4)
    }
  return { data: out } as unknown as Pick<Image, 'data'>
}

const effectOf = ({ kit }: KitFile) => kit.effects['pier-dust']!

describe('a tile', () => {
  it('is as large as the rectangle with its margin, around the effect', async () => {
    const file = dusty({ wrapMargin: 3 })
    const { w, h, x, y } = await plainFrames(file, effectOf(file), { tile: 'wraps', fps: 10 })
    expect([w, h, x, y]).toEqual([96, 66, 48, 33])
  })

  it('has no seam: what is moved on by some px is the same picture, rolled around by as many', async () => {
    const plain = dusty()
    const moved = dusty()
    for (const { numbers } of Object.values(effectOf(moved).emitters)) {
      numbers.offsetX += 33
      numbers.offsetY += 47
    }
    const [a, b] = await Promise.all(
      [plain, moved].map((file) => plainFrames(file, effectOf(file), { tile: 'wraps', fps: 10 })),
    )
    for (const k of [1, 3, 5]) {
      const rolled = rolledBy(a!.images[k]!, 33, 47)
      const far = b!.images[k]!
      expect(far.data.some((value) => value > 0)).toBe(true)
      // Places are float32: the last bit may differ once they are moved.
      expect(
        Math.max(...far.data.map((value, at) => Math.abs(value - rolled.data[at]!))),
      ).toBeLessThanOrEqual(2)
    }
  })

  it('along a way that does not wrap is as large as it needs to be', async () => {
    const file = dusty({}, 'x')
    const tile = await plainFrames(file, effectOf(file), { tile: 'wraps', fps: 10 })
    expect(tile.w).toBe(90)
    const free = await plainFrames(file, effectOf(file), { fps: 10 })
    expect([tile.h, tile.y]).toEqual([free.h, free.y])
  })

  it.each([
    [dusty({}, 'none'), /none of its emitters comes in again; /],
    [dusty({ wrapWidth: 90.5 }), /whole px.*; /],
  ])('that cannot be is refused in words', (file, message) => {
    expect(() => tileOf(resolveEffect(file.kit, effectOf(file)))).toThrow(message)
  })

  it('of emitters that do not agree is refused, and so is a size beside it', async () => {
    const file = dusty()
    const [first] = Object.values(effectOf(file).emitters)
    first!.numbers.wrapWidth = 80
    expect(() => tileOf(resolveEffect(file.kit, effectOf(file)))).toThrow(/give both the same rectangle/)
    const good = dusty()
    await expect(
      plainBake(good, effectOf(good), 'x.png', { tile: 'wraps', size: { w: 8, h: 8 } }),
    ).rejects.toThrow(/--size/)
    expect(
      decodePng((await plainBake(good, effectOf(good), 'x.png', { tile: 'wraps', fps: 5 })).png).width % 90,
    ).toBe(0)
  })
})
