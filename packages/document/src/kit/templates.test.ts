import { PLAIN_WRITING } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import {
  addTemplate,
  changeTemplate,
  deleteTemplate,
  emptyKit,
  type Kit,
  readKit,
  salvageKit,
} from '../index.ts'

let count = 0
const makeId = (prefix: string): string => `${prefix}-${++count}`
const plain = (kit: Kit): Record<string, unknown> =>
  JSON.parse(JSON.stringify(kit)) as Record<string, unknown>
const withOne = (): { kit: Kit; id: string } => {
  const kit = emptyKit('k', 'K')
  const id = addTemplate(kit, { name: 'heads.lua', text: '{{kit.name}}', writing: PLAIN_WRITING }, makeId)
  return { kit, id }
}

describe('templates of a kit', () => {
  it('are added under free names, changed and deleted, and read again as they were', () => {
    const { kit, id } = withOne()
    addTemplate(kit, { name: 'heads.lua', text: '', writing: PLAIN_WRITING }, makeId)
    expect(kit.templates!.map(({ name }) => name)).toEqual(['heads.lua', 'heads.lua 2'])
    changeTemplate(kit, id, { writing: { ...PLAIN_WRITING, turns: 'counterclockwise' } })
    expect(readKit(plain(kit))).toEqual(kit)
    deleteTemplate(kit, kit.templates![1]!.id)
    deleteTemplate(kit, id)
    expect('templates' in kit).toBe(false)
  })

  it('take their defaults, and are refused in words where they are wrong', () => {
    const { kit } = withOne()
    const data = plain(kit)
    const [one] = data['templates'] as Record<string, unknown>[]
    expect(readKit({ ...data, templates: [{ ...one, writing: undefined }] }).templates![0]!.writing).toEqual(
      PLAIN_WRITING,
    )
    const wrong = (values: object) => () => readKit({ ...data, templates: [{ ...one, ...values }] })
    expect(wrong({ text: 7 })).toThrow(/7 is not right here/)
    expect(wrong({ writing: { zero: 'north' } })).toThrow(/"north"; it must be one of right, down, left, up/)
    expect(wrong({ writing: { digits: 40 } })).toThrow(/40; it must be a whole number from 0 to 12/)
    expect(() => readKit({ ...data, templates: [one, one] })).toThrow(/two templates have the same id/)
  })

  it('and how a kit ships are set aside when they are damaged, and the kit opens', () => {
    const { kit } = withOne()
    const broken = { ...plain(kit), ship: { presets: 'none', effects: 5 }, templates: [{ id: 1 }] }
    const { kit: opened, aside } = salvageKit(broken, 'k')!
    expect(opened.name).toBe('K')
    expect(aside.map(({ place }) => place.split('.')[0])).toEqual(
      expect.arrayContaining(['ship', 'templates']),
    )
    expect(salvageKit({ ...plain(kit), ship: 'yes' }, 'k')!.kit.templates).toEqual(kit.templates)
  })
})
