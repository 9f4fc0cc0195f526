import { describe, expect, it } from 'vitest'
import { adviseKit, checkKit, framesOf, readKitFile, usersOfType, writeKitZip } from '@gliv/document'
import { decodePng } from '@gliv/pixels'
import { makeDemo } from './index.ts'

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
