import { describe, expect, it } from 'vitest'
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { clampHard, formatNumber, formatWithUnit, railShare, railValue, stepOf, tidy } from './format.ts'
import { parseTyped } from './typed.ts'

describe('numbers as people type them', () => {
  it.each([
    ['12', 12, 12],
    [' -4.5 ', -4.5, -4.5],
    ['−4,5', -4.5, -4.5],
    ['180-320', 180, 320],
    ['320 – 180', 180, 320],
    ['10 to 20', 10, 20],
    ['-20--10', -20, -10],
    ['16±4', 12, 20],
    ['250 px/s', 250, 250],
    ['1e3', 1000, 1000],
  ])('%s is %d to %d', (text, from, to) => {
    expect(parseTyped('speed', text)).toEqual({ from, to })
  })

  it.each(['', 'fast', '12-', '1-2-3', '--4', '1..2', '<b>'])('%j is nothing', (text) => {
    expect(parseTyped('speed', text)).toBeNull()
  })

  it.each([
    ['8*1.5', 0, 12],
    ['10/4', 0, 2.5],
    ['2+0.5', 0, 2.5],
    ['2*3+4', 0, 10],
    ['*1.5', 40, 60],
    ['/2', 40, 20],
    ['+10', 40, 50],
    ['× 3', 40, 120],
    ['80%', 40, 32],
    ['150 %', 40, 60],
    ['-5', 40, -5],
  ])('%s with %d there is %d', (text, present, value) => {
    expect(parseTyped('speed', text, present)).toEqual({ from: value, to: value })
  })

  it.each(['1/0', '*', '8*', '8*x', '%', '5 % 3'])('%j is no calculation', (text) => {
    expect(parseTyped('speed', text, 40)).toBeNull()
  })

  it('calculations with shares count in percent', () => {
    expect(parseTyped('opacity', '*2', 0.25)).toEqual({ from: 0.5, to: 0.5 })
    expect(parseTyped('opacity', '80%', 0.25)).toEqual({ from: 0.8, to: 0.8 })
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
    expect(parseTyped('opacity', '45 %')).toEqual({ from: 0.45, to: 0.45 })
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
