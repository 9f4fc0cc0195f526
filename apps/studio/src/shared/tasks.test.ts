import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { deepFrozen, nextTask } from './tasks.ts'

describe('short tasks', () => {
  it('let what waits go first', async () => {
    const order: string[] = []
    setTimeout(() => order.push('timer'), 0)
    void Promise.resolve().then(() => order.push('promise'))
    await new Promise((done) => setTimeout(done, 0))
    await nextTask()
    order.push('next')
    expect(order).toEqual(['promise', 'timer', 'next'])
  })

  it('freeze all through, once, and leave what the store takes in as it is', () => {
    const frames = deepFrozen([{ name: 'a', at: { x: 1 } }])
    expect([Object.isFrozen(frames), Object.isFrozen(frames[0]), Object.isFrozen(frames[0]!.at)]).toEqual([
      true,
      true,
      true,
    ])
    expect(deepFrozen(frames)).toBe(frames)
    expect(deepFrozen(null)).toBe(null)
    const next = produce(
      { sheets: {} as Record<string, { frames: typeof frames }> },
      (draft) => void (draft.sheets['s'] = { frames }),
    )
    expect(next.sheets['s']!.frames).toBe(frames)
  })
})
