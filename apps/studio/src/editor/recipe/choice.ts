/** What a choice of the Recipe is made of. */
import type { Emitter, Kit, ParticleType } from '@gliv/document'
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
export const optionsOf = <T extends string>(
  values: readonly T[],
  texts: Readonly<Record<T, string>>,
): Option[] => values.map((value) => ({ value, label: texts[value] }))

type Words<O, T extends string> = {
  [K in keyof O]-?: O[K] extends T ? (T extends O[K] ? K : never) : never
}[keyof O]

/** A choice that is one word of the emitter. */
export const ofEmitter = <T extends string>(
  title: string,
  key: Words<Emitter, T>,
  values: readonly T[],
  texts: Readonly<Record<T, string>>,
  help?: string,
): ChoiceDefinition => ({
  title,
  field: `emitter.${key}`,
  ...(help ? { help } : {}),
  options: optionsOf(values, texts),
  current: (emitter) => emitter[key] as string,
  apply: (kit, path, value) => void (emitterOf(kit, path)[key] = value as never),
})

export const ofType = <T extends string>(
  title: string,
  key: Words<ParticleType, T>,
  values: readonly T[],
  texts: Readonly<Record<T, string>>,
  help?: string,
): ChoiceDefinition => ({
  title,
  field: `type.${key}`,
  ...(help ? { help } : {}),
  options: optionsOf(values, texts),
  current: (_emitter, type) => type[key] as string,
  apply: (kit, path, value) => void (typeOf(kit, path)[key] = value as never),
})

export const yesNo = (no: string, yes: string): Option[] => [
  { value: 'no', label: no },
  { value: 'yes', label: yes },
]
