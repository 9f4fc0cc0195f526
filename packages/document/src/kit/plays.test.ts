import { describe, expect, it } from 'vitest'
import { PLAYS } from '@gliv/model'
import {
  addEffect,
  addEmitter,
  addPalette,
  checkKit,
  choosePlay,
  duplicateEffect,
  newPart,
  type Effect,
  type Kit,
  pieceOf,
  renameEmitter,
  shareType,
  readKit,
  STARTERS,
  type StarterId,
} from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'

const begun = (starter: StarterId): { kit: Kit; effect: Effect; makeId: (prefix: string) => string } => {
  const { kit } = smallKit()
  const count = counter()
  const makeId = (prefix: string): string => `new-${count(prefix)}`
  const id = addEffect(kit, makeId)
  addEmitter(kit, id, starter, makeId)
  return { kit, effect: kit.effects[id]!, makeId }
}

describe('how an effect plays', () => {
  it('a steady, weather and trail effect loops from the start, without a gap', () => {
    for (const starter of ['steady', 'weather', 'trail'] as const) {
      const { effect } = begun(starter)
      const [emitter] = Object.values(effect.emitters)
      expect([starter, effect.play, effect.numbers.loopSeconds]).toEqual([
        starter,
        'loop',
        emitter!.numbers.delay + emitter!.numbers.duration,
      ])
    }
    expect(begun('burst').effect.play).toBe('once')
    expect(begun('weather').effect.numbers.warmUp).toBeGreaterThan(2)
  })

  it('choosing a loop makes it as long as the longest flow; bursts alone keep their times', () => {
    const { effect } = begun('burst')
    choosePlay(effect, 'loop')
    expect(effect.numbers.loopSeconds).toBe(2)
    const steady = begun('steady').effect
    steady.play = 'once'
    Object.assign(Object.values(steady.emitters)[0]!.numbers, { delay: 0.1, duration: 0.2 })
    choosePlay(steady, 'period')
    expect(steady.numbers.periodSeconds).toBe(0.3)
  })

  it('a sustained effect never runs dry: its middle lies inside its longest flow', () => {
    const { effect } = begun('steady')
    for (const duration of [0.2, 1, 3]) {
      effect.play = 'once'
      Object.values(effect.emitters)[0]!.numbers.duration = duration
      choosePlay(effect, 'sustain')
      const { sustainFrom, sustainTo } = effect.numbers
      expect(sustainTo).toBe(duration)
      expect(sustainFrom).toBeLessThan(sustainTo)
    }
  })

  it('an emitter that joins a repeating effect flows for the whole pass, and decides nothing', () => {
    for (const play of PLAYS) {
      const { kit, effect, makeId } = begun('burst')
      choosePlay(effect, play)
      effect.numbers.loopSeconds = 5
      effect.numbers.periodSeconds = 5
      effect.numbers.sustainTo = 5
      const id = addEmitter(kit, effect.id, 'weather', makeId)
      expect(effect.play).toBe(play)
      const repeats = play === 'loop' || play === 'period' || play === 'sustain'
      expect(effect.emitters[id]!.numbers.duration).toBe(repeats ? 5 : 4)
      expect(checkKit(kit)).toEqual([])
    }
  })

  it('a choice that is the present one changes nothing, and only what can stays backwards', () => {
    const { effect } = begun('burst')
    effect.backwards = true
    choosePlay(effect, 'once')
    expect(effect.backwards).toBe(true)
    choosePlay(effect, 'loop')
    expect(effect.backwards).toBe(false)
  })

  it('a burst and a single picture are seen in their first frame', () => {
    for (const starter of ['burst', 'picture'] as const) {
      const { kit, effect } = begun(starter)
      const type = kit.types[Object.values(effect.emitters)[0]!.type]!
      expect([STARTERS[starter].name, type.ramps.opacity.points[0]!.value]).toEqual([
        STARTERS[starter].name,
        1,
      ])
    }
  })
})

describe('a piece of a kit', () => {
  it('holds an effect with all that it plays and needs, nothing else, and reads by itself', () => {
    const { kit, effect, makeId } = begun('burst')
    const other = duplicateEffect(kit, effect.id, makeId)
    kit.effects[other]!.emitters = {}
    kit.effects[other]!.emitterOrder = []
    const piece = pieceOf(kit, [effect.id])
    expect(piece.effectOrder).toEqual([effect.id])
    expect(piece.typeOrder).toEqual(Object.values(effect.emitters).map(({ type }) => type))
    expect(readKit(JSON.parse(JSON.stringify(piece))).effects[effect.id]).toEqual(
      JSON.parse(JSON.stringify(effect)),
    )
    effect.parts.push(newPart('p', other))
    expect(pieceOf(kit, [effect.id]).effectOrder).toEqual([effect.id, other])
    expect(pieceOf(kit, [other]).sheetOrder).toEqual([])
  })
})

describe('renaming an emitter', () => {
  it('takes its type and palette along while they are named after it, and leaves chosen names', () => {
    const { kit, effect } = begun('burst')
    const [id] = effect.emitterOrder as [string]
    const type = kit.types[effect.emitters[id]!.type]!
    addPalette(kit, { name: type.name, colours: ['#ff0000'] }, (prefix) => `${prefix}-x`)
    type.palette = kit.paletteOrder[0]!
    renameEmitter(kit, effect.id, id, 'Sparks')
    expect([type.name, kit.palettes[type.palette]!.name]).toEqual(['Sparks', 'Sparks'])
    kit.palettes[type.palette]!.name = 'Warm'
    renameEmitter(kit, effect.id, id, 'Embers')
    expect([type.name, kit.palettes[type.palette]!.name]).toEqual(['Embers', 'Warm'])
    type.name = 'Glow'
    renameEmitter(kit, effect.id, id, 'Ash')
    expect([effect.emitters[id]!.name, type.name]).toEqual(['Ash', 'Glow'])
  })

  it('leaves a type alone that others send out, too', () => {
    const { kit, effect, makeId } = begun('burst')
    const [id] = effect.emitterOrder as [string]
    const second = addEmitter(kit, effect.id, 'burst', makeId)
    const { type } = effect.emitters[id]!
    shareType(kit, effect.id, second, type)
    const { name } = kit.types[type]!
    renameEmitter(kit, effect.id, id, 'Sparks')
    expect(kit.types[type]!.name).toBe(name)
  })
})
