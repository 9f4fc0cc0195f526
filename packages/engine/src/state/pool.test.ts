import { describe, expect, it } from 'vitest'
import { Pool } from './pool.ts'

describe('released pools', () => {
  it('serve the next of their size, empty as new ones are', () => {
    const pool = Pool.make(30, true)
    pool.size = 3
    pool.x.fill(7)
    pool.keyHi.fill(9)
    pool.birth.fill(1)
    pool.release()
    const next = Pool.make(28, true)
    expect(next).toBe(pool)
    expect([next.size, next.x[0], next.keyHi[0], next.birth[0]]).toEqual([0, 0, 0, 0])
    expect(Pool.make(28, true)).not.toBe(pool)
    next.release()
  })

  it('are not handed out twice, nor where they are too small or far too large', () => {
    const pool = Pool.make(150, false)
    pool.release()
    pool.release()
    expect(Pool.make(151, false)).not.toBe(pool)
    expect(Pool.make(10, false)).not.toBe(pool)
    expect(Pool.make(150, false)).toBe(pool)
    expect(Pool.make(150, false)).not.toBe(pool)
  })

  it('keep what lives when they grow', () => {
    const pool = Pool.make(20, true)
    for (let i = 0; i < 20; i++) {
      pool.x[i] = i
      pool.ordinal[i] = 100 + i
    }
    pool.birth[3] = 5
    const before = pool.capacity
    expect(pool.grow()).toBe(true)
    expect(pool.capacity).toBe(2 * before)
    expect([...pool.x.subarray(0, 20)]).toEqual(Array.from({ length: 20 }, (_, i) => i))
    expect([pool.ordinal[19], pool.birth[3], pool.x.length >= 40]).toEqual([119, 5, true])
    pool.release()
  })
})
