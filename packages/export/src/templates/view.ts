/** What a template sees: every number of a kit's effects, with its name, unit and owner. */
import type { Effect, Emitter, Kit } from '@gliv/document'
import { PROPERTIES, type PropertyId, type Writing } from '@gliv/model'
import { PROPERTY_TEXTS } from '@gliv/words'
import { converted, unitText } from './units.ts'

/** One number as a template reads it. */
export interface NumberView {
  /** Its id in the kit. */
  readonly id: string
  /** As the studio calls it, and what it does. */
  readonly label: string
  readonly help: string
  readonly unit: string
  /** Lower end of a range, or the number itself. */
  readonly from: number
  readonly to: number
  /** It is drawn between two ends. */
  readonly isRange: boolean
  /** The number, or "from..to". */
  readonly text: string
  readonly isLast: boolean
}

type Values = Readonly<Record<string, number | { readonly from: number; readonly to: number }>>

const numberView = (id: PropertyId, value: Values[string], writing: Writing): Omit<NumberView, 'isLast'> => {
  const ends = (typeof value === 'number' ? [value, value] : [value.from, value.to]).map((end) =>
    converted(id, end, writing),
  )
  // An angle that turns the other way has its ends the other way round.
  const [from, to] = ends.sort((a, b) => a - b) as [number, number]
  const isRange = from !== to
  return {
    id,
    label: PROPERTY_TEXTS[id].label,
    help: PROPERTY_TEXTS[id].help,
    unit: unitText(id, writing),
    from,
    to,
    isRange,
    text: isRange ? `${from}..${to}` : String(from),
  }
}

const withLast = <T extends object>(list: readonly T[]): (T & { readonly isLast: boolean })[] =>
  list.map((one, k) => ({ ...one, isLast: k === list.length - 1 }))

/** All numbers, or only those that differ from their defaults. */
const numbersOf = (values: Values, writing: Writing): NumberView[] =>
  withLast(
    Object.keys(PROPERTIES)
      .filter((id) => Object.hasOwn(values, id))
      .map((id) => numberView(id as PropertyId, values[id]!, writing)),
  )

const isSet = (id: string, value: unknown): boolean =>
  JSON.stringify(value) !== JSON.stringify(PROPERTIES[id as PropertyId].default)

const changed = (values: Values): Values =>
  Object.fromEntries(
    Object.entries(values).filter(([id, value]) => Object.hasOwn(PROPERTIES, id) && isSet(id, value)),
  )

/** Numbers by their ids, so that a template names one: `{{number.speed.from}}`. */
const byId = (numbers: readonly NumberView[]): Record<string, NumberView> =>
  Object.fromEntries(numbers.map((one) => [one.id, one]))

const owned = (values: Values, writing: Writing) => {
  const numbers = numbersOf(values, writing)
  return { numbers, changed: numbersOf(changed(values), writing), number: byId(numbers) }
}

const emitterView = (kit: Kit, emitter: Emitter, writing: Writing) => {
  const type = kit.types[emitter.type]!
  return {
    id: emitter.id,
    name: emitter.name,
    muted: emitter.muted,
    ...owned(emitter.numbers as unknown as Values, writing),
    shape: emitter.shape,
    bursts: withLast(emitter.bursts.map(({ numbers }) => owned(numbers as unknown as Values, writing))),
    type: {
      id: type.id,
      name: type.name,
      blend: type.blend,
      ...owned(type.numbers as unknown as Values, writing),
      pictures: withLast(
        type.pictures.map(({ sheet, frames, weight }) => ({
          sheet: kit.sheets[sheet]!.name,
          frames: frames.join(','),
          weight,
        })),
      ),
    },
  }
}

const effectView = (kit: Kit, effect: Effect, writing: Writing) => ({
  id: effect.id,
  name: effect.name,
  play: effect.play,
  seed: effect.seed,
  ...owned(effect.numbers as unknown as Values, writing),
  emitters: withLast(effect.emitterOrder.map((id) => emitterView(kit, effect.emitters[id]!, writing))),
})

/** Everything that a template can name. @param effects ids; default: all */
export const templateView = (kit: Kit, writing: Writing, effects: readonly string[] = kit.effectOrder) => ({
  kit: { id: kit.id, name: kit.name, rate: kit.rate },
  writing,
  effects: withLast(effects.map((id) => effectView(kit, kit.effects[id]!, writing))),
})

/** What a template sees. */
export type TemplateView = ReturnType<typeof templateView>
