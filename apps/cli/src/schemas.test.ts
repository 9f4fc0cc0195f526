/** What Gliv writes fits the schemas that it gives out, as another package reads them; what is broken does not. */
import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { main } from './main.ts'

let folder = ''
const at = (...names: string[]): string => join(folder, ...names)
const gliv = async (...argv: string[]): Promise<string> => {
  const out: string[] = []
  const said: string[] = []
  const code = await main(argv, { out: (t) => void out.push(t), say: (t) => void said.push(t) })
  expect(code, said.join('\n')).toBe(0)
  return out.join('\n')
}
const validator = async (of: string) =>
  new Ajv2020({ strict: false }).compile(JSON.parse(await gliv('schema', '--of', of)) as object)
const jsonAt = async (...names: string[]): Promise<Record<string, unknown>> =>
  JSON.parse(await readFile(at(...names), 'utf8')) as Record<string, unknown>

/** A copy with one thing wrong. */
const broken = <T>(data: T, change: (copy: T) => void): T => {
  const copy = structuredClone(data)
  change(copy)
  return copy
}

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-schemas-'))
  await gliv('demo', '--out', at('a.gliv'))
  await gliv('convert', at('a.gliv'), '--out', at('a.gliv.json'))
  await gliv('convert', at('a.gliv'), '--out', at('kit'))
})
afterAll(() => rm(folder, { recursive: true }))

describe('gliv schema', () => {
  it('of a kit takes the demo, and not one with a wrong number', async () => {
    const fits = await validator('kit')
    const kit = await jsonAt('a.gliv.json')
    expect(fits(kit), JSON.stringify(fits.errors)).toBe(true)
    expect(fits(broken(kit, (copy) => void (copy['rate'] = 'fast')))).toBe(false)
  })

  it('of a folder takes each of its files', async () => {
    const fits = await validator('folder')
    const paths = (await readdir(at('kit'), { recursive: true })).filter((path) => path.endsWith('.json'))
    const files = Object.fromEntries(
      await Promise.all(paths.map(async (path) => [path.replaceAll('\\', '/'), await jsonAt('kit', path)])),
    ) as Record<string, Record<string, unknown>>
    expect(paths.length).toBeGreaterThan(100)
    expect(fits(files), JSON.stringify(fits.errors)).toBe(true)
    for (const path of ['kit.json', 'effects/coin.json', 'types/dust.json'])
      expect(fits(broken(files, (copy) => void (copy[path]!['name'] = 7))), path).toBe(false)
    expect(fits(broken(files, (copy) => void delete copy['kit.json']))).toBe(false)
  })

  it('of a sheet takes plain, trimmed and paged ones', async () => {
    const fits = await validator('sheet')
    const plans = [
      ['--effect', 'Coin', '--fps', '10'],
      ['--effect', 'Torch', '--kept', '--fps', '8'],
      [
        '--effect',
        'Stove fire',
        '--loop',
        'made',
        '--fps',
        '8',
        '--light',
        'sheet',
        '--pages',
        '128',
        '--trim',
      ],
    ]
    for (const [k, plan] of plans.entries()) {
      await gliv('bake', at('a.gliv'), ...plan, '--out', at(`sheets-${k}`))
      const [name] = (await readdir(at(`sheets-${k}`))).filter((path) => path.endsWith('.json'))
      const json = await jsonAt(`sheets-${k}`, name!)
      expect(fits(json), JSON.stringify(fits.errors)).toBe(true)
      expect(fits(broken(json, (copy) => void (copy['frames'] = [])))).toBe(false)
      expect(fits(broken(json, (copy) => void delete copy['pivot']))).toBe(false)
    }
  })

  it('of a pack takes that of the demo', async () => {
    const fits = await validator('pack')
    await gliv('pack', at('a.gliv'), '--out', at('a.glivpack.json'))
    const pack = await jsonAt('a.glivpack.json')
    expect(fits(pack), JSON.stringify(fits.errors?.slice(0, 3))).toBe(true)
    expect(fits(broken(pack, (copy) => void (copy['version'] = 3)))).toBe(false)
    expect(
      fits(broken(pack, (copy) => void delete (copy['effects'] as { emitters?: unknown }[])[0]!.emitters)),
    ).toBe(false)
  })

  it('says what there is', async () => {
    const said: string[] = []
    const terminal = { out: () => undefined, say: (t: string) => void said.push(t) }
    expect(await main(['schema', '--of', 'x'], terminal)).toBe(1)
    expect(said[0]).toMatch(/there is none of "x"; choose one of kit, folder, sheet, pack/)
  })
})
