/** What a link carries beside its path. */
import { describe, expect, it } from 'vitest'
import { readLinked } from './useAddress.ts'

describe('a link', () => {
  it('names group, moment and stage, as far as they are there and sane', () => {
    expect(readLinked('')).toBeNull()
    expect(readLinked('?token=abc')).toBeNull()
    expect(readLinked('?group=launch&at=1.25&stage=pier')).toEqual({
      group: 'launch',
      at: 1.25,
      stage: 'pier',
    })
    expect(readLinked('?at=never')).toEqual({ group: null, at: null, stage: null })
    expect(readLinked('?at=1e9')).toEqual({ group: null, at: null, stage: null })
    expect(readLinked('?at=0')?.at).toBe(0)
  })
})
