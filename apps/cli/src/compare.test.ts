/** Kits changed, held against each other and made one, as a shell does it. */
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeDemo } from '@gliv/demo'
import { readKitFile } from '@gliv/document'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { main } from './main.ts'

let folder = ''
const at = (name: string): string => join(folder, name)
const gliv = async (...argv: string[]): Promise<{ code: number; out: string; said: string }> => {
  const out: string[] = []
  const said: string[] = []
  const code = await main(argv, { out: (t) => void out.push(t), say: (t) => void said.push(t) })
  return { code, out: out.join('\n'), said: said.join('\n') }
}
const kitAt = async (name: string) => readKitFile(await readFile(at(name))).kit

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-compare-'))
  expect((await gliv('demo', '--out', at('a.gliv'))).code).toBe(0)
})
afterAll(() => rm(folder, { recursive: true }))

describe('gliv change', () => {
  it('changes the effects that are named, and says how many', async () => {
    const done = await gliv(
      ...['change', at('a.gliv'), '--effects', 'Keg*,stove-fire', '--bigger', '200%'],
      ...['--names', '{n} {name}', '--out', at('b.gliv')],
    )
    expect(done).toMatchObject({
      code: 0,
      said: expect.stringContaining('changed 2 of 27 effects') as string,
    })
    const kit = await kitAt('b.gliv')
    expect(kit.effectOrder.map((id) => kit.effects[id]!.name)).toEqual(
      expect.arrayContaining(['1 Stove fire', '2 Keg pop', 'Coin']),
    )
  })

  it('takes palettes and pictures by name, the world along, and a folder as its result', async () => {
    const { kit } = makeDemo()
    const [sheet, other] = kit.sheetOrder.map((id) => kit.sheets[id]!.name) as [string, string]
    const done = await gliv(
      ...['change', at('a.gliv'), '--to-palette', 'Keg', '--swap-picture', `${sheet}=${other}`],
      ...['--bigger', '2', '--world', '--own-size', '--out', at('folder')],
    )
    expect(done.code).toBe(0)
    expect((await gliv('check', at('folder'))).code).toBe(0)
    expect((await gliv('diff', at('a.gliv'), at('folder'))).out).toContain('Stage ')
  })

  it('refuses in words what cannot be done, and writes nothing', async () => {
    const refused = async (code: number, message: RegExp, ...options: string[]): Promise<void> => {
      const done = await gliv('change', at('a.gliv'), ...options, '--out', at('no.gliv'))
      expect(done.said).toMatch(message)
      expect(done.code).toBe(code)
      await expect(readFile(at('no.gliv'))).rejects.toThrow()
    }
    await refused(2, /say what to change/)
    await refused(2, /--bigger is "0"; it must be a factor from 0.01 to 100/, '--bigger', '0')
    await refused(2, /--swap-picture is "x"; write it as OLD=NEW/, '--swap-picture', 'x')
    await refused(2, /--replace needs --find/, '--replace', 'x')
    await refused(1, /there is no palette "x"; the kit has "Keg" \(keg\)/, '--to-palette', 'x')
    await refused(1, /there is no sheet "x"/, '--swap-picture', 'x=y')
    await refused(1, /no effect has a name like "zzz\*"/, '--effects', 'zzz*', '--bigger', '2')
    await refused(1, /would both be called "Same"/, '--names', 'Same')
    await refused(1, /stands for nothing/, '--names', '{what}')
  })
})

describe('gliv diff and gliv merge', () => {
  it('say what differs in the words of the studio', async () => {
    expect(await gliv('diff', at('a.gliv'), at('a.gliv'))).toEqual({
      code: 0,
      out: '',
      said: 'nothing differs',
    })
    const { out } = await gliv('diff', at('a.gliv'), at('b.gliv'))
    expect(out).toContain('1 Stove fire\n  Name: Stove fire → 1 Stove fire')
    expect(out).toMatch(/Speed: 26 to 78 px\/s → 52 to 156 px\/s/)
    const list = JSON.parse((await gliv('diff', at('a.gliv'), at('b.gliv'), '--json')).out) as object[]
    expect(list[0]).toEqual({
      where: ['1 Stove fire'],
      what: 'Name',
      from: 'Stove fire',
      to: '1 Stove fire',
      place: 'effects.stove-fire.name',
    })
  })

  it('make one kit of two, and say what became of each thing', async () => {
    const both = await gliv('merge', at('a.gliv'), at('b.gliv'), '--out', at('both.gliv'))
    expect(both.out).toContain('effect "1 Stove fire": added beside one that differs')
    expect((await kitAt('both.gliv')).effectOrder.length).toBe(29)
    const second = await gliv(
      ...['merge', at('a.gliv'), at('b.gliv'), '--when-both', 'second', '--out', at('second.gliv')],
    )
    expect(second.out).toContain('effect "1 Stove fire": replaced by that of the second')
    expect((await gliv('diff', at('b.gliv'), at('second.gliv'))).out).not.toContain('px')
    const first = await gliv(
      ...['merge', at('a.gliv'), at('b.gliv'), '--when-both', 'first', '--out', at('first.gliv')],
    )
    expect(first.out).toContain('kept as the first has it')
    expect((await gliv('diff', at('a.gliv'), at('first.gliv'))).said).toBe('nothing differs')
    const wrong = await gliv('merge', at('a.gliv'), at('b.gliv'), '--when-both', 'x', '--out', at('x.gliv'))
    expect(wrong).toMatchObject({ code: 2 })
  })
})
