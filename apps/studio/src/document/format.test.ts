import { describe, expect, it } from 'vitest'
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { clampHard, railShare, railValue, stepOf, tidy } from './format.ts'
import { formatNumber, formatWithUnit } from '@gliv/words'
import { parseTyped } from './typed.ts'

describe('numbers as people type them', () => {
  it.each([
    ['12', 12, 12, false],
    [' -4.5 ', -4.5, -4.5, false],
    ['−4,5', -4.5, -4.5, false],
    ['+10', 10, 10, false],
    ['250 px/s', 250, 250, false],
    ['1e3', 1000, 1000, false],
    ['180-320', 180, 320, true],
    ['320 – 180', 180, 320, true],
    ['10-4', 4, 10, true],
    ['10 to 20', 10, 20, true],
    ['-20--10', -20, -10, true],
    ['-20 - 10', -20, 10, true],
    ['16±4', 12, 20, true],
    ['16 +- 4 px/s', 12, 20, true],
    ['[10, 20]', 10, 20, true],
    ['(10 20)', null, null, false],
    ['{10..20}', 10, 20, true],
    ['50-50', 50, 50, true],
    ['50±0', 50, 50, true],
    ['0 to 0', 0, 0, true],
    ['10 px/s - 20 px/s', 10, 20, true],
    ['10-20 px/s', 10, 20, true],
    ['8*1.5', 12, 12, false],
    ['10/4', 2.5, 2.5, false],
    ['2+0.5', 2.5, 2.5, false],
    ['2*3+4', 10, 10, false],
  ])('%s is %d to %d', (text, from, to, ranged) => {
    if (from === null) return expect(parseTyped('speed', text)).toMatch(/is no number|another unit/)
    expect(parseTyped('speed', text)).toEqual({ from, to, ranged })
  })

  it.each(['', 'fast', '12-', '1-2-3', '--4', '<b>', '1/0', '*', '8*', '8*x', '%', '5 % 3', '12 fish'])(
    '%j is refused in words',
    (text) => {
      expect(parseTyped('speed', text, { present: 40 })).toMatch(/^“.*”.*; /)
    },
  )

  it.each([
    ['*=1.5', 40, 60],
    ['/= 2', 40, 20],
    ['+=10', 40, 50],
    ['-=10 px/s', 40, 30],
    ['×=3', 40, 120],
    ['*=80%', 40, 32],
  ])('%s changes %d to %d', (text, present, value) => {
    expect(parseTyped('speed', text, { present })).toEqual({ from: value, to: value, ranged: false })
  })

  it.each([
    ['*1.5', /type \*=1.5/],
    ['/2', /type \/=2/],
    ['/=0', /has no result/],
    ['*=', /lacks a number/],
    ['80%', /another unit; this is in px\/s/],
  ])('%s says what to type instead', (text, says) => {
    expect(parseTyped('speed', text, { present: 40 })).toMatch(says)
  })

  it.each([
    ['life', '500ms', 0.5],
    ['life', '2s', 2],
    ['life', '1 min', 60],
    ['heading', 'up', -90],
    ['heading', 'Left', 180],
    ['heading', '45 deg', 45],
    ['spin', '2 turns/s', 720],
    ['opacity', '0.5', 0.5],
    ['opacity', '50 %', 0.5],
    ['opacity', '0.5 %', 0.005],
    ['opacity', '50', 0.5],
    ['opacity', '1', 0.01],
    ['scale', '150 %', 1.5],
    ['scale', '64 px', 4],
    ['scale', '1.5×', 1.5],
  ] as const)('%s takes %s as %d', (id, text, value) => {
    expect(parseTyped(id, text, { side: 16 })).toEqual({ from: value, to: value, ranged: false })
  })

  it('a size in px is never a factor, and other units say which one is meant', () => {
    expect(parseTyped('scale', '132 px')).toMatch(/needs a picture/)
    expect(parseTyped('scale', '32-64 px', { side: 16 })).toEqual({ from: 2, to: 4, ranged: true })
    expect(parseTyped('life', '20 px')).toMatch(/this is in s/)
    expect(parseTyped('burstCount', '20 px')).toMatch(/plain number/)
    expect(parseTyped('opacity', '*=2', { present: 0.25 })).toEqual({ from: 0.5, to: 0.5, ranged: false })
    expect(parseTyped('opacity', '+=10', { present: 0.25 })).toEqual({ from: 0.35, to: 0.35, ranged: false })
  })

  it.each(Object.keys(PROPERTIES) as PropertyId[])('%s lies on its slider where it is read off it', (id) => {
    const [low, high] = PROPERTIES[id].soft
    for (const share of [0, 0.1, 0.37, 0.5, 1]) {
      const value = railValue(id, low, high, share)
      expect(railShare(id, low, high, value)).toBeCloseTo(share, 9)
      expect(value >= low && value <= high).toBe(true)
    }
  })

  it('a wide range has fine steps near nothing', () => {
    expect(railValue('flow', 0, 600, 0.1)).toBeCloseTo(6, 9)
    expect(railValue('heading', -180, 180, 0.75)).toBe(90)
  })

  it('percent is shown for shares and read back', () => {
    expect(formatWithUnit('opacity', 0.45)).toBe('45 %')
    expect(parseTyped('opacity', '45 %')).toEqual({ from: 0.45, to: 0.45, ranged: false })
  })

  it('half a percent is not shown as one', () => {
    expect(formatWithUnit('opacity', 0.005)).toBe('0.5 %')
    expect(formatWithUnit('opacity', 0)).toBe('0 %')
  })

  it('minus is a minus', () => {
    expect(formatNumber('heading', -90)).toBe('−90')
  })

  it.each(Object.keys(PROPERTIES) as PropertyId[])(
    '%s steps by a round amount and stays inside its limits',
    (id) => {
      const step = stepOf(id)
      expect(step).toBeGreaterThan(0)
      expect(Number(step.toPrecision(1))).toBe(step)
      expect(tidy(step * 3, step)).toBeCloseTo(step * 3, 9)
      expect(clampHard(id, Infinity)).toBe(PROPERTIES[id].hard[1])
    },
  )
})
