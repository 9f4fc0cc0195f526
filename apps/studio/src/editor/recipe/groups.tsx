/** The Recipe's groups in working order: one definition each. */
import { type Emitter, type Kit, measuredBy, type ParticleType } from '@gliv/document'
import { type Contact, FILLS, type PropertyId, type RampKind, SHAPES } from '@gliv/model'
import type { ReactNode } from 'react'
import { AlongRows } from './AlongRows.tsx'
import { AliveField, BurstRows } from './BurstRows.tsx'
import { ColourRows, PickRows } from './ColourRows.tsx'
import type { EmitterPath } from './emitterPath.ts'
import { ForceRows } from './ForceRows.tsx'
import { forcesSentence } from './forces.ts'
import { LaunchDial } from './HeadingDial.tsx'
import { LayerField } from './LayerField.tsx'
import { MarkRows } from './MarkRows.tsx'
import { MaskRow } from './MaskRow.tsx'
import { BURST_NUMBERS, COLOUR_SPREADS, MARK_NUMBERS, RELAY_NUMBERS } from './numbers.ts'
import { PointRows } from './PointRows.tsx'
import { PictureRows } from './PictureRows.tsx'
import { RelayRows } from './RelayRows.tsx'
import type { Row } from './row.ts'
import {
  canFill,
  contactSentence,
  depthSentence,
  endSentence,
  facingSentence,
  framesSentence,
  howManySentence,
  launchSentence,
  lifeSentence,
  lookSentence,
  opacitySentence,
  orderSentence,
  relaySentence,
  scaleSentence,
  tintSentence,
  whereSentence,
} from './sentences.ts'
import { shapeEditor } from './shapes.ts'
import { type Token } from './tokens.ts'
import { TravelRows } from './TravelRows.tsx'

export interface Subject {
  readonly kit: Kit
  readonly emitter: Emitter
  readonly type: ParticleType
  /** All emitters of the effect. */
  readonly emitters: Readonly<Record<string, Emitter>>
  /** Name of the emitter that this one is a companion of. */
  readonly partner?: string | undefined
}

export interface GroupDefinition {
  readonly id: string
  readonly band: 'emitter' | 'type'
  readonly title: string
  sentence(subject: Subject): Token[]
  /** Numbers and choices shown as rows while open. */
  rows(subject: Subject): readonly Row[]
  /** Numbers that what stands above or below the rows sets: search leads to the group for them. */
  readonly also?: readonly PropertyId[]
  /** Anything that is not a row, above or below them. */
  readonly before?: (path: EmitterPath) => ReactNode
  readonly after?: (path: EmitterPath) => ReactNode
  /** Which ramp belongs to it; it shows small in the row and opens in the strip. */
  readonly ramp?: RampKind
  /** Births and launch of a companion are its partner's. */
  readonly partnerOwns?: true
}

const BOUNCING = ['bounce', 'friction', 'contactRadius'] as const
const CONTACT_ROWS = {
  none: [],
  bounce: BOUNCING,
  slide: ['friction', 'contactRadius'],
  stick: ['contactRadius'],
  end: ['contactRadius'],
  loseLife: ['lifeLoss', ...BOUNCING],
} as const satisfies Record<Contact, readonly Row[]>

const ORDERED = ['inOrder', 'eachOnce']

const whereRows = ({ emitter }: Subject): Row[] => [
  '@shape',
  ...shapeEditor(emitter.shape).rows,
  ...(canFill(emitter) && FILLS.length > 1 ? (['@fill'] as const) : []),
  ...(SHAPES[emitter.shape].sized ? (['@sizeUnit'] as const) : []),
  ...(emitter.shape === 'point' ? [] : (['@placement'] as const)),
  ...(ORDERED.includes(emitter.placement) && SHAPES[emitter.shape].places === 'number'
    ? (['places'] as const)
    : []),
  'jitterX',
  'jitterY',
  'offsetX',
  'offsetY',
  '@space',
  '@wrap',
  ...(emitter.wrap === 'none' ? [] : (['@wrapIn'] as const)),
  ...(emitter.wrap !== 'none' && emitter.wrapIn === 'box' ? (['wrapWidth', 'wrapHeight'] as const) : []),
  ...(emitter.wrap === 'none' ? [] : (['wrapMargin'] as const)),
]

const valueRows = (kind: 'scale' | 'scaleY' | 'opacity', { type }: Subject): Row[] => {
  const { by } = type.styles[kind]
  const limits: Row[] =
    kind === 'opacity' ? ['opacityLow', 'opacityHigh'] : kind === 'scale' ? ['scaleLow', 'scaleHigh'] : []
  return [
    kind,
    `@${kind}By`,
    ...(by === 'rate'
      ? [`${kind}Rate` as const, ...limits]
      : ([`${kind}Floor`, `@${kind}Relative`] as const)),
  ]
}

const frameRows = ({ type }: Subject): Row[] => {
  const rows: Row[] = ['@frameChoice']
  if (type.frameChoice === 'overLife') rows.push('clipRounds')
  if (['once', 'loop', 'backAndForth'].includes(type.frameChoice)) rows.push('fps')
  if (!['fixed', 'random', 'ramp'].includes(type.frameChoice)) rows.push('@randomStart')
  return rows
}

const tintRows = ({ type }: Subject): Row[] => [
  '@tintSpace',
  '@palette',
  '@tintPick',
  ...(type.tintPick === 'list' ? (['@pickAction'] as const) : []),
]

/** Whether a type turns from so far to so far over its life. */
const turnsOverLife = ({ numbers, turnRelative }: ParticleType): boolean =>
  !turnRelative || [numbers.turnFrom, numbers.turnTo].some(({ from, to }) => from !== 0 || to !== 0)

export const GROUPS: readonly GroupDefinition[] = [
  {
    id: 'how-many',
    band: 'emitter',
    title: 'How many',
    sentence: ({ emitter, partner }) => howManySentence(emitter, partner),
    rows: ({ emitter }) =>
      emitter.dormant
        ? ['cap', '@capPolicy']
        : emitter.companionOf === null
          ? [
              'flow',
              'flowPerPx',
              ...(measuredBy(emitter) === null ? [] : (['@countsPer'] as const)),
              '@rhythm',
              'duration',
              'delay',
              'minimum',
              'cap',
              '@capPolicy',
              '@companion',
            ]
          : ['@companion'],
    before: (path) => <AliveField path={path} />,
    also: BURST_NUMBERS,
    after: (path) => <BurstRows path={path} />,
  },
  {
    id: 'where',
    band: 'emitter',
    title: 'Where',
    sentence: ({ emitter }) => whereSentence(emitter),
    rows: whereRows,
    also: ['travelSeconds', 'alongDelay'],
    before: (path) => <MaskRow path={path} />,
    after: (path) => (
      <>
        <PointRows path={path} of="shape" />
        <TravelRows path={path} />
        <AlongRows path={path} />
      </>
    ),
    partnerOwns: true,
  },
  {
    id: 'launch',
    band: 'emitter',
    title: 'Launch',
    sentence: ({ emitter }) => launchSentence(emitter),
    rows: ({ emitter }) => [
      '@aim',
      ...(emitter.aim === 'towards' ? (['targetX', 'targetY'] as const) : []),
      ...(emitter.aim === 'direction' ? (['heading'] as const) : []),
      ...(emitter.aim === 'ball' ? [] : (['fan'] as const)),
      'speed',
      'inherit',
    ],
    before: (path) => <LaunchDial path={path} />,
    partnerOwns: true,
  },
  {
    id: 'relays',
    band: 'emitter',
    title: 'Relays',
    sentence: ({ kit, emitter, emitters }) => relaySentence(emitter, emitters, kit.effects),
    rows: () => ['@dormant'],
    also: RELAY_NUMBERS,
    after: (path) => <RelayRows path={path} />,
    partnerOwns: true,
  },
  {
    id: 'order',
    band: 'emitter',
    title: 'Order',
    sentence: ({ emitter }) => orderSentence(emitter),
    rows: () => ['@order'],
    after: (path) => <LayerField path={path} />,
  },
  {
    id: 'life',
    band: 'type',
    title: 'Life',
    sentence: ({ type }) => lifeSentence(type),
    rows: ({ type }) => ['@lifeMode', ...(type.lifeMode === 'range' ? (['life'] as const) : [])],
  },
  {
    id: 'look',
    band: 'type',
    title: 'Look',
    sentence: ({ kit, type }) => {
      const [picture] = type.pictures
      const sheet = picture && kit.sheets[picture.sheet]
      const clip = sheet?.clips.find((c) => c.id === picture!.clip)
      return lookSentence(
        type,
        sheet?.name ?? '',
        clip?.name ?? sheet?.frames[picture!.frames[0] ?? 0]?.name ?? '',
      )
    },
    rows: () => ['@blend'],
    after: (path) => <PictureRows path={path} />,
  },
  {
    id: 'frames',
    band: 'type',
    title: 'Frames',
    sentence: ({ type }) => framesSentence(type),
    rows: frameRows,
  },
  {
    id: 'scale',
    band: 'type',
    title: 'Scale',
    sentence: ({ type }) => scaleSentence(type),
    rows: (subject) => [
      '@scaleApart',
      ...valueRows('scale', subject),
      ...(subject.type.scaleApart ? valueRows('scaleY', subject) : []),
    ],
    ramp: 'scale',
  },
  {
    id: 'tint',
    band: 'type',
    title: 'Tint',
    sentence: ({ type }) => tintSentence(type),
    rows: tintRows,
    also: COLOUR_SPREADS,
    after: (path) => (
      <>
        <PickRows path={path} />
        <ColourRows path={path} />
      </>
    ),
    ramp: 'tint',
  },
  {
    id: 'opacity',
    band: 'type',
    title: 'Opacity',
    sentence: ({ type }) => opacitySentence(type),
    rows: (subject) => valueRows('opacity', subject),
    ramp: 'opacity',
  },
  {
    id: 'forces',
    band: 'type',
    title: 'Forces',
    sentence: ({ type }) => forcesSentence(type),
    rows: () => [],
    after: (path) => <ForceRows path={path} />,
  },
  {
    id: 'contact',
    band: 'type',
    title: 'Contact',
    sentence: ({ type }) => contactSentence(type),
    rows: ({ type }) => ['@contact', ...CONTACT_ROWS[type.contact]],
    also: MARK_NUMBERS,
    after: (path) => <MarkRows path={path} />,
  },
  {
    id: 'end',
    band: 'type',
    title: 'End',
    sentence: ({ type }) => endSentence(type),
    rows: ({ type }) => ['slowEnd', '@endsOutside', ...(type.endsOutside ? (['outsideBy'] as const) : [])],
  },
  {
    id: 'depth',
    band: 'type',
    title: 'Depth',
    sentence: ({ type }) => depthSentence(type),
    rows: () => ['depthScale', 'depthSpeed', 'depthOpacity'],
  },
  {
    id: 'facing',
    band: 'type',
    title: 'Facing',
    sentence: ({ type }) => facingSentence(type),
    rows: ({ type }) => [
      'startAngle',
      'spin',
      'turnFrom',
      'turnTo',
      ...(turnsOverLife(type) ? (['@turnRelative'] as const) : []),
      '@facing',
      'stretch',
      ...(type.numbers.stretch === 0 ? [] : (['stretchLimit', '@anchor'] as const)),
    ],
  },
]
