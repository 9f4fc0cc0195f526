import { describe, expect, it } from 'vitest'
import { changedLives, clipSeconds, followLives, liveAsClip } from '../index.ts'
import { clone } from './layers.ts'
import { smallKit } from '../testing/kit.ts'

const open = () => {
  const { kit } = smallKit()
  const type = kit.types[kit.typeOrder[0]!]!
  type.pictures = [{ sheet: 'sheet', frames: [0, 1, 0, 1], clip: null, weight: 1 }]
  Object.assign(type, { frameChoice: 'once' })
  type.numbers.fps = 8
  return { kit, type }
}

describe('a life as long as the clip', () => {
  it('is frames by their speed, there and back less the ends', () => {
    const { kit, type } = open()
    expect(clipSeconds(kit, type)).toBe(0.5)
    type.frameChoice = 'backAndForth'
    expect(clipSeconds(kit, type)).toBe(0.75)
    type.pictures[0]!.frames = [0]
    expect([clipSeconds(kit, type), liveAsClip(kit, type)]).toEqual([null, false])
  })

  it('follows frames and speed until it is typed', () => {
    const { kit, type } = open()
    liveAsClip(kit, type)
    expect(type.numbers.life).toEqual({ from: 0.5, to: 0.5 })
    const faster = clone(kit)
    faster.types[type.id]!.numbers.fps = 16
    expect(changedLives(kit, faster)).toEqual([type.id])
    followLives(faster, kit, changedLives(kit, faster))
    expect(faster.types[type.id]!.numbers.life).toEqual({ from: 0.25, to: 0.25 })
    const typed = clone(faster)
    typed.types[type.id]!.numbers.life = { from: 2, to: 3 }
    followLives(typed, faster, changedLives(faster, typed))
    expect([typed.types[type.id]!.numbers.life, typed.types[type.id]!.lifeIs]).toEqual([
      { from: 2, to: 3 },
      undefined,
    ])
    expect(changedLives(typed, clone(typed))).toEqual([])
  })
})
