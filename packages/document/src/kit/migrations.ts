/**
 * Named steps from one version of the kit format to the next. Each takes and gives plain data and is tested
 * by name.
 */
import { Refusal } from '@gliv/model'
import { KIT_VERSION } from './kit.ts'
import { said } from './said.ts'

type Data = Record<string, unknown>

export interface Migration {
  readonly name: string
  readonly from: number
  apply(kit: Data): Data
}

const isData = (value: unknown): value is Data =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * Changes the values of a map; what is no map, and values that are no objects, stay for the check to name.
 */
const mapValues = (map: unknown, change: (value: Data) => Data): unknown =>
  isData(map)
    ? Object.fromEntries(
        Object.entries(map).map(([key, value]) => [key, isData(value) ? change(value) : value]),
      )
    : map

/** Version 1 said `loop: true | false`; a word leaves room for more ways to play. */
const playAsWord: Migration = {
  name: 'play-as-word',
  from: 1,
  apply: (kit) => ({
    ...kit,
    effects: mapValues(kit['effects'], ({ loop, ...effect }) => ({
      ...effect,
      play: loop === true ? 'loop' : 'once',
    })),
  }),
}

const span = (value: unknown): unknown => (typeof value === 'number' ? { from: value, to: value } : value)

const spansOf = (burst: Data): Data => {
  const numbers = isData(burst['numbers']) ? burst['numbers'] : {}
  const spans = Object.fromEntries(
    ['burstAt', 'burstCount'].filter((id) => id in numbers).map((id) => [id, span(numbers[id])]),
  )
  return { ...burst, numbers: { ...numbers, ...spans } }
}

/** Version 2 knew one picture a particle type, and one time and count a burst. */
const picturesAndSpans: Migration = {
  name: 'pictures-and-spans',
  from: 2,
  apply: (kit) => ({
    ...kit,
    types: mapValues(kit['types'], ({ sheet, frame, ...type }) =>
      sheet === undefined ? type : { ...type, pictures: [{ sheet, frames: [frame], weight: 1 }] },
    ),
    effects: mapValues(kit['effects'], (effect) => ({
      ...effect,
      emitters: mapValues(effect['emitters'], (emitter) =>
        Array.isArray(emitter['bursts'])
          ? { ...emitter, bursts: emitter['bursts'].map((b: unknown) => (isData(b) ? spansOf(b) : b)) }
          : emitter,
      ),
    })),
  }),
}

/** One step from each version of the kit format to the next, oldest first (docs/format.md). */
export const MIGRATIONS: readonly Migration[] = [playAsWord, picturesAndSpans]

/**
 * Brings plain data to the present version. Throws `Refusal` for what is no kit or comes from a newer Gliv.
 */
export const migrate = (data: unknown): Data => {
  if (!isData(data) || data['format'] !== 'gliv-kit')
    throw new Refusal(
      'kit',
      'this is not a Gliv kit: "format" must be "gliv-kit"; export the kit from Gliv again',
    )
  let kit = data
  const version = kit['version']
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new Refusal(
      'version',
      `${said(version)} is not a version; it must be a whole number from 1; export the kit again`,
    )
  if (version > KIT_VERSION)
    throw new Refusal(
      'version',
      `${version} is newer than the ${KIT_VERSION} this Gliv knows; open the kit with a newer Gliv`,
    )
  for (let at = version; at < KIT_VERSION; at++) {
    const step = MIGRATIONS.find((m) => m.from === at)
    if (!step) throw new Error(`No migration from version ${at}`)
    kit = { ...step.apply(kit), version: at + 1 }
  }
  return kit
}
