/** The choices that sentences offer: one entry each. */
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import { BLENDS, FILLS, SHAPE_KINDS } from '@gliv/model'
import { BLEND_TEXTS, FILL_TEXTS, SHAPE_TEXTS } from '../../texts/kinds.ts'
import type { SentenceTargets } from './Sentence.tsx'

interface ChoiceDefinition {
  readonly title: string
  readonly options: readonly { readonly value: string; readonly label: string }[]
  current(emitter: Emitter, type: ParticleType): string
  apply(kit: Kit, targets: SentenceTargets, value: string): void
}

const emitterOf = (kit: Kit, targets: SentenceTargets): Emitter => kit.effects[targets.effect]!.emitters[targets.emitter]!

export const CHOICES = {
  shape: {
    title: 'Shape',
    options: SHAPE_KINDS.map((value) => ({ value, label: SHAPE_TEXTS[value] })),
    current: (emitter) => emitter.shape,
    apply: (kit, targets, value) => void (emitterOf(kit, targets).shape = value as Emitter['shape']),
  },
  fill: {
    title: 'Fill',
    options: FILLS.map((value) => ({ value, label: FILL_TEXTS[value] })),
    current: (emitter) => emitter.fill,
    apply: (kit, targets, value) => void (emitterOf(kit, targets).fill = value as Emitter['fill']),
  },
  blend: {
    title: 'Blend',
    options: BLENDS.map((value) => ({ value, label: BLEND_TEXTS[value] })),
    current: (_emitter, type) => type.blend,
    apply: (kit, targets, value) => void (kit.types[targets.type]!.blend = value as ParticleType['blend']),
  },
} as const satisfies Record<string, ChoiceDefinition>

export type MenuChoice = keyof typeof CHOICES
