import { RISING_RAMP } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { type Effect, type Emitter, type Kit, readKit, resolveEffect } from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'
import { pullLever } from './levers.ts'
import { addKnob, driveCount, firstDrive, removeKnob, setDrive } from './knobs.ts'

const withKnob = () => {
  const { kit } = smallKit()
  const effect = kit.effects[kit.effectOrder[0]!]!
  const emitter = effect.emitters[effect.emitterOrder[0]!]!
  const knob = addKnob(effect, 'number', counter())
  return { kit, effect, emitter, knob }
}
const refusal = (change: (effect: Effect, emitter: Emitter, knob: string) => void): string => {
  const { kit, effect, emitter, knob } = withKnob()
  change(effect, emitter, knob)
  try {
    readKit(JSON.parse(JSON.stringify(kit)))
    return ''
  } catch (error) {
    return (error as Error).message
  }
}

describe('knobs of an effect', () => {
  it('are added under free names, and leave the number as designed at their start', () => {
    const { kit, effect, emitter, knob } = withKnob()
    addKnob(effect, 'number', (prefix) => `${prefix}-x`)
    addKnob(effect, 'colour', (prefix) => `${prefix}-y`)
    expect(effect.knobs!.map(({ name }) => name)).toEqual(['Knob', 'Knob 2', 'Colour'])
    setDrive(emitter, 'flow', firstDrive(knob, 'flow'))
    expect(emitter.drives!.flow).toEqual({ knob, from: 0, to: 1, points: RISING_RAMP.points })
    expect(() => readKit(JSON.parse(JSON.stringify(kit)))).not.toThrow()
  })

  it('go with all that they drive', () => {
    const { effect, emitter, knob } = withKnob()
    const colour = addKnob(effect, 'colour', (prefix) => `${prefix}-y`)
    setDrive(emitter, 'flow', firstDrive(knob, 'flow'))
    setDrive(emitter, 'heading', firstDrive(knob, 'heading'))
    emitter.colourKnob = colour
    expect(driveCount(effect, knob)).toBe(2)
    removeKnob(effect, knob)
    expect(emitter.drives).toBeUndefined()
    expect(emitter.colourKnob).toBe(colour)
    removeKnob(effect, colour)
    expect(emitter.colourKnob).toBeUndefined()
    expect(effect.knobs).toBeUndefined()
  })

  it('resolve to names, and are kept through a file', () => {
    const { kit, emitter, knob, effect } = withKnob()
    setDrive(emitter, 'flow', firstDrive(knob, 'flow'))
    const read = readKit(JSON.parse(JSON.stringify(kit)))
    expect(read).toEqual(kit)
    const resolved = resolveEffect(kit, effect)
    expect(resolved.knobs).toEqual([{ name: 'Knob', low: 0, high: 1, start: 1 }])
    expect(resolved.emitters[0]!.drives!.flow!.knob).toBe('Knob')
  })

  it('a changed name reaches a resolved emitter', () => {
    const { kit, emitter, knob, effect } = withKnob()
    setDrive(emitter, 'flow', firstDrive(knob, 'flow'))
    resolveEffect(kit, effect)
    const renamed: Kit['effects'][string] = {
      ...effect,
      knobs: effect.knobs!.map((one) => ({ ...one, name: 'wet' })),
    }
    expect(resolveEffect(kit, renamed).emitters[0]!.drives!.flow!.knob).toBe('wet')
  })

  it('a companion takes births from its partner and looks from its own', () => {
    const { kit, emitter, knob, effect } = withKnob()
    const companion = { ...emitter, id: 'other', companionOf: emitter.id }
    effect.emitters['other'] = companion
    effect.emitterOrder.push('other')
    setDrive(emitter, 'flow', firstDrive(knob, 'flow'))
    setDrive(emitter, 'scale', firstDrive(knob, 'scale'))
    setDrive(companion, 'opacity', firstDrive(knob, 'opacity'))
    setDrive(companion, 'speed', firstDrive(knob, 'speed'))
    const resolved = resolveEffect(kit, effect).emitters.find(({ id }) => id === 'other')!
    expect(Object.keys(resolved.drives!).sort()).toEqual(['flow', 'opacity'])
  })

  it('what they add grows with the effect', () => {
    const { kit, emitter, knob, effect } = withKnob()
    setDrive(emitter, 'offsetX', { ...firstDrive(knob, 'offsetX'), to: 10 })
    setDrive(emitter, 'flow', firstDrive(knob, 'flow'))
    pullLever(kit, [effect.id], 'bigger', 2, counter())
    const { drives } = kit.effects[effect.id]!.emitters[emitter.id]!
    expect(drives!.offsetX!.to).toBe(20)
    expect(drives!.flow!.to).toBe(1)
  })

  it.each([
    [
      'another name',
      (effect: Effect) => (effect.knobs = [...effect.knobs!, { ...effect.knobs![0]!, id: 'b' }]),
      'rename one',
    ],
    [
      'ends',
      (effect: Effect) => (effect.knobs = [{ id: 'a', name: 'a', low: 1, high: 0, start: 1 }]),
      'raise it',
    ],
    [
      'a start',
      (effect: Effect) => (effect.knobs = [{ id: 'a', name: 'a', low: 0, high: 1, start: 4 }]),
      'bring it inside',
    ],
    ['a kind', (effect: Effect) => (effect.knobs = [{ id: 'a', name: 'a' } as never]), 'is no knob'],
    [
      'a knob',
      (_: Effect, emitter: Emitter): void => setDrive(emitter, 'flow', firstDrive('none', 'flow')),
      'choose one of',
    ],
    [
      'a number',
      (_: Effect, emitter: Emitter, knob: string): void =>
        setDrive(emitter, 'cap' as never, firstDrive(knob, 'flow')),
      'cannot be driven',
    ],
    [
      'a colour',
      (_: Effect, emitter: Emitter, knob: string): void => void (emitter.colourKnob = knob),
      'choose one of',
    ],
  ] as const)('needs %s that can be', (_name, change, words) => {
    expect(refusal(change as never)).toContain(words)
  })
})
