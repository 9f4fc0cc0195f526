import { describe, expect, it } from 'vitest'
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { clampHard, formatNumber, formatWithUnit, parseTyped, stepOf, tidy } from './format.ts'

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

  it('percent is shown for shares and read back', () => {
    expect(formatWithUnit('opacity', 0.45)).toBe('45 %')
    expect(parseTyped('opacity', '45 %')).toEqual({ from: 0.45, to: 0.45 })
  })

  it('minus is a minus', () => {
    expect(formatNumber('heading', -90)).toBe('−90')
  })

  it.each(Object.keys(PROPERTIES) as PropertyId[])('%s steps by a round amount and stays inside its limits', (id) => {
    const step = stepOf(id)
    expect(step).toBeGreaterThan(0)
    expect(Number(step.toPrecision(1))).toBe(step)
    expect(tidy(step * 3, step)).toBeCloseTo(step * 3, 9)
    expect(clampHard(id, Infinity)).toBe(PROPERTIES[id].hard[1])
  })
})
