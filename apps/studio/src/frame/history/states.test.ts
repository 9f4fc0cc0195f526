/** States along the history: followed back and forth by their patches, compared with now. */
import { deleteEffect, type Kit, usersOfEffect } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { enablePatches, produceWithPatches } from 'immer'
import { describe, expect, it } from 'vitest'
import { EMPTY_HISTORY, type History, popUndo, pushEdit } from '../../state/history.ts'
import { changedBesides, changedEffects, stateAfter, stepsOf } from './states.ts'

enablePatches()
const { kit: start } = makeDemo()
const [first] = start.effectOrder as [string]
// One that no other effect plays.
const second = start.effectOrder.find((id) => id !== first && usersOfEffect(start, id).length === 0)!

const made = (): { kits: Kit[]; history: History } => {
  const recipes: ((kit: Kit) => void)[] = [
    (kit) => void (kit.effects[first]!.seed = 77),
    (kit) => void (kit.name = 'Renamed'),
    (kit) => deleteEffect(kit, second),
  ]
  const kits = [start]
  let history = EMPTY_HISTORY
  for (const recipe of recipes) {
    const [next, patches, inverse] = produceWithPatches(kits.at(-1)!, (draft) => recipe(draft as Kit))
    history = pushEdit(history, { rev: null, label: `Step ${kits.length}`, patches, inverse })
    kits.push(next)
  }
  return { kits, history }
}

describe('states along a history', () => {
  it('are reckoned back and forth from any of them', () => {
    const { kits, history } = made()
    for (let now = 0; now <= 3; now++) {
      let at = history
      for (let k = 3; k > now; k--) at = popUndo(at)
      expect(stepsOf(at).map(({ label }) => label)).toEqual(['Step 1', 'Step 2', 'Step 3'])
      for (let then = 0; then <= 3; then++) expect(stateAfter(kits[now]!, at, then)).toEqual(kits[then])
    }
  })

  it('say that they cannot be reckoned where a step does not fit', () => {
    const broken: History = {
      undo: [
        {
          rev: 1,
          label: 'x',
          patches: [],
          inverse: [{ op: 'replace', path: ['effects', 'nobody', 'seed'], value: 1 }],
        },
      ],
      redo: [],
    }
    expect(stateAfter(start, broken, 0)).toBeNull()
  })

  it('differ in effects, and in what is beside them', () => {
    const { kits } = made()
    expect(changedEffects(start, start)).toEqual([])
    const changes = changedEffects(kits[3]!, start)
    expect(changes.map(({ id, when }) => [id, when])).toEqual([
      [first, 'both'],
      [second, 'then'],
    ])
    expect(changes[0]!.list.map(({ what }) => what)).toEqual(['Seed'])
    expect(changedBesides(kits[3]!, start).map(({ what }) => what)).toContain('Name')
    expect(changedBesides(start, start)).toEqual([])
  })
})
