/** Kept states of an effect: what they hold, and that taking every difference over gives the kept state again. */
import {
  checkKit,
  countedIds,
  deleteEffect,
  deleteEmitter,
  duplicateEmitter,
  keptPiece,
  type Kit,
  newBurst,
  putBack,
  sharedThatDiffer,
  shareType,
  takeOver,
  usersOfType,
} from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { describe, expect, it } from 'vitest'
import { differences } from './index.ts'

const DEMO = makeDemo().kit
const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const OWN = (kit: Kit) => ({ makeId: countedIds(kit, DEMO), whenShared: 'own' as const })
const ALL = (kit: Kit) => ({ makeId: countedIds(kit, DEMO), whenShared: 'all' as const })

/** What an effect is, with its types by content instead of by id. */
const stateOf = (kit: Kit, id: string): unknown => {
  const piece = keptPiece(kit, id)
  const { name: _name, ...effect } = piece.effects[id]!
  const emitters = Object.values(effect.emitters).map(({ type, ...emitter }) => {
    const { id: _id, name: _type, ...own } = piece.types[type]!
    const pictures = own.pictures.map(({ sheet, ...use }) => ({
      ...use,
      sheet: piece.sheets[sheet]!.picture,
    }))
    return { ...emitter, type: { ...own, pictures } }
  })
  return clone({ ...effect, emitters })
}

const MADE_OF_EMITTERS = DEMO.effectOrder.filter((id) => DEMO.effects[id]!.emitterOrder.length > 0)

/** Edits as a designer makes them, from a seed. */
const edits = (kit: Kit, effectId: string, seed: number): void => {
  let state = seed
  const next = (below: number): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
  const effect = kit.effects[effectId]!
  const some = () => effect.emitters[effect.emitterOrder[next(effect.emitterOrder.length)]!]!
  const kinds = [
    () => void (some().numbers.speed = { from: next(90), to: 90 + next(90) }),
    () => void (kit.types[some().type]!.numbers.life = { from: 0.1, to: 1 + next(9) / 10 }),
    () => void (kit.types[some().type]!.blend = next(2) ? 'screen' : 'additive'),
    () => void some().bursts.push(newBurst(`burst-${next(1e6)}`)),
    () => void (some().bursts = []),
    () => void duplicateEmitter(kit, effectId, some().id, countedIds(kit)),
    () => effect.emitterOrder.length > 1 && deleteEmitter(kit, effectId, some().id),
    () => void (effect.numbers.warmUp = next(9) / 10),
    () =>
      void (kit.types[some().type]!.ramps.tint = clone(
        DEMO.types[DEMO.typeOrder[next(DEMO.typeOrder.length)]!]!.ramps.tint,
      )),
  ]
  for (let k = 0; k < 4; k++) kinds[next(kinds.length)]!()
}

const ofEffect = (now: Kit, kept: Kit, id: string) =>
  differences(keptPiece(now, id), kept).filter(({ place }) =>
    /^(effects|types|sheets|palettes)\./.test(place),
  )

describe('a kept state', () => {
  it('comes back as it was, whatever was done since', () => {
    for (const id of MADE_OF_EMITTERS)
      for (let seed = 1; seed <= 4; seed++) {
        const kit = clone(DEMO)
        const kept = clone(keptPiece(kit, id))
        edits(kit, id, seed * 7919)
        const further = kit.effectOrder.filter((one) => one !== id && seed === 1)
        const others = further.map((one) => stateOf(kit, one))
        putBack(kit, kept, id, OWN(kit))
        expect(stateOf(kit, id), `${id} ${seed}`).toEqual(stateOf(DEMO, id))
        expect(further.map((one) => stateOf(kit, one))).toEqual(others)
        expect(checkKit(kit), `${id} ${seed}`).toEqual([])
        // Nothing was put in twice.
        expect(kit.sheetOrder).toEqual(DEMO.sheetOrder)
      }
  })

  it('comes back difference by difference', () => {
    for (const id of MADE_OF_EMITTERS)
      for (let seed = 1; seed <= 4; seed++) {
        const kit = clone(DEMO)
        const kept = clone(keptPiece(kit, id))
        edits(kit, id, seed * 104729)
        const places = ofEffect(kit, kept, id).map(({ place }) => place)
        for (const place of places) {
          takeOver(kit, kept, id, place, OWN(kit))
          expect(checkKit(kit), `${id} ${seed} ${place}`).toEqual([])
        }
        const left = ofEffect(kit, kept, id).filter(({ place }) => !place.startsWith('types.'))
        // A type that others send out came back as a copy.
        expect(
          left.filter(({ place }) => !place.endsWith('.type')),
          `${id} ${seed}`,
        ).toEqual([])
        expect(kit.sheetOrder).toEqual(DEMO.sheetOrder)
      }
  })

  it('leaves a type that others send out to them, unless all are to change', () => {
    const start = clone(DEMO)
    const [one, other] = start.effectOrder.filter((id) => start.effects[id]!.emitterOrder.length > 0) as [
      string,
      string,
    ]
    const [mine, theirs] = [one, other].map((id) => start.effects[id]!.emitterOrder[0]!) as [string, string]
    const type = start.effects[one]!.emitters[mine]!.type
    shareType(start, other, theirs, type)
    const kept = clone(keptPiece(start, one))
    start.types[type]!.numbers.life = { from: 3, to: 4 }
    expect(sharedThatDiffer(start, kept, one)).toEqual([
      {
        id: type,
        name: start.types[type]!.name,
        others:
          usersOfType(start, type).length -
          usersOfType(DEMO, type).filter(({ effect }) => effect.id === one).length,
      },
    ])
    const place = `types.${type}.numbers.life`
    for (const back of [
      (kit: Kit, how: ReturnType<typeof OWN> | ReturnType<typeof ALL>) => putBack(kit, kept, one, how),
      (kit: Kit, how: ReturnType<typeof OWN> | ReturnType<typeof ALL>) =>
        takeOver(kit, kept, one, place, how),
    ]) {
      const own = clone(start)
      back(own, OWN(own))
      expect(own.types[own.effects[one]!.emitters[mine]!.type]!.numbers.life).toEqual(
        DEMO.types[type]!.numbers.life,
      )
      expect(own.types[own.effects[other]!.emitters[theirs]!.type]!.numbers.life).toEqual({ from: 3, to: 4 })
      const all = clone(start)
      back(all, ALL(all))
      expect(all.types[all.effects[other]!.emitters[theirs]!.type]!.numbers.life).toEqual(
        DEMO.types[type]!.numbers.life,
      )
      expect([...checkKit(own), ...checkKit(all)]).toEqual([])
    }
  })

  it('brings a deleted effect again, and the picture that its sheet has no more', () => {
    const kit = clone(DEMO)
    const id = 'stove-fire'
    const kept = clone(keptPiece(kit, id))
    const [sheet] = kept.sheetOrder as [string]
    kit.sheets[sheet]!.picture = 'f'.repeat(64)
    const painted = clone(kit)
    deleteEffect(kit, id)
    putBack(kit, kept, id, OWN(kit))
    expect(stateOf(kit, id)).toEqual(stateOf(DEMO, id))
    expect(kit.sheetOrder.length).toBe(DEMO.sheetOrder.length + 1)
    expect(checkKit(kit)).toEqual([])
    // The same for the picture alone.
    takeOver(painted, kept, id, `sheets.${sheet}.picture`, OWN(painted))
    expect(stateOf(painted, id)).toEqual(stateOf(DEMO, id))
    expect(painted.sheetOrder.length).toBe(DEMO.sheetOrder.length + 1)
  })
})
