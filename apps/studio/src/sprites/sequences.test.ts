import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { picturesIn, sequencesOf } from './sequences.ts'

describe('numbered pictures', () => {
  it('are a sequence when they follow each other, in whatever order they come', () => {
    const names = [
      'puff_10.png',
      'puff_08.png',
      'puff_09.png',
      'lone.png',
      'a1.png',
      'a2.png',
      'b1.png',
      'b2.png',
      'b4.png',
    ]
    expect(sequencesOf(names)).toEqual([{ stem: 'puff', members: [1, 2, 0] }])
    expect(sequencesOf(['x1.png', 'x2.png', 'x3.png'])).toEqual([{ stem: 'x', members: [0, 1, 2] }])
  })

  it('are none with gaps, of another kind, with the same number twice, or too few', () => {
    expect(sequencesOf(['x1.png', 'x2.png', 'x4.png'])).toEqual([])
    expect(sequencesOf(['x1.gif', 'x2.gif', 'x3.gif'])).toEqual([])
    expect(sequencesOf(['x1.png', 'x01.png', 'x2.png'])).toEqual([])
    expect(sequencesOf(['x1.png', 'x2.png'])).toEqual([])
  })
})

describe('a zip of pictures', () => {
  const zip = (entries: Record<string, Uint8Array>): File =>
    new File([zipSync(entries) as Uint8Array<ArrayBuffer>], 'frames.zip')

  it('gives its PNGs by name, and nothing else', async () => {
    const png = strToU8('a picture')
    const files = await picturesIn(
      zip({ 'in/b2.png': png, 'in/b1.png': png, 'readme.txt': png, '__MACOSX/._b1.png': png }),
    )
    expect(files.map(({ name }) => name)).toEqual(['b1.png', 'b2.png'])
    expect(await files[0]!.text()).toBe('a picture')
  })

  it('is refused in words when it is broken or holds none', async () => {
    await expect(picturesIn(zip({ 'a.txt': strToU8('x') }))).rejects.toThrow(/holds no PNG/)
    await expect(picturesIn(new File(['no zip'], 'x.zip'))).rejects.toThrow(/cannot be unpacked/)
  })
})
