/** gliv bake: effects of kits as sheets, animations and numbers. */
import { availableParallelism } from 'node:os'
import { basename, join } from 'node:path'
import {
  bytesOf,
  groupsOf,
  inputHash,
  jobOf,
  plainJob,
  ship,
  type ShipJob,
  type Shipped,
  type ShipTools,
  summaryOf,
} from '@gliv/bake'
import { findEffect, findPalette, findPreset, findStage, type Kit, type KitFile } from '@gliv/document'
import { fastDeflate, painters, zlibDeflate } from '@gliv/node'
import { SHIP_PLAIN, type ShipSettings, type Tape } from '@gliv/model'
import { type Args, listOption, required, Usage, wholeOption } from '../support/args.ts'
import { type Run, type Terminal, UINT32, write } from '../support/command.ts'
import { filesOf } from '../support/globs.ts'
import { loadKit } from '../support/kitfile.ts'
import {
  type Baked,
  isUnchanged,
  type Manifest,
  readManifest,
  sha256,
  writeManifest,
} from '../support/manifest.ts'
import { loadTape } from '../support/tapefile.ts'
import { THREAD_ENTRY } from '../support/threadEntry.ts'
import { settingsBy } from './shipOptions.ts'

/** Names of the kit to ids. */
const withIds = (kit: Kit, settings: ShipSettings): ShipSettings => {
  const { palette } = settings.colours
  const { stage, recording, along } = settings.moves
  return {
    ...settings,
    colours: { ...settings.colours, palette: palette === null ? null : findPalette(kit, palette).id },
    moves: {
      ...settings.moves,
      stage: stage === null ? null : findStage(kit, stage).id,
      along: recording !== null && along === 'auto' ? 'recording' : along,
    },
  }
}

const chosenIds = (args: Args, kit: Kit): readonly string[] => {
  const [one, all, ticked] = [args.options.get('--effect'), args.has('--all'), args.has('--ticked')]
  if ([one !== undefined, all, ticked].filter(Boolean).length !== 1)
    throw new Usage('say what to bake: --effect ID_OR_NAME, --all or --ticked')
  if (one !== undefined) return [findEffect(kit, one).id]
  return kit.effectOrder.filter((id) => all || kit.ship?.effects[id]?.ticked)
}

/** The jobs that a kit and the options make. */
const jobsOf = (args: Args, kit: Kit, tape: Tape | null): ShipJob[] => {
  const seed = wholeOption(args, '--seed', 0, UINT32) ?? null
  const origin = listOption(args, '--origin', ',', 2)
  const preset = args.options.get('--preset')
  // One effect is baked plainly, as the contract says, unless the kit's own settings are asked for.
  const kept = args.has('--kept') || !args.has('--effect')
  return chosenIds(args, kit).map((id) => {
    const own = kept ? jobOf(kit, id) : plainJob(kit.effects[id]!, SHIP_PLAIN)
    const base =
      preset === undefined
        ? own.settings
        : { ...SHIP_PLAIN, ...findPreset(kit, preset).sentences, range: own.settings.range }
    const said = settingsBy(args, base)
    const settings =
      tape && said.moves.along === 'auto'
        ? { ...said, moves: { ...said.moves, along: 'tape' as const } }
        : said
    return {
      ...own,
      settings: withIds(kit, settings),
      seed,
      tape: tape ?? own.tape,
      pivot: origin ? { x: origin[0]!, y: origin[1]! } : own.pivot,
      file: args.has('--name') ? null : own.file,
    }
  })
}

/** Every n-th group from the k-th, so that several machines share a bake. */
const partOf = (args: Args): ((index: number) => boolean) => {
  const part = listOption(args, '--part', '/', 2)
  if (!part) return () => true
  const [k, n] = part as [number, number]
  if (!(Number.isInteger(k) && Number.isInteger(n) && k >= 1 && k <= n))
    throw new Usage(`--part is ${k}/${n}; it must be like 2/4, the second of four`)
  return (index) => index % n === k - 1
}

interface Work {
  readonly args: Args
  readonly folder: string
  readonly terminal: Terminal
  readonly jobs: number
  readonly manifest: Manifest | null
}

/** What one group of jobs gave. */
interface Done {
  readonly key: string
  readonly baked: Baked
  readonly shipped: Shipped | null
}

const saved = async ({ files }: Shipped, folder: string): Promise<Record<string, string>> => {
  const hashes: Record<string, string> = {}
  for (const file of files) {
    await write(join(folder, file.name), file.data)
    hashes[file.name] = sha256(bytesOf(file))
  }
  return hashes
}

const keyOf = (path: string, group: readonly ShipJob[]): string =>
  `${basename(path)}: ${group.map(({ effect }) => effect.id).join(' ')}`

const bakeGroup = async (
  file: KitFile,
  path: string,
  group: readonly ShipJob[],
  work: Work,
  tools: ShipTools,
): Promise<Done> => {
  const { folder, terminal, manifest } = work
  const key = keyOf(path, group)
  const input = inputHash(file, group)
  const name = group.map(({ effect }) => effect.name).join(', ')
  const was = manifest?.[key]
  if (manifest && was && (await isUnchanged(was, input, folder))) {
    terminal.say(`unchanged ${name}`)
    return { key, baked: was, shipped: null }
  }
  const [shipped] = await ship(file, group, {
    ...tools,
    progress: (share) => terminal.tick?.(`${name} ${Math.round(share * 100)} %`),
  })
  const files = await saved(shipped!, folder)
  terminal.say(
    `wrote ${Object.keys(files)
      .map((one) => join(folder, one))
      .join(', ')}: ${summaryOf(shipped!)}`,
  )
  for (const { text } of shipped!.notes) terminal.say(`  ${text}`)
  return { key, baked: { input, files }, shipped: shipped! }
}

const bakeKit = async (path: string, tape: Tape | null, work: Work): Promise<Done[]> => {
  const file = await loadKit(path)
  const mine = partOf(work.args)
  const groups = groupsOf(jobsOf(work.args, file.kit, tape)).filter((_, k) => mine(k))
  if (groups.length === 0) work.terminal.say(`${path}: no effect is chosen`)
  const threads = work.jobs > 1 ? painters(THREAD_ENTRY.url, file, work.jobs) : null
  const tools: ShipTools = {
    deflate: await zlibDeflate(await THREAD_ENTRY.zlib?.()),
    fastDeflate,
    ...(threads ? { painterFor: (job) => threads.painterFor(job) } : {}),
  }
  const done: Done[] = []
  try {
    for (const group of groups) done.push(await bakeGroup(file, path, group, work, tools))
  } finally {
    await threads?.close()
  }
  return done
}

const resultOf = ({ key, baked, shipped }: Done) => ({
  bake: key,
  changed: shipped !== null,
  files: Object.keys(baked.files),
  notes: shipped?.notes ?? [],
})

/** Bakes files by the options of `gliv bake`; `watch` does the same again and again. */
export const bake: Run = async (args, terminal) => {
  const folder = required(args, '--out')
  const manifestPath =
    args.options.get('--manifest') ?? (args.has('--effect') ? null : join(folder, 'gliv-manifest.json'))
  const manifest = manifestPath === null ? null : await readManifest(manifestPath)
  const tapePath = args.options.get('--tape')
  const tape = tapePath === undefined ? null : await loadTape(tapePath)
  const jobs =
    wholeOption(args, '--jobs', 1, 64) ?? (args.has('--effect') ? 1 : Math.min(4, availableParallelism()))
  const done: Done[] = []
  for (const path of await filesOf(args.files))
    done.push(...(await bakeKit(path, tape, { args, folder, terminal, jobs, manifest })))
  if (manifestPath !== null)
    await writeManifest(manifestPath, {
      ...manifest,
      ...Object.fromEntries(done.map(({ key, baked }) => [key, baked])),
    })
  if (args.has('--json')) terminal.out(JSON.stringify({ bakes: done.map(resultOf) }))
}
