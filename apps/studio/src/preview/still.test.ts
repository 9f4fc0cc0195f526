import { makeDemo } from '@gliv/demo'
import { prepareSheets } from '@gliv/bake'
import { describe, expect, it } from 'vitest'
import { stillHash, stillPiece } from './stills.ts'
import { fullestMoment, runSmall, showOf } from './still.ts'

const file = makeDemo()
const DARK = [22, 23, 28] as const

describe('a card’s picture', () => {
  it('is of the moment with the largest area × contrast: a keg while it pops, not its last specks', () => {
    const { effect, simulation } = runSmall(file, 'keg-pop')!
    const show = showOf(effect, simulation, file.kit)
    const at = fullestMoment(simulation, prepareSheets(file), show, DARK)
    expect(at).toBeGreaterThan(0)
    expect(at).toBeLessThan(0.45)
  })

  it('does not depend on what is only heard', () => {
    const { piece } = stillPiece(file.kit, 'keg-pop')
    const silent = JSON.parse(JSON.stringify(piece)) as typeof piece
    delete silent.effects['keg-pop']!.sounds
    delete silent.effects['keg-pop']!.screen
    expect(stillHash(silent, 'keg-pop')).toBe(stillHash(piece, 'keg-pop'))
    silent.effects['keg-pop']!.seed++
    expect(stillHash(silent, 'keg-pop')).not.toBe(stillHash(piece, 'keg-pop'))
  })
})
