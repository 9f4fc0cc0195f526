/** What a choice of the Recipe is made of. */
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import { type FieldId, fieldText } from '@gliv/words'
import type { EmitterPath } from './emitterPath.ts'

export interface Option {
  readonly value: string
  readonly label: string
}

export interface ChoiceDefinition {
  readonly title: string
  readonly help?: string
  /** The place of its word in the document, as a row of the table is called; none where it is more than a word. */
  readonly field?: string
  readonly options:
    | readonly Option[]
    | ((kit: Kit, emitter: Emitter, type: ParticleType, path: EmitterPath) => readonly Option[])
  current(emitter: Emitter, type: ParticleType): string
  apply(kit: Kit, path: EmitterPath, value: string): void
}

export const emitterOf = (kit: Kit, path: EmitterPath): Emitter =>
  kit.effects[path.effect]!.emitters[path.emitter]!
export const typeOf = (kit: Kit, path: EmitterPath): ParticleType => kit.types[path.type]!
/** What a field may say, in this order. */
export const wordsOf = (id: FieldId, values: readonly string[]): Option[] =>
  values.map((value) => ({ value, label: fieldText(id).words[value]! }))

/** Title and help of a field. */
export const titled = (id: FieldId): Pick<ChoiceDefinition, 'title' | 'help' | 'field'> => {
  const { title, help } = fieldText(id)
  return { title, field: id, ...(help === undefined ? {} : { help }) }
}

type Words<O, T extends string> = {
  [K in keyof O]-?: O[K] extends T ? (T extends O[K] ? K : never) : never
}[keyof O]

/** Fields of the emitter or the type that `FIELDS` has words for. */
type EmitterField = { [K in FieldId]: K extends `emitter.${infer F}` ? F : never }[FieldId]
type TypeField = { [K in FieldId]: K extends `type.${infer F}` ? F : never }[FieldId]

/** A choice that is one word of the emitter. */
export const ofEmitter = <T extends string>(
  key: Words<Emitter, T> & EmitterField,
  values: readonly T[],
): ChoiceDefinition => ({
  ...titled(`emitter.${key}`),
  options: wordsOf(`emitter.${key}`, values),
  current: (emitter) => emitter[key] as string,
  apply: (kit, path, value) => void (emitterOf(kit, path)[key] = value as never),
})

export const ofType = <T extends string>(
  key: Words<ParticleType, T> & TypeField,
  values: readonly T[],
): ChoiceDefinition => ({
  ...titled(`type.${key}`),
  options: wordsOf(`type.${key}`, values),
  current: (_emitter, type) => type[key] as string,
  apply: (kit, path, value) => void (typeOf(kit, path)[key] = value as never),
})

/** No and yes, as a field calls them. */
export const noYes = (id: FieldId): Option[] => wordsOf(id, ['no', 'yes'])
