import { describe, expect, it } from 'vitest'
import { pressed } from './pressure.ts'
import type { Settings } from './tools.ts'

const pencil: Settings = {
  tool: 'pencil',
  colour: '#ffffff',
  alpha: 1,
  size: 8,
  byPressure: true,
  mirrors: { x: false, y: false },
}

describe('a pen', () => {
  it('draws as wide as it is pressed, never wider than is set, never nothing', () => {
    const sizes = [0.01, 0.25, 0.5, 1].map(
      (pressure) => pressed(pencil, { pointerType: 'pen', pressure }).size,
    )
    expect(sizes).toEqual([1, 2, 4, 8])
  })

  it('that says nothing of its pressure, a mouse and a finger draw as wide as is set', () => {
    expect(pressed(pencil, { pointerType: 'pen', pressure: 0 }).size).toBe(8)
    expect(pressed(pencil, { pointerType: 'mouse', pressure: 0.5 }).size).toBe(8)
    expect(pressed(pencil, { pointerType: 'touch', pressure: 0.2 }).size).toBe(8)
    expect(pressed({ ...pencil, byPressure: false }, { pointerType: 'pen', pressure: 0.2 }).size).toBe(8)
  })
})
