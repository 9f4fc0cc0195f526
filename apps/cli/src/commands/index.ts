/** All commands: what each is called, takes and means; what it does is read when it is asked for. */
import { type ShipRule, WRITING_RULES } from '@gliv/model'
import { type Args, parseArgs } from '../support/args.ts'
import type { Command } from '../support/command.ts'
import { SHIP_HELP, SHIP_SYNTAX, wordsOf } from './shipOptions.ts'

const WRITING: readonly ShipRule[] = Object.values(WRITING_RULES)
const OWN = ['--effect', '--out', '--seed', '--preset', '--jobs', '--manifest', '--part']

const BAKE_OPTIONS: Command['options'] = [
  ['--effect ID_OR_NAME', 'One effect; plainly, or as the kit says with --kept'],
  ['--all', 'Every effect, as the kit says that each ships'],
  ['--ticked', 'The effects that are ticked on the ship screen'],
  ['--kept', "With --effect: the kit's own settings for it"],
  ['--out DIR', 'The folder that is written to'],
  ['--preset ID_OR_NAME', 'The sentences of a preset of the kit'],
  ['--seed N', 'A seed of 32 bits instead of the effect’s own'],
  ['--jobs N', 'Threads; default: as many as there are, up to four; one for one effect'],
  ['--manifest FILE', 'Hashes of what was written: what is unchanged is skipped and said'],
  ['--part K/N', 'Every N-th sheet from the K-th, so that machines share a bake'],
  ['--json', 'The result as JSON'],
  ...SHIP_HELP,
]
const BAKE_SYNTAX: Command['syntax'] = {
  files: 'some',
  values: [...OWN, ...SHIP_SYNTAX.values.filter((option) => !OWN.includes(option)), '--tape'],
  optional: SHIP_SYNTAX.optional,
  flags: ['--all', '--ticked', '--kept', '--json'],
}
const WHICH = '(--effect ID_OR_NAME | --all | --ticked) --out DIR [--preset NAME] [OPTION…]'

/** By name, in the order of the help. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  check: {
    usage: 'check FILE… [--json]',
    help: 'Says whether kits are sound: place, value, rule, remedy. With --json one line a file.',
    syntax: { files: 'some', values: [], flags: ['--json'] },
    load: async () => (await import('./inspect.ts')).check,
  },
  list: {
    usage: 'list FILE [--json]',
    help: 'Effects, particle types and sheets of a kit.',
    syntax: { files: 1, values: [], flags: ['--json'] },
    load: async () => (await import('./inspect.ts')).list,
  },
  schema: {
    usage: 'schema [--of kit|folder|sheet|pack]',
    help: 'JSON Schema of a kit file, of a kit folder, of the JSON beside a baked sheet, of a pack.',
    syntax: { files: 0, values: ['--of'], flags: [] },
    load: async () => (await import('./inspect.ts')).schema,
  },
  demo: {
    usage: 'demo --out FILE',
    help: 'Writes the kit of the made-up game Last Ferry.',
    syntax: { files: 0, values: ['--out'], flags: [] },
    load: async () => (await import('./kits.ts')).demo,
  },
  convert: {
    usage: 'convert FILE --out PATH',
    help: 'A kit in another form: .gliv, .gliv.json, or a folder with a file for each effect.',
    syntax: { files: 1, values: ['--out'], flags: [] },
    load: async () => (await import('./convert.ts')).convert,
  },
  diff: {
    usage: 'diff FILE FILE [--json]',
    help: 'What differs from the first kit to the second, in the words of the studio.',
    syntax: { files: 2, values: [], flags: ['--json'] },
    load: async () => (await import('./compare.ts')).diff,
  },
  merge: {
    usage: 'merge FILE FILE [--when-both both|first|second] --out PATH [--json]',
    help: 'The first kit with what the second has beside it; things of equal content are one.',
    options: [
      [
        '--when-both WORD',
        'Where both have one thing with other contents: both stay, or what the first or the second has',
      ],
      ['--json', 'What became of each thing of the second, as JSON'],
    ],
    syntax: { files: 2, values: ['--when-both', '--out'], flags: ['--json'] },
    load: async () => (await import('./compare.ts')).merge,
  },
  change: {
    usage: 'change FILE [--effects LIST] OPTION… --out PATH',
    help: 'Changes many effects at once: colours, pictures, sizes, names.',
    options: [
      ['--effects LIST', 'Ids, names and patterns like "Keg*", with commas between them; default: all'],
      ['--to-palette NAME', 'All colours become those of a palette, from light to dark'],
      ['--swap-palette OLD=NEW', 'Colours of one palette become those of another'],
      ['--swap-picture OLD=NEW', 'One sheet in the place of another, seen as large as before'],
      ['--own-size', 'With --swap-picture: each picture as large as it is'],
      ['--bigger N', 'Everything by a factor, like 2 or 50%'],
      ['--world', 'With --bigger: stages, views and frames of bakes, too'],
      ['--names PATTERN', 'New names; {name}, {n} and {kit} stand for name, number and kit'],
      ['--find TEXT', 'Replaced in names'],
      ['--replace TEXT', 'What stands in its place'],
    ],
    syntax: {
      files: 1,
      values: [
        '--effects',
        '--to-palette',
        '--swap-palette',
        '--swap-picture',
        '--bigger',
        '--names',
        '--find',
        '--replace',
        '--out',
      ],
      flags: ['--own-size', '--world'],
    },
    load: async () => (await import('./change.ts')).change,
  },
  pack: {
    usage: 'pack FILE --out FILE [--effect LIST] [--with-source] [--binary]',
    help: 'Writes what the player loads: effects, and only the frames, sounds and cues that they use.',
    options: [
      ['--effect LIST', 'Only these, by id, name or pattern, with commas between them'],
      ['--with-source', 'The kit goes with it, so that the studio can open the pack'],
      [
        '--binary',
        'One binary file instead of JSON, a quarter smaller; so does a name that ends in .glivpack',
      ],
    ],
    syntax: { files: 1, values: ['--out', '--effect'], flags: ['--with-source', '--binary'] },
    load: async () => (await import('./packs.ts')).pack,
  },
  names: {
    usage: 'names FILE --out FILE [--effect LIST]',
    help: 'Effects, knobs and cues of a pack as a TypeScript module, so that a game’s compiler knows them.',
    options: [['--effect LIST', 'Only these, by id, name or pattern, as for the pack']],
    syntax: { files: 1, values: ['--out', '--effect'], flags: [] },
    load: async () => (await import('./names.ts')).names,
  },
  page: {
    usage: 'page FILE --effect ID_OR_NAME --out FILE',
    help: 'One HTML file that shows an effect by itself, for showing and for reports of faults; nothing is fetched.',
    syntax: { files: 1, values: ['--out', '--effect'], flags: [] },
    load: async () => (await import('./page.ts')).page,
  },
  render: {
    usage: 'render FILE --template NAME_OR_FILE [--effect ID_OR_NAME] [--out FILE] [OPTION…]',
    help: 'The numbers of a kit as text, by a template: json, csv, constants, listing, one of the kit, or a file.',
    options: [...WRITING.map((rule) => [`${rule.option} ${wordsOf(rule)}`, rule.help] as const)],
    syntax: {
      files: 1,
      values: ['--template', '--effect', '--out', ...WRITING.map(({ option }) => option)],
      flags: [],
    },
    load: async () => (await import('./render.ts')).render,
  },
  run: {
    usage:
      'run FILE --effect ID_OR_NAME --until SECONDS [--seed N] [--x N] [--y N] [--rotate DEG] [--scale N] [--mirror] [--view X,Y,W,H] [--stage ID_OR_NAME] [--recording ID_OR_NAME] [--strength N] [--knobs NAME=VALUE,…] [--tape FILE] [--every N] --json',
    help: 'The state of an effect, or of a stage in motion, as JSON.',
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
        '--knobs',
        '--tape',
        '--every',
      ],
      flags: ['--json', '--mirror'],
    },
    load: async () => (await import('./run.ts')).run,
  },
  bake: {
    usage: `bake FILE… ${WHICH} [--json]`,
    help: 'Bakes effects to sprite sheets, animations and numbers.',
    options: BAKE_OPTIONS,
    syntax: BAKE_SYNTAX,
    load: async () => (await import('./bake.ts')).bake,
  },
  watch: {
    usage: `watch (FILE… | --tether ADDRESS [--token TEXT]) ${WHICH}`,
    help: 'Bakes now, and again whenever a kit file changes, or the kit that is open in a studio; takes the options of bake.',
    options: [
      ...BAKE_OPTIONS,
      [
        '--tether ADDRESS',
        'Instead of files: the kit that is open in the studio of this server, as it is edited',
      ],
      ['--token TEXT', 'What a server that is reached from elsewhere asks for'],
    ],
    syntax: {
      ...BAKE_SYNTAX,
      values: [...BAKE_SYNTAX.values, '--tether', '--token'],
      insteadOfFiles: '--tether',
    },
    load: async () => (await import('./watch.ts')).watch,
  },
}

/** Arguments of a command, checked. Throws `Usage`. */
export const parseFor = (name: string, argv: readonly string[]): Args =>
  parseArgs(name, argv, COMMANDS[name]!.syntax)
