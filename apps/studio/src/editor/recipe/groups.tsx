/** The Recipe's groups in working order: one definition each. */
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import type { PropertyId, RampKind } from '@gliv/model'
import type { ReactNode } from 'react'
import { BurstRows, FlowHint } from './BurstRows.tsx'
import { ForceRows } from './ForceRows.tsx'
import { HeadingDial } from './HeadingDial.tsx'
import {
  facingSentence,
  forcesSentence,
  howManySentence,
  launchSentence,
  lifeSentence,
  lookSentence,
  opacitySentence,
  scaleSentence,
  type Token,
  whereSentence,
} from './sentences.ts'
import type { SentenceTargets } from './Sentence.tsx'

export interface Subject {
  readonly kit: Kit
  readonly emitter: Emitter
  readonly type: ParticleType
}

export interface GroupDefinition {
  readonly id: string
  readonly band: 'emitter' | 'type'
  readonly title: string
  sentence(subject: Subject): Token[]
  /** Numbers shown as rows while open. */
  rows(subject: Subject): readonly PropertyId[]
  /** Anything that is not a row of numbers, above or below them. */
  readonly before?: (targets: SentenceTargets) => ReactNode
  readonly after?: (targets: SentenceTargets) => ReactNode
  /** Which ramp belongs to it; it shows small in the row and opens in the strip. */
  readonly ramp?: RampKind
}

const SHAPE_ROWS = { point: [], rectangle: ['shapeWidth', 'shapeHeight'], circle: ['shapeRadius'] } as const satisfies Record<Emitter['shape'], readonly PropertyId[]>

export const GROUPS: readonly GroupDefinition[] = [
  {
    id: 'how-many',
    band: 'emitter',
    title: 'How many',
    sentence: ({ emitter }) => howManySentence(emitter),
    rows: () => ['flow', 'duration', 'delay', 'cap'],
    before: (targets) => <FlowHint targets={targets} />,
    after: (targets) => <BurstRows targets={targets} />,
  },
  {
    id: 'where',
    band: 'emitter',
    title: 'Where',
    sentence: ({ emitter }) => whereSentence(emitter),
    rows: ({ emitter }) => [...SHAPE_ROWS[emitter.shape], 'offsetX', 'offsetY'],
  },
  {
    id: 'launch',
    band: 'emitter',
    title: 'Launch',
    sentence: ({ emitter }) => launchSentence(emitter),
    rows: () => ['heading', 'fan', 'speed'],
    before: (targets) => <HeadingDial targets={targets} id="heading" fan="fan" />,
  },
  { id: 'life', band: 'type', title: 'Life', sentence: lifeSentence, rows: () => ['life'] },
  {
    id: 'look',
    band: 'type',
    title: 'Look',
    sentence: ({ kit, type }) => lookSentence(type, kit.sheets[type.sheet]?.name ?? '', kit.sheets[type.sheet]?.frames[type.frame]?.name ?? ''),
    rows: () => [],
  },
  { id: 'scale', band: 'type', title: 'Scale', sentence: ({ type }) => scaleSentence(type), rows: () => ['scale', 'scaleFloor'], ramp: 'scale' },
  { id: 'tint', band: 'type', title: 'Tint', sentence: () => [], rows: () => [], ramp: 'tint' },
  { id: 'opacity', band: 'type', title: 'Opacity', sentence: ({ type }) => opacitySentence(type), rows: () => ['opacity', 'opacityFloor'], ramp: 'opacity' },
  { id: 'forces', band: 'type', title: 'Forces', sentence: ({ type }) => forcesSentence(type), rows: () => [], after: (targets) => <ForceRows targets={targets} /> },
  { id: 'facing', band: 'type', title: 'Facing', sentence: ({ type }) => facingSentence(type), rows: () => ['startAngle', 'spin'] },
]
