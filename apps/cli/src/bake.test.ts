/** Many effects at once: manifests, threads, parts, formats, words and numbers as people write them. */
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { makeDemo } from '@gliv/demo'
import { addPreset, type Kit, setSentence, setShipping, writeKitZip } from '@gliv/document'
import { decodePicture, decodePng } from '@gliv/pixels'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { COMMANDS, parseFor } from './commands/index.ts'
import { readNumber, settingsBy } from './commands/shipOptions.ts'
import { watchUntil } from './commands/watch.ts'
import { main } from './main.ts'
import { SHIP_PLAIN } from '@gliv/model'

let folder = ''
let kit = ''
const gliv = async (...argv: string[]): Promise<{ code: number; out: string; said: string }> => {
  const out: string[] = []
  const said: string[] = []
  const code = await main(argv, { out: (t) => void out.push(t), say: (t) => void said.push(t) })
  return { code, out: out.join('\n'), said: said.join('\n') }
}
const bytesIn = async (name: string): Promise<Record<string, string>> =>
  Object.fromEntries(
    await Promise.all(
      (await readdir(join(folder, name)))
        .filter((file) => !file.includes('manifest'))
        .map(async (file) => [file, (await readFile(join(folder, name, file))).toString('base64')] as const),
    ),
  )

/** The demo with three small effects ticked, two of them on one sheet, and a preset. */
const shippingKit = (): { kit: Kit; pictures: ReadonlyMap<string, Uint8Array> } => {
  const demo = makeDemo()
  const data = JSON.parse(JSON.stringify(demo.kit)) as Kit
  const some = ['coin', 'slip', 'keg-pop']
  setShipping(data, some, (shipping) => ({ ...shipping, ticked: true, range: { ...shipping.range, fps: 8 } }))
  setSentence(data, ['coin', 'slip'], 'sheet', { together: true })
  setSentence(data, ['keg-pop'], 'colours', { colours: 6 })
  addPreset(data, 'keg-pop', 'Six colours', () => 'six')
  return { kit: data, pictures: demo.pictures }
}

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-bake-'))
  kit = join(folder, 'ferry.gliv')
  await writeFile(kit, writeKitZip(shippingKit()))
})
afterAll(() => rm(folder, { recursive: true }))

describe('gliv bake of many', () => {
  it('writes what is ticked, says what is unchanged, and bakes again what has changed or is gone', async () => {
    const out = join(folder, 'ticked')
    const first = await gliv('bake', kit, '--ticked', '--out', out, '--jobs', '1', '--json')
    expect(first.code).toBe(0)
    expect(Object.keys(await bytesIn('ticked')).sort()).toEqual([
      'keg-pop.json',
      'keg-pop.png',
      'last-ferry.json',
      'last-ferry.png',
    ])
    expect((JSON.parse(first.out) as { bakes: { changed: boolean }[] }).bakes.map((b) => b.changed)).toEqual([
      true,
      true,
    ])
    const again = await gliv('bake', kit, '--ticked', '--out', out, '--jobs', '1')
    expect(again.said).toContain('unchanged Keg pop')
    expect(again.said).toContain('unchanged Coin, Slip')
    await rm(join(out, 'keg-pop.png'))
    const third = await gliv('bake', kit, '--ticked', '--out', out, '--jobs', '1')
    expect(third.said).toMatch(/wrote .*keg-pop\.png/)
    expect(third.said).toContain('unchanged Coin, Slip')
  })

  it('two threads give the same bytes, and so does the build to one file', async () => {
    for (const [name, jobs] of [
      ['one', '1'],
      ['two', '2'],
    ] as const)
      expect((await gliv('bake', kit, '--ticked', '--out', join(folder, name), '--jobs', jobs)).code).toBe(0)
    expect(await bytesIn('two')).toEqual(await bytesIn('one'))
    const run = promisify(execFile)
    const root = new URL('../../..', import.meta.url)
    await run(process.execPath, ['scripts/buildCli.mjs'], { cwd: root })
    const built = join(folder, 'built')
    await run(
      process.execPath,
      ['apps/cli/dist/gliv.mjs', 'bake', kit, '--ticked', '--out', built, '--jobs', '2'],
      { cwd: root },
    )
    expect(await bytesIn('built')).toEqual(await bytesIn('one'))
  })

  it('parts share the work without a rest', async () => {
    for (const part of ['1/2', '2/2'])
      await gliv('bake', kit, '--ticked', '--out', join(folder, 'parts'), '--part', part, '--jobs', '1')
    expect(Object.keys(await bytesIn('parts')).length).toBe(4)
    expect((await gliv('bake', kit, '--ticked', '--out', folder, '--part', '3/2')).said).toContain('like 2/4')
  })

  it('formats are read back by others: APNG, GIF, frames, numbers as code', async () => {
    const out = join(folder, 'formats')
    const done = await gliv(
      'bake',
      kit,
      '--effect',
      'Coin',
      '--out',
      out,
      '--formats',
      'apng,gif,typescript,frames',
      '--fps',
      '8',
    )
    expect(done.code).toBe(0)
    const gif = decodePicture(await readFile(join(out, 'coin.gif')))
    const apng = decodePicture(await readFile(join(out, 'coin.apng.png')))
    expect(gif.frames.length).toBe(apng.frames.length)
    expect(apng.seconds[0]).toBeCloseTo(0.125, 3)
    expect(await readFile(join(out, 'coin.ts'), 'utf8')).toContain("export type ClipName = 'coin'")
    expect((await gliv('bake', kit, '--effect', 'Coin', '--out', out, '--formats', 'webm')).said).toContain(
      'by a browser only',
    )
    expect((await gliv('bake', kit, '--effect', 'Coin', '--out', out, '--formats', 'tiff')).code).toBe(2)
  })

  it('a preset gives its sentences, options go before them', async () => {
    const out = join(folder, 'preset')
    expect(
      (await gliv('bake', kit, '--effect', 'Pier dust', '--preset', 'Seven', '--out', out)).said,
    ).toContain('no preset "Seven"')
    expect(
      (
        await gliv(
          'bake',
          kit,
          '--effect',
          'Pier dust',
          '--preset',
          'Six colours',
          '--fps',
          '6',
          '--bleed',
          'no',
          '--out',
          out,
        )
      ).code,
    ).toBe(0)
    const { data } = decodePng(await readFile(join(out, 'pier-dust.png')))
    const colours = new Set<number>()
    for (let o = 0; o < data.length; o += 4)
      if (data[o + 3]! > 0) colours.add((data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!)
    expect(colours.size).toBeLessThanOrEqual(6)
  })

  it('several files and patterns are taken; none is said', async () => {
    await writeFile(join(folder, 'other.gliv'), writeKitZip(makeDemo()))
    expect(
      (await gliv('check', join(folder, '*.gliv'))).out
        .split('\n')
        .filter((line) => line.startsWith('Last Ferry')),
    ).toHaveLength(2)
    expect((await gliv('check', join(folder, '*.nothing'))).said).toContain('no file has a name like this')
    expect((await gliv('bake', kit, '--out', folder)).said).toContain('say what to bake')
  })
})

describe('gliv watch', () => {
  it('bakes now and after each change, and goes on after a kit that is refused', async () => {
    const file = join(folder, 'watched.gliv')
    await writeFile(file, writeKitZip(shippingKit()))
    const said: string[] = []
    const end = new AbortController()
    const heard = (text: string, count: number): Promise<void> =>
      new Promise((done) => {
        const look = setInterval(() => {
          if (said.filter((line) => line.includes(text)).length < count) return
          clearInterval(look)
          done()
        }, 20)
      })
    const args = parseFor('watch', [file, '--effect', 'Coin', '--fps', '4', '--out', join(folder, 'watch')])
    const watching = watchUntil(args, { out: () => undefined, say: (t) => void said.push(t) }, end.signal)
    await heard('watching', 1)
    await writeFile(file, 'no kit')
    await heard('gliv: ', 1)
    await writeFile(file, writeKitZip(shippingKit()))
    await heard('wrote', 2)
    end.abort()
    await watching
  })
})

describe('options', () => {
  it.each([
    ['50 %', '%', 50],
    ['2x', '%', 200],
    ['500ms', 's', 0.5],
    ['1,5', 's', 1.5],
    ['128px', 'px', 128],
    ['24 fps', 'a second', 24],
  ])('%s of %s is %d', (text, unit, value) => {
    expect(readNumber(text, { unit, option: '--x' })).toBe(value)
  })

  it('words may have hyphens, flags may stand alone, a typed end makes a typed stretch', () => {
    const said = (...argv: string[]) =>
      settingsBy(parseFor('bake', ['kit.gliv', '--effect', 'x', '--out', 'y', ...argv]), SHIP_PLAIN)
    expect(said('--order', 'back-and-forth').order.order).toBe('backAndForth')
    expect(said('--trim').size.trim).toBe('each')
    expect(said('--trim', 'common').size.trim).toBe('common')
    expect(said('--hard-alpha', '--merge').colours.hardAlpha).toBe(true)
    expect(said('--to', '2').range).toMatchObject({ span: 'typed', from: 0, to: 2, follows: 'count' })
    expect(said('--count', '12').range.follows).toBe('rate')
    expect(said('--count', '12', '--fps', '24').range.follows).toBe('length')
    expect(said('--pages', '--padding', '3').sheet.maxSide).toBe(4096)
    expect(() => said('--scale', '9000')).toThrow('from 25 to 400')
    expect(() => said('--loop', 'perhaps')).toThrow('one of auto, none, exact, made, faded')
  })

  it('every command has help, and Gliv a version', async () => {
    expect((await gliv('bake', '--help')).out).toContain(
      '--order forward|reversed|back-and-forth|out-then-in',
    )
    expect((await gliv('--version')).out).toMatch(/^\d+\.\d+\.\d+$/)
    expect((await gliv('--help')).out.split('\n').filter((line) => line.startsWith('  gliv '))).toHaveLength(
      Object.keys(COMMANDS).length,
    )
  })
})

describe('gliv convert', () => {
  it('a folder of plain files is a kit like any other, and comes back to the same bytes', async () => {
    const parts = join(folder, 'parts-of-it')
    expect((await gliv('convert', kit, '--out', parts)).code).toBe(0)
    expect((await readdir(join(parts, 'effects'))).length).toBe(27)
    expect((await readdir(join(parts, 'sheets'))).some((name) => name.endsWith('.png'))).toBe(true)
    const back = join(folder, 'back.gliv')
    expect((await gliv('convert', parts, '--out', back)).code).toBe(0)
    expect((await readFile(back)).equals(await readFile(kit))).toBe(true)
    // A part that is gone takes its file along; what is not the kit's stays.
    await writeFile(join(parts, 'notes.txt'), 'mine')
    await writeFile(join(parts, 'effects', 'old.json'), '{}')
    await gliv('convert', kit, '--out', parts)
    expect(await readdir(join(parts, 'effects'))).not.toContain('old.json')
    expect(await readFile(join(parts, 'notes.txt'), 'utf8')).toBe('mine')
    const mine = join(folder, 'mine')
    await mkdir(join(mine, 'types'), { recursive: true })
    await writeFile(join(mine, 'types', 'a.ts'), 'mine')
    expect((await gliv('convert', kit, '--out', mine)).said).toContain('holds other things and no kit')
    expect(await readFile(join(mine, 'types', 'a.ts'), 'utf8')).toBe('mine')
    await writeFile(join(parts, 'effects', 'coin.json'), '{')
    expect((await gliv('check', parts)).said).toContain('effects/coin.json: it is not readable JSON')
  })
})

describe('gliv render', () => {
  it('fills in a template in the units of another program, and says what is wrong with one', async () => {
    const list = await gliv('render', kit, '--template', 'listing', '--effect', 'Keg pop')
    expect(list.out).toContain('Keg pop (once)')
    const own = join(folder, 'own.txt')
    await writeFile(
      own,
      '{{#effects}}{{#emitters}}{{name}} {{number.speed.text}} {{number.speed.unit}}\n{{/emitters}}{{/effects}}',
    )
    const plain = (await gliv('render', kit, '--template', own, '--effect', 'Coin')).out
    const steps = (await gliv('render', kit, '--template', own, '--effect', 'Coin', '--per', 'step')).out
    expect(plain).toContain('px/s')
    expect(steps).toContain('px/step')
    expect((await gliv('render', kit, '--template', own, '--zero', 'north')).said).toContain(
      'one of right, down, left, up',
    )
    expect((await gliv('render', kit, '--template', 'nothing')).said).toContain(
      'templates here are json, csv',
    )
    await writeFile(own, '{{#effects}}{{spead}}{{/effects}}')
    expect((await gliv('render', kit, '--template', own)).said).toContain('line 1: there is no “spead”')
  })
})
