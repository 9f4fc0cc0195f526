import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeDemo } from '@gliv/demo'
import { frozenDemo } from '@gliv/demo/frozen'
import golden from '@gliv/demo/golden.json' with { type: 'json' }
import { writeKitJson, writeKitZip } from '@gliv/document'
import type { RunReport } from '@gliv/engine'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { main } from './main.ts'

let folder = ''
let kit = ''
let frozen = ''
const gliv = async (...argv: string[]): Promise<{ code: number; out: string; said: string }> => {
  const out: string[] = []
  const said: string[] = []
  const code = await main(argv, { out: (t) => void out.push(t), say: (t) => void said.push(t) })
  return { code, out: out.join('\n'), said: said.join('\n') }
}
const json = async <T>(...argv: string[]): Promise<T> => JSON.parse((await gliv(...argv)).out) as T

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-cli-'))
  kit = join(folder, 'demo.gliv')
  expect((await gliv('demo', '--out', kit)).code).toBe(0)
  frozen = join(folder, 'frozen.gliv')
  await writeFile(frozen, writeKitZip(frozenDemo()))
})
afterAll(() => rm(folder, { recursive: true }))

/** FNV-1a 64 over particles as docs/format.md says, with big integers: the slow truth. */
const slowHash = ({ particles }: RunReport): string => {
  let hash = 0xcbf29ce484222325n
  const byte = (b: number): void => void (hash = ((hash ^ BigInt(b)) * 0x100000001b3n) & 0xffffffffffffffffn)
  for (const p of particles) {
    for (const value of [
      p.bornSeconds,
      p.lifeSeconds,
      p.x,
      p.y,
      p.vx,
      p.vy,
      p.angleDeg,
      p.scaleX,
      p.scaleY,
      p.opacity,
    ])
      for (const b of new Uint8Array(Float64Array.of(value).buffer)) byte(b)
    for (const at of [1, 3, 5]) byte(Number.parseInt(p.tint.slice(at, at + 2), 16))
    for (const b of new Uint8Array(Uint32Array.of(p.frame).buffer)) byte(b)
  }
  return hash.toString(16).padStart(16, '0')
}

describe('gliv run', () => {
  it.each(Object.entries(golden))('%s keeps its golden state hash', async (at, hash) => {
    const [effect, seconds] = at.split(' @ ') as [string, string]
    const report = await json<RunReport>(
      'run',
      frozen,
      '--effect',
      effect,
      '--until',
      seconds,
      '--stage',
      'The pier',
      '--json',
    )
    expect(report.stateHash).toBe(hash)
    expect(slowHash(report)).toBe(hash)
  })

  it('gives what the contract says', async () => {
    const report = await json<RunReport>(
      'run',
      kit,
      '--effect',
      'Pier dust',
      '--until',
      '0.2',
      '--seed',
      '9',
      '--x',
      '100',
      '--json',
    )
    expect(report).toMatchObject({
      format: 'gliv-run',
      version: 1,
      rules: 1,
      effect: { id: 'pier-dust', name: 'Pier dust' },
      seed: 9,
      rate: 60,
      tick: 12,
      timeSeconds: 0.2,
      marks: [],
    })
    expect(report.emitters[1]).toMatchObject({
      id: 'dust-grit',
      births: 24,
      alive: 24,
      deaths: 0,
      relayed: 0,
      refused: 0,
    })
    const [first] = report.particles
    expect(Object.keys(first!)).toEqual([
      'key',
      'emitterId',
      'typeId',
      'source',
      'index',
      'bornSeconds',
      'ageSeconds',
      'lifeSeconds',
      'x',
      'y',
      'vx',
      'vy',
      'angleDeg',
      'scaleX',
      'scaleY',
      'tint',
      'opacity',
      'frame',
      'sheetId',
    ])
    expect(first!.key).toMatch(/^[0-9a-f]{16}$/)
    const order = report.particles.map((p) => [
      report.emitters.findIndex((e) => e.id === p.emitterId),
      p.bornSeconds,
      p.source,
      p.index,
    ])
    expect(order).toEqual(
      [...order].sort(
        (a, b) =>
          (a[0] as number) - (b[0] as number) ||
          (a[1] as number) - (b[1] as number) ||
          (a[2] === b[2] ? 0 : a[2] === 'land' ? -1 : 1) ||
          (a[3] as number) - (b[3] as number),
      ),
    )
  })

  it('--every gives a line each, equal to separate runs', async () => {
    const { out } = await gliv(
      'run',
      kit,
      '--effect',
      'pier-dust',
      '--until',
      '0.5',
      '--every',
      '10',
      '--json',
    )
    const lines = out.split('\n').map((l) => JSON.parse(l) as RunReport)
    expect(lines.map((l) => l.tick)).toEqual([0, 10, 20, 30])
    expect(lines[3]!.stateHash).toBe(
      (await json<RunReport>('run', kit, '--effect', 'pier-dust', '--until', '0.5', '--json')).stateHash,
    )
  })

  it('follows a tape', async () => {
    const tape = join(folder, 'tape.json')
    await writeFile(
      tape,
      JSON.stringify([
        { tick: 0, do: 'move', x: 0, y: 0 },
        { tick: 60, do: 'move', x: 600, y: 0 },
        { tick: 60, do: 'stop' },
      ]),
    )
    const report = await json<RunReport>(
      'run',
      kit,
      '--effect',
      'funnel-steam',
      '--until',
      '2',
      '--tape',
      tape,
      '--json',
    )
    expect(Math.max(...report.particles.map((p) => p.bornSeconds))).toBeLessThan(1)
    expect(Math.max(...report.particles.map((p) => p.x))).toBeGreaterThan(400)
    await writeFile(
      tape,
      JSON.stringify([
        { tick: 0, do: 'surfaces', surfaces: [{ id: 'a', kind: 'box', x: 0, y: 0, w: 0, h: 9 }] },
      ]),
    )
    const refused = await gliv(
      'run',
      kit,
      '--effect',
      'funnel-steam',
      '--until',
      '2',
      '--tape',
      tape,
      '--json',
    )
    expect([refused.code, refused.said]).toEqual([
      1,
      expect.stringContaining('tape[0].surfaces.0.w: a size must be over 0'),
    ])
  })
})

describe('a placed effect on the command line', () => {
  const crate = (...more: string[]) =>
    json<RunReport>('run', kit, '--effect', 'crate-shatter', '--until', '0', ...more, '--json')
  it('is moved, scaled, turned and mirrored', async () => {
    const plain = await crate()
    const placed = await crate('--x', '100', '--y', '-20', '--scale', '2', '--rotate', '90', '--mirror')
    expect(placed.particles.length).toBe(282)
    plain.particles.forEach((p, i) => {
      const q = placed.particles[i]!
      // Mirrored: (−x, y); twice as large; a quarter turn clockwise: (−y, x).
      expect(q.x).toBeCloseTo(100 - 2 * p.y, 9)
      expect(q.y).toBeCloseTo(-20 - 2 * p.x, 9)
      expect([q.scaleX, q.scaleY, q.key]).toEqual([-2 * p.scaleX, 2 * p.scaleY, p.key])
    })
  })

  it('follows the view, given at once or by a tape', async () => {
    const far = async (...more: string[]) =>
      (await json<RunReport>('run', kit, '--effect', 'seed-fluff', '--until', '0.5', ...more, '--json'))
        .particles
    for (const p of (await far('--view', '5000,300,320,180')).filter((q) => q.ageSeconds < 0.4))
      expect(p.x).toBeGreaterThan(4900)
    const tape = join(folder, 'view.json')
    await writeFile(tape, JSON.stringify([{ tick: 0, do: 'view', x: -9000, y: 0, w: 320, h: 180 }]))
    const young = (await far('--tape', tape)).filter((q) => q.ageSeconds < 0.4)
    expect(young.length).toBeGreaterThan(0)
    for (const p of young) expect(p.x).toBeLessThan(-8000)
  })
})

describe('a stage in motion', () => {
  interface SceneReport {
    readonly stateHash: string
    readonly actor: { readonly x: number; readonly state: string }
    readonly cues: readonly { readonly tick: number; readonly cue: string; readonly strength: number }[]
    readonly particles: readonly unknown[]
  }
  const at = (seconds: string, ...more: string[]): Promise<SceneReport> =>
    json('run', kit, '--stage', 'pier', '--recording', 'jump and turn', '--until', seconds, '--json', ...more)

  it('is run to a moment: actor, cues, hash, particles', async () => {
    const report = await at('1.1')
    expect(report.actor.state).toBe('land')
    expect(report.cues.map(({ cue }) => cue)).toEqual(['moths', 'storm', 'land'])
    expect(report.cues[2]!.strength).toBeGreaterThan(0.5)
    expect(report.particles.length).toBeGreaterThan(10)
    const { out } = await gliv(
      ...['run', kit, '--stage', 'pier', '--recording', 'jump and turn'],
      ...['--until', '1.1', '--every', '22', '--json'],
    )
    const lines = out.split('\n').map((line) => JSON.parse(line) as SceneReport)
    expect(lines.at(-1)!.stateHash).toBe(report.stateHash)
    expect((await at('1.25')).stateHash).not.toBe(report.stateHash)
  })

  it('an effect is baked as it plays at a firing, and at a strength', async () => {
    const bakedWith = async (name: string, ...more: string[]): Promise<Buffer> => {
      const folderOf = join(folder, name)
      const size = ['--size', '96x64', '--origin', '48,56', '--fps', '8']
      const { code, said } = await gliv(
        'bake',
        kit,
        '--effect',
        'Pier dust',
        '--out',
        folderOf,
        ...size,
        ...more,
      )
      expect(code, said).toBe(0)
      return readFile(join(folderOf, 'pier-dust.png'))
    }
    const plain = await bakedWith('plain')
    const scene = ['--stage', 'pier', '--recording', 'jump and turn']
    const first = await bakedWith('first', ...scene)
    expect(first.equals(plain)).toBe(false)
    expect((await bakedWith('again', ...scene, '--firing', '1')).equals(first)).toBe(true)
    expect((await bakedWith('second', ...scene, '--firing', '2')).equals(first)).toBe(false)
    expect((await bakedWith('weak', '--strength', '0.3')).equals(plain)).toBe(false)
    expect((await bakedWith('designed', '--strength', '1')).equals(plain)).toBe(true)
  })

  it('what is not there is refused in words', async () => {
    const refused = async (...argv: string[]): Promise<string> => (await gliv(...argv)).said
    expect(
      await refused('run', kit, '--stage', 'pier', '--recording', 'none', '--until', '1', '--json'),
    ).toContain('it has "jump and turn"')
    const args = [
      '--effect',
      'Canal rain',
      '--out',
      folder,
      '--stage',
      'pier',
      '--recording',
      'jump and turn',
    ]
    expect(await refused('bake', kit, ...args)).toContain('plays the effect 0 times')
    expect(await refused('bake', kit, '--effect', 'Pier dust', '--out', folder, '--strength', '9')).toContain(
      'from 0 to 8',
    )
  })
})

describe('the other commands', () => {
  it('list', async () => {
    const list = await json<{ kit: object; effects: { id: string }[]; types: object[]; sheets: object[] }>(
      'list',
      kit,
      '--json',
    )
    expect(list.kit).toEqual({ id: 'last-ferry', name: 'Last Ferry' })
    expect(list.effects[1]).toEqual({
      id: 'pier-dust',
      name: 'Pier dust',
      duration: 0.07,
      period: null,
      emissionEndSeconds: 0.07,
      latestEndSeconds: 0.9,
    })
    expect(list.effects[0]).toMatchObject({ duration: 3, emissionEndSeconds: null, latestEndSeconds: null })
    expect(list.sheets[0]).toEqual({ id: 'soft', name: 'Soft shapes', frames: 15 })
    expect((await gliv('list', kit)).out).toContain('Signal flare burst')
  })

  it('check says what is right and what is wrong', async () => {
    expect(await json('check', kit, '--json')).toEqual({ ok: true, problems: [], advice: [] })
    const wrong = JSON.parse(Buffer.from(writeKitJson(makeDemo())).toString()) as {
      types: Record<string, { numbers: { drag: number } }>
    }
    wrong.types['dust']!.numbers.drag = -3
    const path = join(folder, 'wrong.gliv.json')
    await writeFile(path, JSON.stringify(wrong))
    const refused = await gliv('check', path, '--json')
    expect(refused.code).toBe(1)
    expect(JSON.parse(refused.out)).toMatchObject({
      ok: false,
      problems: [
        {
          place: 'types.dust.numbers.drag',
          message: expect.stringContaining('drag is -3 per s; it must be from 0 to 1000') as string,
        },
      ],
    })
    expect(refused.said).not.toMatch(/\bat .*\.ts/)
  })

  it('schema, pack and bake write what they promise', async () => {
    expect(await json('schema')).toMatchObject({ type: 'object' })
    const pack = join(folder, 'out', 'demo.glivpack.json')
    expect((await gliv('pack', kit, '--out', pack)).code).toBe(0)
    expect(JSON.parse(await readFile(pack, 'utf8'))).toMatchObject({
      format: 'gliv-pack',
      version: 5,
      open: 27,
    })
    const lean = join(folder, 'out', 'coin.glivpack')
    expect((await gliv('pack', kit, '--effect', 'Co*, Wake', '--with-source', '--out', lean)).code).toBe(0)
    const bytes = await readFile(lean)
    expect(bytes.subarray(0, 8).toString()).toBe('GLIVPACK')
    expect(JSON.parse(bytes.subarray(12, 12 + bytes.readUInt32LE(8)).toString())).toMatchObject({
      effects: [{ name: 'Wake' }, { name: 'Coin' }],
    })
    // A pack with its kit inside is read like a kit; one without is not.
    expect((await gliv('check', lean)).code).toBe(0)
    const refused = await gliv('check', pack)
    expect([refused.code, refused.said]).toEqual([1, expect.stringContaining('its kit is not inside')])
    const none = await gliv('pack', kit, '--effect', 'Nothing', '--out', lean)
    expect([none.code, none.said]).toEqual([1, expect.stringContaining('Nothing')])
    const baked = await gliv(
      'bake',
      kit,
      '--effect',
      'Pier dust',
      '--out',
      join(folder, 'baked'),
      '--fps',
      '5',
      '--size',
      '64x48',
      '--origin',
      '32,40',
      '--sampling',
      'nearest',
    )
    expect([baked.code, baked.out]).toEqual([0, ''])
    const sheet = JSON.parse(await readFile(join(folder, 'baked', 'pier-dust.json'), 'utf8')) as {
      image: string
      pivot: object
      frames: object[]
    }
    expect([sheet.image, sheet.pivot, sheet.frames.length]).toEqual(['pier-dust.png', { x: 32, y: 40 }, 5])
    expect((await readFile(join(folder, 'baked', 'pier-dust.png'))).subarray(1, 4).toString()).toBe('PNG')
  })
})

describe('wrong usage and refusals', () => {
  it.each([
    [['fly'], 2, /no command "fly"/],
    [[], 2, /Usage/],
    [['check'], 2, /takes a file or more/],
    [['check', 'KIT', '--loud'], 2, /no option --loud/],
    [
      ['run', 'KIT', '--effect', 'Pier dust', '--until', 'soon', '--json'],
      2,
      /--until is "soon"; it must be a number/,
    ],
    [['run', 'KIT', '--effect', 'Pier dust', '--until', '1'], 2, /add --json/],
    [
      ['run', 'KIT', '--effect', 'Pier dust', '--until', '1', '--seed', '-1', '--json'],
      2,
      /whole number from 0 to 4294967295/,
    ],
    [
      ['run', 'KIT', '--effect', 'Pier dust', '--until', '1', '--stage', 'Nowhere', '--json'],
      1,
      /there is no stage "Nowhere"/,
    ],
    [
      ['bake', 'KIT', '--effect', 'Pier dust', '--out', 'OUT', '--palette', 'Dusk'],
      1,
      /there is no palette "Dusk"; the kit has "Keg" \(keg\)/,
    ],
    [
      ['run', 'KIT', '--effect', 'Pier dust', '--until', '1', '--view', '1,2', '--json'],
      2,
      /--view is "1,2"; it must be 4 numbers like 64,48,640,360/,
    ],
    [
      ['run', 'KIT', '--effect', 'Pier dust', '--until', '1', '--scale', '0', '--json'],
      1,
      /scale is 0; it must be from 0.001 to 1000/,
    ],
    [
      ['run', 'KIT', '--effect', 'Nothing', '--until', '1', '--json'],
      1,
      /no effect "Nothing"; the kit has "Funnel steam"/,
    ],
    [['check', 'nowhere.gliv'], 1, /no such file; check the path/],
    [['demo', '--out', 'demo.txt'], 2, /ends in .gliv or .gliv.json/],
    [['demo'], 2, /--out is missing/],
    [['bake', 'KIT', '--effect', 'Pier dust', '--out', 'x', '--size', 'big'], 2, /2 numbers like 64x48/],
    [['bake', 'KIT', '--effect', 'Pier dust', '--out', 'x', '--from', '2', '--to', '1'], 1, /must be later/],
  ] as const)('gliv %j exits with %i', async (argv, code, message) => {
    const result = await gliv(...argv.map((a) => (a === 'KIT' ? kit : a)))
    expect(result.code).toBe(code)
    expect(result.said).toMatch(message)
    expect(result.out).toBe('')
  })

  it('an ambiguous name is refused with the ids to choose from', async () => {
    const demo = makeDemo()
    demo.kit.effects['pier-dust']!.name = 'Twin'
    demo.kit.effects['canal-rain']!.name = 'Twin'
    const path = join(folder, 'twins.gliv.json')
    await writeFile(path, writeKitJson(demo))
    const result = await gliv('run', path, '--effect', 'Twin', '--until', '1', '--json')
    expect([result.code, result.said]).toEqual([
      1,
      expect.stringMatching(/names 2 effects; use an id: pier-dust, canal-rain/),
    ])
  })
})
