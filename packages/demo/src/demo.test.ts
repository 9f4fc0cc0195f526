import { describe, expect, it } from 'vitest'
import {
  adviseKit,
  checkKit,
  deleteClip,
  deleteSheet,
  framesOf,
  gatherPack,
  makeVariant,
  readKitFile,
  setFrames,
  usersOfSheet,
  usersOfType,
  writeKitZip,
} from '@gliv/document'
import { decodePng } from '@gliv/pixels'
import { EFFECT_RECIPES, makeDemo } from './index.ts'

describe('the demo kit', () => {
  const { kit, pictures } = makeDemo()

  it('has no problems and nothing to advise, and comes back from a file whole', () => {
    expect(checkKit(kit)).toEqual([])
    expect(adviseKit(kit)).toEqual([])
    expect(readKitFile(writeKitZip({ kit, pictures })).kit).toEqual(kit)
  })

  it('is made anew each time, and always the same', () => {
    const again = makeDemo()
    expect(again.kit).toEqual(kit)
    expect(again.kit).not.toBe(kit)
    expect([...again.pictures.keys()]).toEqual([...pictures.keys()])
  })

  it('uses every particle type, and shares one on purpose', () => {
    for (const id of kit.typeOrder) expect(usersOfType(kit, id).length, id).toBeGreaterThan(0)
    expect(usersOfType(kit, 'star').length).toBe(2)
  })

  it('has a picture in every frame that is used, clear of its border', () => {
    for (const type of Object.values(kit.types)) {
      const [picture] = type.pictures as [(typeof type.pictures)[number]]
      const { sheet: sheetId } = picture
      const sheet = kit.sheets[sheetId]!
      const image = decodePng(pictures.get(sheet.picture)!)
      const { x, y, w, h } = sheet.frames[framesOf(sheet, picture)[0]!]!
      let alpha = 0
      for (let row = y; row < y + h; row++)
        for (let column = x; column < x + w; column++)
          alpha += image.data[(row * image.width + column) * 4 + 3]!
      expect(alpha / (w * h), type.name).toBeGreaterThan(10)
    }
  })
})

describe('the recipes', () => {
  const { kit } = makeDemo()

  it('are twelve effects of the demo, every emitter with a note', () => {
    expect(EFFECT_RECIPES).toHaveLength(12)
    expect(new Set(EFFECT_RECIPES.map(({ id }) => id)).size).toBe(12)
    for (const { effect, notes, title } of EFFECT_RECIPES) {
      expect(Object.keys(notes).toSorted(), title).toEqual(kit.effects[effect]!.emitterOrder.toSorted())
      for (const note of Object.values(notes)) expect(note).toMatch(/[.!]$/)
    }
  })

  it('leave no note in a pack', () => {
    const noted = JSON.parse(JSON.stringify(kit)) as typeof kit
    noted.effects['pier-dust']!.note = 'of the effect'
    noted.effects['pier-dust']!.emitters['dust-cloud']!.note = 'of the emitter'
    expect(checkKit(noted)).toEqual([])
    expect(JSON.stringify(gatherPack({ kit: noted }, undefined, ['pier-dust']))).not.toMatch(
      /of the (effect|emitter)/,
    )
  })
})

it('a pack says which of its effects are variants, and of which', () => {
  const kit = JSON.parse(JSON.stringify(makeDemo().kit)) as ReturnType<typeof makeDemo>['kit']
  const id = makeVariant(kit, 'pier-dust', (prefix) => `${prefix}-light`)
  const { effects } = gatherPack({ kit }, undefined, ['pier-dust', id])
  expect(effects.map(({ name, variantOf }) => [name, variantOf])).toEqual([
    ['Pier dust', undefined],
    [kit.effects[id]!.name, 'Pier dust'],
  ])
})

describe('stages that show a sheet', () => {
  const open = () => JSON.parse(JSON.stringify(makeDemo().kit)) as ReturnType<typeof makeDemo>['kit']

  it('are its users: backdrops and actors; it cannot be deleted under them', () => {
    const kit = open()
    expect(new Set(usersOfSheet(kit, 'backdrops').map(({ as }) => as))).toEqual(new Set(['backdrop']))
    expect(usersOfSheet(kit, 'deckhand').map(({ name }) => name)).toEqual(['Deckhand', 'Stoker'])
    expect(() => deleteSheet(kit, 'backdrops')).toThrow(/is used by "The pier"/)
  })

  it('follow its frames, and lose a clip that is deleted', () => {
    const kit = open()
    const { frames } = kit.sheets['backdrops']!
    const before = kit.stages['pier']!.layers!.filter(({ sheet }) => sheet === 'backdrops')
    // The first frame goes to the end.
    const became = frames.map((_, k) => (k === 0 ? frames.length - 1 : k - 1))
    setFrames(kit, 'backdrops', [...frames.slice(1), frames[0]!], became)
    const after = kit.stages['pier']!.layers!.filter(({ sheet }) => sheet === 'backdrops')
    expect(after.map(({ frame }) => frame)).toEqual(before.map(({ frame }) => became[frame]))
    deleteClip(kit, 'deckhand', 'walk')
    expect(Object.keys(kit.stages['pier']!.actors![0]!.clips)).not.toContain('walk')
    expect(checkKit(kit)).toEqual([])
  })
})
