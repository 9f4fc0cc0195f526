import { createImage, encodePng, likelySlicing } from '@gliv/pixels'
import { afterEach, expect, it, vi } from 'vitest'
import { useArrivals } from './arrivalStore.ts'

/** Reading that takes as long as is wanted, by a clock of its own. */
const clock = { now: 0, eachMs: 0 }
vi.mock('./sheets/jobs.ts', () => ({
  readFile: async (_: Uint8Array, name: string) => {
    clock.now += clock.eachMs
    const image = createImage(8, 8)
    return { frames: [image], seconds: [0], guess: likelySlicing(image, name), png: encodePng(image) }
  },
}))
vi.mock('./sheets/pictures.ts', () => ({ tell: (message: string) => expect.fail(message) }))

const file = (name: string): File =>
  new File([encodePng(createImage(8, 8)) as Uint8Array<ArrayBuffer>], name, { type: 'image/png' })

afterEach(() => {
  vi.restoreAllMocks()
  useArrivals.setState({ list: [], reading: 0, replaces: null })
})

it.each([0, 40, 260, 3000])(
  'pictures that take %i ms each wait to be taken in, and so does one that replaces another',
  async (eachMs) => {
    clock.eachMs = eachMs
    vi.spyOn(performance, 'now').mockImplementation(() => clock.now)
    const { readPictures } = await import('./arrivals.ts')
    await readPictures([file('a.png'), file('b.png'), file('c.png')])
    expect(useArrivals.getState().list.map((a) => a.name)).toEqual(['a', 'b', 'c'])
    useArrivals.setState({ list: [] })
    await readPictures([file('new.png')], 'sheet')
    expect(useArrivals.getState()).toMatchObject({ replaces: 'sheet', reading: 0, list: [{ name: 'new' }] })
  },
)
