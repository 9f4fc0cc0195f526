import { describe, expect, it } from 'vitest'
import { lookedNearer, seenAt, WHOLE } from './pane.ts'

describe('looking nearer', () => {
  const place = { scale: 2, x: 10, y: 20 }

  it('keeps what is between the fingers there', () => {
    const look = lookedNearer({ zoom: 2, x: -30, y: 5 }, [100, 80], [140, 60], 1.5)
    // What was seen at the first place is seen at the second.
    const content = [(100 + 30) / 2, (80 - 5) / 2]
    expect(content[0]! * look.zoom + look.x).toBeCloseTo(140, 9)
    expect(content[1]! * look.zoom + look.y).toBeCloseTo(60, 9)
    expect(look.zoom).toBe(3)
  })

  it('shows all of it at the least, and stops somewhere', () => {
    expect(lookedNearer({ zoom: 3, x: -50, y: -50 }, [0, 0], [9, 9], 0.1)).toEqual(WHOLE)
    expect(lookedNearer(WHOLE, [0, 0], [0, 0], 1000).zoom).toBe(16)
  })

  it('places what is drawn', () => {
    expect(seenAt(WHOLE, place)).toEqual(place)
    expect(seenAt({ zoom: 2, x: 1, y: -1 }, place)).toEqual({ scale: 4, x: 21, y: 39 })
  })
})
