/** Damages of a pack, found when it is loaded: what is missing, of another kind, or no number. */
import { type Pack, PACK_KINDS, type PackFile, Refusal } from '@gliv/model'

const again = 'the pack is damaged; export it from Gliv again'

const kindOf = (value: unknown): string =>
  value === null ? 'null' : Array.isArray(value) ? 'list' : typeof value

type Shape = 'string' | 'number' | 'boolean' | 'object' | 'list' | 'numbers'

/** What must be there, part by part; what a player can do without is not asked for. */
const NEEDED = {
  pack: { name: 'string', pages: 'list', sheets: 'list', effects: 'list' },
  file: {
    ...{ name: 'string', pages: 'list', sheets: 'list', base: 'object', types: 'list', effects: 'list' },
    open: 'number',
  },
  page: { width: 'number', height: 'number', sampling: 'string' },
  sheet: {
    ...{ id: 'string', name: 'string', width: 'number', height: 'number', page: 'number' },
    frames: 'list',
  },
  effect: {
    ...{ id: 'string', name: 'string', seed: 'number', rate: 'number', play: 'string' },
    ...{ numbers: 'numbers', lanes: 'object', emitters: 'list', parts: 'list' },
  },
  emitter: {
    ...{ id: 'string', name: 'string', salt: 'number', shape: 'string', space: 'string', layer: 'string' },
    ...{ numbers: 'numbers', lanes: 'object', bursts: 'list', relays: 'list', type: 'object' },
  },
  type: { id: 'string', numbers: 'numbers', ramps: 'object', pictures: 'list', blend: 'string' },
  picture: { sheet: 'number', weight: 'number', frames: 'list' },
  burst: { id: 'string', numbers: 'numbers' },
  knob: { name: 'string' },
  numberKnob: { low: 'number', high: 'number', start: 'number' },
  colourKnob: { colour: 'string' },
  drive: { knob: 'string', from: 'number', to: 'number', points: 'list' },
  relay: { id: 'string', salt: 'number', numbers: 'numbers' },
  part: { id: 'string', salt: 'number', numbers: 'numbers', choices: 'list' },
  sound: { id: 'string', name: 'string', data: 'object' },
  cue: {
    id: 'string',
    name: 'string',
    effects: 'list',
    chance: 'number',
    most: 'number',
    strength: 'number',
  },
} as const satisfies Record<string, Readonly<Record<string, Shape>>>
type Part = keyof typeof NEEDED

const checkNumbers = (place: string, numbers: object): void => {
  for (const [key, value] of Object.entries(numbers)) {
    const { from, to } = (value ?? {}) as { from?: unknown; to?: unknown }
    if (!Number.isFinite(value) && !(Number.isFinite(from) && Number.isFinite(to)))
      throw new Refusal(
        `${place}.${key}`,
        `${JSON.stringify(value)} is neither a number nor a range; ${again}`,
      )
  }
}

const check = (part: Part, place: string, value: unknown): Readonly<Record<string, never>> => {
  if (kindOf(value) !== 'object') throw new Refusal(place, `it is ${kindOf(value)}, not a ${part}; ${again}`)
  const record = value as Record<string, unknown>
  for (const [key, shape] of Object.entries(NEEDED[part])) {
    const found = record[key]
    const kind = kindOf(found)
    const fits =
      kind === (shape === 'numbers' ? 'object' : shape) && (kind !== 'number' || Number.isFinite(found))
    if (!fits) throw new Refusal(`${place}.${key}`, `it is ${kind}, not ${shape}; ${again}`)
    if (shape === 'numbers') checkNumbers(`${place}.${key}`, found as object)
  }
  return record as Record<string, never>
}

const each = (
  part: Part,
  place: string,
  list: readonly unknown[],
  more?: (at: string, one: never) => void,
): void =>
  list.forEach((one, k) => {
    const at = `${place}[${k}]`
    more?.(at, check(part, at, one) as never)
    if (!more) check(part, at, one)
  })

interface Emitter {
  readonly drives?: Readonly<Record<string, unknown>>
  readonly type: {
    readonly pictures: readonly { readonly sheet: number; readonly frames: readonly unknown[] }[]
  }
  readonly bursts: readonly unknown[]
  readonly relays: readonly unknown[]
}

const checkEmitter = (sheets: number) => (place: string, emitter: Emitter) => {
  check('type', `${place}.type`, emitter.type)
  each(
    'picture',
    `${place}.type.pictures`,
    emitter.type.pictures,
    (at, { sheet, frames }: Emitter['type']['pictures'][number]) => {
      if (!(sheet >= 0 && sheet < sheets) || frames.length === 0)
        throw new Refusal(at, `it shows frame 1 of ${frames.length} of page ${sheet} of ${sheets}; ${again}`)
    },
  )
  each('burst', `${place}.bursts`, emitter.bursts)
  for (const [id, drive] of Object.entries(emitter.drives ?? {}))
    check('drive', `${place}.drives.${id}`, drive)
  each('relay', `${place}.relays`, emitter.relays, (at, { effect }: { effect?: unknown }) => {
    if (effect) checkEffect(sheets)(`${at}.effect`, check('effect', `${at}.effect`, effect) as never)
  })
}

interface Effect {
  readonly knobs?: readonly unknown[]
  readonly emitters: readonly unknown[]
  readonly parts: readonly unknown[]
}

const checkEffect =
  (sheets: number) =>
  (place: string, { emitters, parts, knobs = [] }: Effect): void => {
    each('knob', `${place}.knobs`, knobs, (at, knob: object) =>
      check('colour' in knob ? 'colourKnob' : 'numberKnob', at, knob),
    )
    each('emitter', `${place}.emitters`, emitters, checkEmitter(sheets))
    each('part', `${place}.parts`, parts, (at, { choices }: { choices: readonly unknown[] }) =>
      choices.forEach((choice, k) => {
        const { effect } = (choice ?? {}) as { effect?: unknown }
        const inner = `${at}.choices[${k}].effect`
        checkEffect(sheets)(inner, check('effect', inner, effect) as never)
      }),
    )
  }

/**
 * Finds damages that would keep a file from being read at all.
 * @throws Refusal with the place of the first
 */
export const checkFile = (file: PackFile): void => {
  check('file', 'pack', file)
  each('sheet', 'sheets', file.sheets)
  const { base } = file
  for (const kind of PACK_KINDS)
    if (kindOf(base[kind]) !== 'object') throw new Refusal(`base.${kind}`, `it is missing; ${again}`)
}

/**
 * A pack as it came.
 * @throws Refusal with the place of the first damage
 */
export const checkPack = (pack: Pack): Pack => {
  check('pack', 'pack', pack)
  each('page', 'pages', pack.pages)
  each('effect', 'effects', pack.effects, checkEffect(pack.pages.length))
  each('sound', 'sounds', pack.sounds ?? [])
  each('cue', 'cues', pack.cues ?? [])
  return pack
}
