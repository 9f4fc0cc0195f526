/** What a choice of the Recipe is made of. */
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import type { SentenceTargets } from './targets.ts'

export interface Option {
  readonly value: string
  readonly label: string
}

export interface ChoiceDefinition {
  readonly title: string
  readonly help?: string
  readonly options:
    | readonly Option[]
    | ((kit: Kit, emitter: Emitter, type: ParticleType, targets: SentenceTargets) => readonly Option[])
  current(emitter: Emitter, type: ParticleType): string
  apply(kit: Kit, targets: SentenceTargets, value: string): void
}

export const emitterOf = (kit: Kit, targets: SentenceTargets): Emitter =>
  kit.effects[targets.effect]!.emitters[targets.emitter]!
export const typeOf = (kit: Kit, targets: SentenceTargets): ParticleType => kit.types[targets.type]!
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
  ...(help ? { help } : {}),
  options: optionsOf(values, texts),
  current: (emitter) => emitter[key] as string,
  apply: (kit, targets, value) => void (emitterOf(kit, targets)[key] = value as never),
})

export const ofType = <T extends string>(
  title: string,
  key: Words<ParticleType, T>,
  values: readonly T[],
  texts: Readonly<Record<T, string>>,
  help?: string,
): ChoiceDefinition => ({
  title,
  ...(help ? { help } : {}),
  options: optionsOf(values, texts),
  current: (_emitter, type) => type[key] as string,
  apply: (kit, targets, value) => void (typeOf(kit, targets)[key] = value as never),
})

export const yesNo = (no: string, yes: string): Option[] => [
  { value: 'no', label: no },
  { value: 'yes', label: yes },
]
