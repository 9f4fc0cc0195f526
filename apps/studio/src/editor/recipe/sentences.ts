/**
 * Closed groups read as sentences. A sentence is a list of words, numbers that can be dragged and typed, and
 * choices.
 * It says only what differs from nothing. Pure: tested without React.
 */
import { choice, number, type Token, words } from './tokens.ts'
import type { Burst, Emitter, ParticleType } from '@gliv/document'
import { type Range, SHAPES, SPACE } from '@gliv/model'
import { CONTACT_TEXTS } from '@gliv/words'
import {
  AIM_TEXTS,
  ANCHOR_TEXTS,
  directionWord,
  FACING_TEXTS,
  FILL_TEXTS,
  FRAME_CHOICE_TEXTS,
  ORDER_TEXTS,
  PLACEMENT_TEXTS,
  SHAPE_TEXTS,
  SIDE_TEXTS,
  SPACE_TEXTS,
  TINT_PICK_TEXTS,
} from '@gliv/words'
import { RELAY_TRIGGER_TEXTS } from '@gliv/words'
import { shapeEditor } from './shapes.ts'

const none = (range: Range): boolean => range.from === 0 && range.to === 0

const burstTokens = (burst: Burst): Token[] => {
  const { burstRepeats, burstChance } = burst.numbers
  return [
    burst.eachPlace ? words('one for each place') : number('burstCount', burst.id),
    words(' at '),
    number('burstAt', burst.id),
    ...(burstRepeats > 1
      ? [
          words(', '),
          number('burstRepeats', burst.id),
          words(' times every '),
          number('burstInterval', burst.id),
        ]
      : []),
    ...(burstChance < 1 ? [words(', chance '), number('burstChance', burst.id)] : []),
  ]
}

export const howManySentence = (emitter: Emitter, partner?: string): Token[] => {
  if (partner !== undefined) return [words('one with each particle of '), choice('companion', partner)]
  const { flow, flowPerPx, minimum } = emitter.numbers
  if (emitter.dormant) return [words('only what relays ask for')]
  const tokens: Token[] = []
  if (flow > 0) tokens.push(number('flow'))
  if (flowPerPx > 0)
    tokens.push(words(tokens.length > 0 ? ' and ' : ''), number('flowPerPx'), words(' travelled'))
  if (minimum > 0) tokens.push(words(tokens.length > 0 ? ', ' : ''), words('at least '), number('minimum'))
  if (tokens.length > 0) tokens.push(words(' for '), number('duration'))
  emitter.bursts.forEach((burst, i) => {
    tokens.push(words(tokens.length > 0 ? (i === emitter.bursts.length - 1 ? ' and ' : ', ') : ''))
    tokens.push(...burstTokens(burst))
  })
  if (tokens.length === 0) tokens.push(words('nothing yet: open to add a flow or a burst'))
  if (emitter.numbers.delay > 0) tokens.push(words(', after '), number('delay'))
  return tokens
}

/** Fills that change something on a shape. */
export const canFill = (emitter: Emitter): boolean => SHAPES[emitter.shape].fillable

export const whereSentence = (emitter: Emitter): Token[] => {
  const tokens: Token[] = [choice('shape', SHAPE_TEXTS[emitter.shape])]
  const sizes = shapeEditor(emitter.shape).size
  if (emitter.shape === 'viewEdge') tokens.push(words(', '), choice('side', SIDE_TEXTS[emitter.side]))
  if (sizes.length > 0) tokens.push(words(', '), ...sizes)
  if (canFill(emitter)) tokens.push(words(', '), choice('fill', FILL_TEXTS[emitter.fill]))
  if (emitter.placement !== 'random')
    tokens.push(words(', '), choice('placement', PLACEMENT_TEXTS[emitter.placement]))
  if (emitter.space !== SPACE.released) tokens.push(words(', '), choice('space', SPACE_TEXTS[emitter.space]))
  if (emitter.travel) tokens.push(words(', travelling for '), number('travelSeconds'))
  const { offsetX, offsetY } = emitter.numbers
  if (offsetX !== 0 || offsetY !== 0)
    tokens.push(words(', moved '), number('offsetX'), words(' → '), number('offsetY'), words(' ↓'))
  return tokens
}

export const launchSentence = (emitter: Emitter): Token[] => {
  const { fan, heading, inherit } = emitter.numbers
  const aim: Token[] =
    emitter.aim !== 'direction'
      ? [
          choice('aim', AIM_TEXTS[emitter.aim]),
          ...(fan > 0 && emitter.aim !== 'ball' ? [words(', fan '), number('fan')] : []),
        ]
      : fan >= 360
        ? [words('all around')]
        : [
            words(`${directionWord(heading)} `),
            number('heading'),
            ...(fan > 0 ? [words(', fan '), number('fan')] : []),
          ]
  return [
    ...aim,
    words(', '),
    number('speed'),
    ...(inherit === 0 ? [] : [words(', carries over '), number('inherit')]),
  ]
}

export const orderSentence = (emitter: Emitter): Token[] => [
  choice('order', ORDER_TEXTS[emitter.order]),
  ...(emitter.layer === 'front' ? [] : [words(`, layer ${emitter.layer}`)]),
]

export const lifeSentence = (type: ParticleType): Token[] =>
  type.lifeMode === 'emitter'
    ? [choice('lifeMode', 'as long as its emitter')]
    : type.lifeIs === 'clip'
      ? [number('life'), words(', '), choice('lifeMode', 'as its clip')]
      : [number('life')]

export const lookSentence = (type: ParticleType, sheetName: string, frameName: string): Token[] => [
  ...(type.pictures.length > 1
    ? [words(`${type.pictures.length} pictures, `)]
    : [choice('frame', frameName), words(` of ${sheetName}, `)]),
  choice('blend', type.blend),
]

export const framesSentence = (type: ParticleType): Token[] => {
  const played =
    type.frameChoice === 'once' || type.frameChoice === 'loop' || type.frameChoice === 'backAndForth'
  return [
    choice('frameChoice', FRAME_CHOICE_TEXTS[type.frameChoice]),
    ...(played
      ? [words(' at '), number('fps')]
      : type.frameChoice === 'overLife' && type.numbers.clipRounds !== 1
        ? [words(', '), number('clipRounds')]
        : []),
  ]
}

export const scaleSentence = (type: ParticleType): Token[] => {
  const { by, relative } = type.styles.scale
  const across: Token[] =
    by === 'rate'
      ? [number('scale'), words(', then '), number('scaleRate')]
      : type.ramps.scale.points.length > 1
        ? [words('from '), number('scaleFloor'), words(relative ? ' of it to ' : ' to '), number('scale')]
        : [number('scale')]
  return type.scaleApart ? [...across, words(' wide, '), number('scaleY'), words(' high')] : across
}

export const tintSentence = (type: ParticleType): Token[] =>
  type.tintPick === 'none' ? [] : [choice('tintPick', TINT_PICK_TEXTS[type.tintPick])]

export const opacitySentence = (type: ParticleType): Token[] => {
  const { opacityFloor } = type.numbers
  if (type.styles.opacity.by === 'rate') return [number('opacity'), words(', then '), number('opacityRate')]
  return opacityFloor.to > 0 && type.ramps.opacity.points.length > 1
    ? [words('from '), number('opacityFloor'), words(' to '), number('opacity')]
    : [number('opacity')]
}

export const facingSentence = (type: ParticleType): Token[] => {
  const { startAngle, spin, turnFrom, turnTo, stretch } = type.numbers
  const tokens: Token[] = []
  const add = (...more: Token[]): void =>
    void tokens.push(...(tokens.length > 0 ? [words(', ')] : []), ...more)
  if (type.facing !== 'fixed') add(choice('facing', FACING_TEXTS[type.facing]))
  if (!none(startAngle)) add(words('starts at '), number('startAngle'))
  if (!none(spin)) add(words('spins '), number('spin'))
  if (!none(turnFrom) || !none(turnTo))
    add(words('turns from '), number('turnFrom'), words(' to '), number('turnTo'))
  if (stretch !== 0)
    add(
      words('stretched '),
      number('stretch'),
      ...(type.anchor === 'centre' ? [] : [words(' '), choice('anchor', ANCHOR_TEXTS[type.anchor])]),
    )
  return tokens.length > 0 ? tokens : [words('as drawn')]
}

/** How what is far away differs from what is near; one draw a particle. */
export const depthSentence = ({ numbers }: ParticleType): Token[] => {
  const far = (['depthScale', 'depthSpeed', 'depthOpacity'] as const).filter((id) => numbers[id] !== 1)
  const said = { depthScale: ' large', depthSpeed: ' fast', depthOpacity: ' opaque' } as const
  if (far.length === 0) return [words('all equally near')]
  return [
    words('far ones '),
    ...far.flatMap((id, k) => [...(k > 0 ? [words(', ')] : []), number(id), words(said[id])]),
  ]
}

/** What happens at surfaces, and what stays there. */
export const contactSentence = (type: ParticleType): Token[] => {
  const { contact, mark, numbers } = type
  if (contact === 'none') return [words('touches nothing')]
  const tokens: Token[] = [choice('contact', CONTACT_TEXTS[contact])]
  if (contact === 'bounce' || contact === 'loseLife') tokens.push(words(', '), number('bounce'))
  if (mark)
    tokens.push(
      words(numbers.markFade > 0 ? ', leaves marks for ' : ', leaves marks'),
      ...(numbers.markFade > 0 ? [number('markFade')] : []),
    )
  return tokens
}

/** What ends a particle besides its life. */
export const endSentence = (type: ParticleType): Token[] => {
  const tokens: Token[] = [words('when its life is over')]
  if (type.numbers.slowEnd > 0) tokens.push(words(', below '), number('slowEnd'))
  if (type.endsOutside) tokens.push(words(', '), choice('endsOutside', 'off the view'))
  return tokens
}

/** What an emitter's particles hand over to. */
export const relaySentence = (
  emitter: Emitter,
  emitters: Readonly<Record<string, Emitter>>,
  effects: Readonly<Record<string, { readonly name: string }>>,
): Token[] => {
  const said = emitter.relays.map(
    (relay) =>
      `${RELAY_TRIGGER_TEXTS[relay.trigger]} to ${relay.emitter !== null ? (emitters[relay.emitter]?.name ?? '') : (effects[relay.effect ?? '']?.name ?? '')}`,
  )
  return [
    ...(emitter.dormant
      ? [choice('dormant', said.length > 0 ? 'waits for a relay; ' : 'waits for a relay')]
      : []),
    ...(said.length > 0 ? [words(said.join(', '))] : emitter.dormant ? [] : [words('none')]),
  ]
}
