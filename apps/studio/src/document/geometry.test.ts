import { describe, expect, it } from 'vitest'
import { snapPlace } from './geometry.ts'

describe('snapping', () => {
  const others = [
    { x: 0, y: 0 },
    { x: 40, y: -30 },
  ]
  it('draws to the nearest across and down by itself', () => {
    expect(snapPlace(38, 3, others, 4)).toEqual({ x: 40, y: 0 })
    expect(snapPlace(3, -28, others, 4)).toEqual({ x: 0, y: -30 })
  })
  it('leaves alone what is too far, and everything without a reach', () => {
    expect(snapPlace(20, -15, others, 4)).toEqual({ x: 20, y: -15 })
    expect(snapPlace(38, 3, others, 0)).toEqual({ x: 38, y: 3 })
    expect(snapPlace(5, 6, [], 4)).toEqual({ x: 5, y: 6 })
  })
})
