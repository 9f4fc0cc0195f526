import { describe, expect, it } from 'vitest'
import { CopyShelf } from './tableCopies.ts'

const AT = 64
const BYTES = 32

describe('copies of tables', () => {
  const buffer = new ArrayBuffer(AT + 2 * BYTES + 64)
  const shelf = new CopyShelf(buffer, AT, BYTES, 2)
  const [one, two, three] = [Float64Array.of(1, 2), Float64Array.of(3, 4, 5), Float64Array.of(6)]
  const read = (address: number, count: number): number[] => [...new Float64Array(buffer, address, count)]

  it('leave a table alone that lies in the same memory', () => {
    expect(shelf.addressOf(new Float64Array(buffer, AT + 2 * BYTES, 2))).toBe(AT + 2 * BYTES)
  })

  it('are made once, and what was used least recently makes way', () => {
    const at = shelf.addressOf(one)
    expect([at >= AT, at < AT + 2 * BYTES, read(at, 2)]).toEqual([true, true, [1, 2]])
    const second = shelf.addressOf(two)
    expect([second === at, read(second, 3)]).toEqual([false, [3, 4, 5]])
    new Float64Array(buffer, at, 1)[0] = 9
    expect([shelf.addressOf(one), read(at, 2)]).toEqual([at, [9, 2]])
    // The second is the older one now.
    expect([shelf.addressOf(three), read(second, 1)]).toEqual([second, [6]])
    expect([shelf.addressOf(one), read(at, 2)]).toEqual([at, [9, 2]])
    expect(read(shelf.addressOf(two), 3)).toEqual([3, 4, 5])
  })
})
