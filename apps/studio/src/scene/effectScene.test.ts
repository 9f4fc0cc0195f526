import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { type Kit, resolveEffect, type Stage } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { type Around, EffectScene } from './effectScene.ts'

const { kit, pictures } = makeDemo()
const readMask = maskReader(() => pictures)
const effects = new Map<string, ResolvedEffect>()
const resolved = (id: string): ResolvedEffect | null => {
  const made = effects.get(id) ?? (kit.effects[id] ? resolveEffect(kit, kit.effects[id], readMask) : null)
  if (made) effects.set(id, made)
  return made
}

const around = (change: Partial<Stage> = {}): Around => {
  const stage = { ...kit.stages['pier']!, ...change }
  const changed: Kit = { ...kit, stages: { ...kit.stages, pier: stage } }
  const view = { x: -320, y: -180, w: 640, h: 360 }
  return { kit: changed, stage, recording: stage.recordings![0]!, view, resolved }
}

describe('the scene around an effect', () => {
  it('its time counts from the latest firing before the moment, or from the one that was chosen', () => {
    const scene = new EffectScene('pier-dust', around())
    const ticks = scene.firings.map(({ tick }) => tick)
    expect(ticks.length).toBeGreaterThan(1)
    expect(scene.offset).toBe(ticks[0])
    expect(scene.follow(ticks[1]! + 5)).toBe(true)
    expect(scene.offset).toBe(ticks[1])
    expect(scene.follow(ticks[1]! + 9)).toBe(false)
    scene.choose(scene.firings[0]!)
    expect(scene.follow(ticks[1]! + 5)).toBe(false)
    expect(scene.offset).toBe(ticks[0])
  })

  it('an edit never changes the choice: a later landing is still the same one', () => {
    const scene = new EffectScene('pier-dust', around())
    scene.choose(scene.firings[0]!)
    const before = scene.offset
    const [deckhand, ...others] = kit.stages['pier']!.actors!
    const higher = { ...deckhand!, numbers: { ...deckhand!.numbers, jump: 90 } }
    expect(scene.update(around({ actors: [higher, ...others] }))).toBe(true)
    expect(scene.chosen!.n).toBe(0)
    expect(scene.offset).toBeGreaterThan(before)
    expect(scene.lost).toBe(false)
  })

  it('a firing that an edit takes away is kept, struck through, and comes back with the sentence', () => {
    const scene = new EffectScene('pier-dust', around())
    scene.choose(scene.firings[0]!)
    const { offset, placement } = scene
    scene.update(around({ events: [] }))
    expect([scene.lost, scene.offset]).toEqual([true, offset])
    expect(scene.placement).toEqual(placement)
    scene.update(around())
    expect([scene.lost, scene.offset]).toEqual([false, offset])
  })

  it('all else plays beside it, and the edited effect is drawn once', () => {
    const scene = new EffectScene('pier-dust', around())
    scene.choose(scene.firings[0]!)
    scene.seek(scene.offset + 3)
    expect(scene.scene.playing.some(({ firing }) => firing === scene.chosen)).toBe(false)
    const [x, y] = scene.originAt(scene.offset)
    const now = scene.scene.track.actorAt('deckhand', scene.offset)!
    expect([x, y]).toEqual([now.x, now.y])
  })
})
