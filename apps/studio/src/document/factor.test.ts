import { describe, expect, it } from 'vitest'
import { factorAt, factorText, readFactor } from './factor.ts'

describe('factors of a lever', () => {
  it('double with each step and are nothing in the middle', () => {
    expect([-2, -1, 0, 1, 2].map(factorAt)).toEqual([0.25, 0.5, 1, 2, 4])
    expect(factorText(factorAt(0.5))).toBe('1.41')
  })
  it.each([
    ['1.5', 1.5],
    ['1,5', 1.5],
    ['×2', 2],
    ['*3', 3],
    ['50%', 0.5],
    ['0.01', 0.01],
    ['0', null],
    ['-1', null],
    ['', null],
    ['much', null],
    ['101', null],
  ])('%s is %s', (text, value) => {
    expect(readFactor(text)).toBe(value)
  })
})
