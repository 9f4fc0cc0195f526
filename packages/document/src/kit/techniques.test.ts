import { describe, expect, it } from 'vitest'
import {
  addSheet,
  addTechnique,
  checkKit,
  emptyKit,
  findTechniques,
  type Kit,
  resolveEffect,
  TECHNIQUE_SPRITES,
  type TechniqueId,
  TECHNIQUES,
  type TechniqueSprite,
} from '../index.ts'
import { defaultsOf } from '@gliv/model'

let n = 0
const makeId = (prefix: string): string => `${prefix}-${++n}`
const FRAMES = Object.fromEntries(TECHNIQUE_SPRITES.map((kind, i) => [kind, i])) as Record<
  TechniqueSprite,
  number
>

const kitWithEffect = (): { kit: Kit; sheet: string } => {
  const kit = emptyKit('k', 'K')
  const frame = { x: 0, y: 0, w: 8, h: 8, pivotX: 4, pivotY: 4 }
  const sheet = addSheet(
    kit,
    {
      name: 'S',
      picture: 'a'.repeat(64),
      width: 8,
      height: 8,
      sampling: 'smooth',
      frames: TECHNIQUE_SPRITES.map((name) => ({ ...frame, name })),
      slicing: null,
      packing: null,
    },
    makeId,
  )
  kit.effects['e'] = {
    id: 'e',
    name: 'E',
    seed: 1,
    play: 'once',
    backwards: false,
    source: null,
    numbers: { ...defaultsOf('effect') },
    lanes: {},
    emitters: {},
    emitterOrder: [],
    parts: [],
  }
  kit.effectOrder.push('e')
  return { kit, sheet }
}

describe('techniques', () => {
  it.each(Object.keys(TECHNIQUES) as TechniqueId[])(
    '%s makes valid emitters where it is dropped, twice',
    (id) => {
      const { kit, sheet } = kitWithEffect()
      const first = addTechnique(kit, 'e', id, { x: 30, y: -20 }, sheet, FRAMES, makeId)
      const second = addTechnique(kit, 'e', id, { x: 0, y: 0 }, sheet, FRAMES, makeId)
      expect(checkKit(kit)).toEqual([])
      const { emitters } = resolveEffect(kit, kit.effects['e']!)
      expect(emitters).toHaveLength(TECHNIQUES[id].layers.length * 2)
      expect(new Set([...first, ...second]).size).toBe(emitters.length)
      expect(new Set(emitters.map((e) => e.name)).size).toBe(emitters.length)
      for (const emitter of emitters.slice(0, first.length))
        if (emitter.shape !== 'viewEdge')
          expect([emitter.numbers.offsetX, emitter.numbers.offsetY]).toEqual([30, -20])
    },
  )

  it('share nothing with the table or each other', () => {
    const { kit, sheet } = kitWithEffect()
    const before = JSON.stringify(TECHNIQUES)
    const [id] = addTechnique(kit, 'e', 'blast', { x: 0, y: 0 }, sheet, FRAMES, makeId)
    const type = kit.types[kit.effects['e']!.emitters[id!]!.type]!
    Object.assign(type.numbers.life, { to: 99 })
    ;(type.forces as string[]).push('churn')
    expect(JSON.stringify(TECHNIQUES)).toBe(before)
  })

  it('are found by name and by other words', () => {
    expect(findTechniques('expl')).toEqual(['blast'])
    expect(findTechniques('weather')).toEqual(['rain', 'snowfall', 'leaves'])
    expect(findTechniques('')).toHaveLength(Object.keys(TECHNIQUES).length)
    expect(findTechniques('xyz')).toEqual([])
  })
})
