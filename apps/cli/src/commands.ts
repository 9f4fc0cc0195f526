/**
 * The commands: one definition each. A command writes its result through `out` and its messages through
 * `say`.
 */
import { mkdir, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { type BakeOptions, encoderOf, fileNameOf, maskReader, renderFrames } from '@gliv/bake'
import {
  adviseKit,
  findEffect,
  findPalette,
  findStage,
  type Kit,
  kitJsonSchema,
  KitRefusal,
  resolveEffect,
  type KitFile,
} from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import {
  compile,
  createSimulation,
  emissionEndSeconds,
  latestEndSeconds,
  loopSecondsOf,
  reportRun,
  type SimulationOptions,
  tickOf,
} from '@gliv/engine'
import { compileAll, exporterOf, type ExporterId } from '@gliv/export'
import { Refusal, SAMPLINGS, type Sampling } from '@gliv/model'
import { grained, strengthened } from '@gliv/scene'
import {
  listOption,
  numberOption,
  parseArgs,
  required,
  type Syntax,
  Usage,
  wholeOption,
  type Args,
} from './args.ts'
import { loadKit, reasonOf } from './kitfile.ts'
import { firingIn, openScene, reportScene } from './sceneRun.ts'
import { readTape } from './tapefile.ts'

export interface Terminal {
  out(text: string): void
  say(text: string): void
}

export interface Command {
  readonly usage: string
  readonly syntax: Syntax
  run(args: Args, terminal: Terminal): Promise<void>
}

const UINT32 = 0xffffffff

const write = async (path: string, data: string | Uint8Array): Promise<void> => {
  try {
    await mkdir(dirname(path), { recursive: true })
    await writeFile(path, data)
  } catch (error) {
    throw new Refusal(path, reasonOf(error))
  }
}

const KIT_FORMS: readonly ExporterId[] = ['kit-json', 'kit']

const writeKit = (path: string, file: KitFile): Promise<void> => {
  const exporter = KIT_FORMS.map(exporterOf).find(({ extension }) => path.endsWith(extension))
  if (!exporter) throw new Usage(`--out is "${path}"; a kit file ends in .gliv or .gliv.json`)
  return write(path, exporter.make(file))
}

/** Infinity has no place in JSON: a loop never ends, which reads null. */
const finite = (seconds: number): number | null => (Number.isFinite(seconds) ? seconds : null)

const check: Command = {
  usage: 'check FILE [--json]',
  syntax: { files: 1, values: [], flags: ['--json'] },
  async run(args, { out }) {
    const json = args.has('--json')
    try {
      const file = await loadKit(args.files[0]!)
      const { kit } = file
      compileAll(file)
      const advice = adviseKit(kit)
      if (json) out(JSON.stringify({ ok: true, problems: [], advice }))
      else
        out(
          [
            `${kit.name}: ${kit.effectOrder.length} effects, ${kit.typeOrder.length} particle types, ${kit.sheetOrder.length} sheets; no problems`,
            ...advice.map((a) => `advice: ${a.place}: ${a.message}`),
          ].join('\n'),
        )
    } catch (error) {
      if (json && error instanceof Refusal) {
        const problems =
          error instanceof KitRefusal ? error.problems : [{ place: error.place, message: error.message }]
        out(JSON.stringify({ ok: false, problems, advice: [] }))
      }
      throw error
    }
  },
}

const list: Command = {
  usage: 'list FILE [--json]',
  syntax: { files: 1, values: [], flags: ['--json'] },
  async run(args, { out }) {
    const file = await loadKit(args.files[0]!)
    const { kit } = file
    const effects = kit.effectOrder.map((id) => {
      const resolved = resolveEffect(
        kit,
        kit.effects[id]!,
        maskReader(() => file.pictures),
      )
      const loop = loopSecondsOf(resolved)
      const endless = loop !== null || resolved.play === 'sustain'
      return {
        id,
        name: resolved.name,
        duration: loop ?? finite(emissionEndSeconds(resolved)),
        period: resolved.play === 'period' ? resolved.numbers.periodSeconds : null,
        emissionEndSeconds: finite(endless ? Infinity : emissionEndSeconds(resolved)),
        latestEndSeconds: finite(endless ? Infinity : latestEndSeconds(resolved)),
      }
    })
    const types = kit.typeOrder.map((id) => ({ id, name: kit.types[id]!.name }))
    const sheets = kit.sheetOrder.map((id) => ({
      id,
      name: kit.sheets[id]!.name,
      frames: kit.sheets[id]!.frames.length,
    }))
    if (args.has('--json'))
      out(JSON.stringify({ kit: { id: kit.id, name: kit.name }, effects, types, sheets }))
    else
      out(
        [
          kit.name,
          ...effects.map(
            (e) =>
              `  effect  ${e.id}  "${e.name}"  ${e.latestEndSeconds === null ? (kit.effects[e.id]!.play === 'sustain' ? 'goes on until it is stopped' : `loops every ${e.duration} s`) : `ends by ${e.latestEndSeconds} s`}`,
          ),
          ...types.map((t) => `  type    ${t.id}  "${t.name}"`),
          ...sheets.map((s) => `  sheet   ${s.id}  "${s.name}"  ${s.frames} frames`),
        ].join('\n'),
      )
  },
}

const schema: Command = {
  usage: 'schema',
  syntax: { files: 0, values: [], flags: [] },
  async run(_args, { out }) {
    out(JSON.stringify(kitJsonSchema(), null, 1))
  },
}

const demo: Command = {
  usage: 'demo --out FILE',
  syntax: { files: 0, values: ['--out'], flags: [] },
  async run(args, { say }) {
    const path = required(args, '--out')
    await writeKit(path, makeDemo())
    say(`wrote ${path}`)
  },
}

const pack: Command = {
  usage: 'pack FILE --out FILE',
  syntax: { files: 1, values: ['--out'], flags: [] },
  async run(args, { say }) {
    const path = required(args, '--out')
    const file = await loadKit(args.files[0]!)
    await write(path, exporterOf('pack').make(file))
    say(`wrote ${path}`)
  },
}

/** How `gliv run` starts an effect: seed, place, stage, view, tape. */
const runOptions = async (args: Args, kit: Kit): Promise<SimulationOptions> => {
  const seed = wholeOption(args, '--seed', 0, UINT32)
  const tape = args.options.get('--tape')
  const view = listOption(args, '--view', ',', 4)
  const stage = args.options.get('--stage')
  return {
    ...(stage === undefined ? {} : { surfaces: findStage(kit, stage).surfaces }),
    ...(seed === undefined ? {} : { seed }),
    ...(tape === undefined ? {} : { tape: await readTape(tape) }),
    ...(view === undefined ? {} : { view: { x: view[0]!, y: view[1]!, w: view[2]!, h: view[3]! } }),
    x: numberOption(args, '--x') ?? 0,
    y: numberOption(args, '--y') ?? 0,
    rotate: numberOption(args, '--rotate') ?? 0,
    scale: numberOption(args, '--scale') ?? 1,
    mirror: args.has('--mirror'),
  }
}

const untilOption = (args: Args): number => {
  required(args, '--until')
  const until = numberOption(args, '--until')!
  if (until < 0 || until > 36_000) throw new Usage(`--until is ${until}; it must be from 0 to 36000 seconds`)
  if (!args.has('--json')) throw new Usage('gliv run gives JSON; add --json')
  return until
}

/** How strongly an effect plays; 1 is as designed. */
const strengthOption = (args: Args): number => {
  const strength = numberOption(args, '--strength') ?? 1
  if (strength < 0 || strength > 8)
    throw new Usage(`--strength is ${strength}; it must be from 0 to 8, 1 is as designed`)
  return strength
}

/** A stage in motion: what its recording does, and all effects that it sets off. */
const runScene = (args: Args, file: KitFile, out: (line: string) => void): void => {
  const opened = openScene(file, required(args, '--stage'), required(args, '--recording'))
  const last = tickOf(untilOption(args), file.kit.rate)
  const every = wholeOption(args, '--every', 1, 1_000_000)
  for (let tick = every ? 0 : last; tick <= last; tick += every ?? 1)
    out(JSON.stringify(reportScene(opened, tick)))
}

const run: Command = {
  usage:
    'run FILE --effect ID_OR_NAME --until SECONDS [--seed N] [--x N] [--y N] [--rotate DEG] [--scale N] [--mirror] [--view X,Y,W,H] [--stage ID_OR_NAME] [--recording ID_OR_NAME] [--strength N] [--tape FILE] [--every N] --json',
  syntax: {
    files: 1,
    values: [
      '--effect',
      '--until',
      '--seed',
      '--x',
      '--y',
      '--rotate',
      '--scale',
      '--view',
      '--stage',
      '--recording',
      '--strength',
      '--tape',
      '--every',
    ],
    flags: ['--json', '--mirror'],
  },
  async run(args, { out }) {
    const file = await loadKit(args.files[0]!)
    if (args.has('--recording')) return runScene(args, file, out)
    const effect = strengthened(
      resolveEffect(
        file.kit,
        findEffect(file.kit, required(args, '--effect')),
        maskReader(() => file.pictures),
      ),
      strengthOption(args),
    )
    const until = untilOption(args)
    const simulation = createSimulation(compile(effect), await runOptions(args, file.kit))
    const last = tickOf(until, simulation.rate)
    const every = wholeOption(args, '--every', 1, 1_000_000)
    if (every)
      for (let tick = 0; tick <= last; tick += every) {
        simulation.seek(tick)
        out(JSON.stringify(reportRun(simulation)))
      }
    else {
      simulation.seekFully(last)
      out(JSON.stringify(reportRun(simulation)))
    }
  },
}

const samplingOption = (args: Args): Sampling | undefined => {
  const value = args.options.get('--sampling')
  if (value !== undefined && !SAMPLINGS.includes(value as Sampling))
    throw new Usage(`--sampling is "${value}"; it must be one of ${SAMPLINGS.join(', ')}`)
  return value as Sampling | undefined
}

const bakeOptions = (args: Args): BakeOptions => {
  const size = listOption(args, '--size', 'x', 2)
  const origin = listOption(args, '--origin', ',', 2)
  const all = {
    seed: wholeOption(args, '--seed', 0, UINT32),
    size: size && { w: size[0]!, h: size[1]! },
    origin: origin && { x: origin[0]!, y: origin[1]! },
    fps: numberOption(args, '--fps'),
    from: numberOption(args, '--from'),
    to: numberOption(args, '--to'),
    sampling: samplingOption(args),
    columns: wholeOption(args, '--columns', 1, 4096),
    tile: args.options.has('--tile') || undefined,
  }
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined))
}

/** How strongly, and at which moment of a recording, an effect is baked. */
const playedOptions = (args: Args, file: KitFile, effect: string): BakeOptions => {
  const strength = strengthOption(args)
  const firing = args.options.has('--recording')
    ? firingIn(
        openScene(file, required(args, '--stage'), required(args, '--recording')),
        effect,
        wholeOption(args, '--firing', 1, 100_000) ?? 1,
      )
    : null
  const all = strength * (firing?.strength ?? 1)
  return {
    ...(firing ? { placed: firing.options } : {}),
    ...(all === 1 ? {} : { change: (plain) => strengthened(plain, grained(all)) }),
  }
}

const bake: Command = {
  usage:
    'bake FILE --effect ID_OR_NAME --out DIR [--seed N] [--size WxH] [--origin X,Y] [--fps N] [--from S] [--to S] [--sampling nearest|smooth] [--columns N] [--tile] [--stage ID_OR_NAME] [--recording ID_OR_NAME] [--firing N] [--strength N] [--palette ID_OR_NAME]',
  syntax: {
    files: 1,
    values: [
      '--effect',
      '--out',
      '--seed',
      '--size',
      '--origin',
      '--fps',
      '--from',
      '--to',
      '--sampling',
      '--columns',
      '--stage',
      '--recording',
      '--firing',
      '--strength',
      '--palette',
    ],
    flags: ['--tile'],
  },
  async run(args, { say }) {
    const file = await loadKit(args.files[0]!)
    const effect = findEffect(file.kit, required(args, '--effect'))
    const folder = required(args, '--out')
    const stage = args.options.get('--stage')
    const name = fileNameOf(effect.name)
    const palette = args.options.get('--palette')
    const options = {
      ...bakeOptions(args),
      ...(stage === undefined ? {} : { surfaces: findStage(file.kit, stage).surfaces }),
      ...playedOptions(args, file, effect.id),
      ...(palette === undefined ? {} : { palette: findPalette(file.kit, palette).colours }),
    }
    const { files, summary } = encoderOf('sheet').encode(renderFrames(file, effect, options), name, options)
    for (const { name: fileName, data } of files) await write(join(folder, fileName), data)
    say(`wrote ${join(folder, name)}.png and .json: ${summary}`)
  },
}

export const COMMANDS: Readonly<Record<string, Command>> = { check, list, schema, demo, pack, run, bake }

export const parseFor = (name: string, argv: readonly string[]): Args =>
  parseArgs(name, argv, COMMANDS[name]!.syntax)
