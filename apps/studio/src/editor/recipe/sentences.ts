/**
 * Closed groups read as sentences. A sentence is a list of words, numbers that can be dragged and typed, and choices.
 * Pure: tested without React.
 */
import type { Emitter, ParticleType } from '@gliv/document'
import type { PropertyId } from '@gliv/model'
import { directionWord, FILL_TEXTS, FORCE_TEXTS, SHAPE_TEXTS } from '../../texts/kinds.ts'

export type Choice = 'shape' | 'fill' | 'blend' | 'frame'

export type Token =
  | { readonly kind: 'words'; readonly text: string }
  | { readonly kind: 'number'; readonly id: PropertyId; readonly burst?: string }
  | { readonly kind: 'choice'; readonly choice: Choice; readonly text: string }

export const words = (text: string): Token => ({ kind: 'words', text })
const number = (id: PropertyId, burst?: string): Token => ({ kind: 'number', id, ...(burst === undefined ? {} : { burst }) })
const choice = (name: Choice, text: string): Token => ({ kind: 'choice', choice: name, text })

export const howManySentence = (emitter: Emitter): Token[] => {
  const { flow } = emitter.numbers
  const tokens: Token[] = []
  if (flow > 0) tokens.push(number('flow'), words(' for '), number('duration'))
  emitter.bursts.forEach((burst, i) => {
    tokens.push(words(tokens.length > 0 ? (i === emitter.bursts.length - 1 ? ' and ' : ', ') : ''))
    tokens.push(number('burstCount', burst.id), words(' at '), number('burstAt', burst.id))
  })
  if (tokens.length === 0) tokens.push(words('nothing yet: open to add a flow or a burst'))
  if (emitter.numbers.delay > 0) tokens.push(words(', after '), number('delay'))
  return tokens
}

const SIZES = {
  point: [],
  rectangle: [number('shapeWidth'), words(' by '), number('shapeHeight')],
  circle: [words('radius '), number('shapeRadius')],
} as const satisfies Record<Emitter['shape'], readonly Token[]>

export const whereSentence = (emitter: Emitter): Token[] => {
  const tokens: Token[] = [choice('shape', SHAPE_TEXTS[emitter.shape])]
  const sizes = SIZES[emitter.shape]
  if (sizes.length > 0) tokens.push(words(', '), ...sizes, words(', '), choice('fill', FILL_TEXTS[emitter.fill]))
  const { offsetX, offsetY } = emitter.numbers
  if (offsetX !== 0 || offsetY !== 0) tokens.push(words(', moved '), number('offsetX'), words(' → '), number('offsetY'), words(' ↓'))
  return tokens
}

export const launchSentence = (emitter: Emitter): Token[] => {
  const { fan, heading } = emitter.numbers
  const aim: Token[] = fan >= 360 ? [words('all around')] : [words(`${directionWord(heading)} `), number('heading'), ...(fan > 0 ? [words(', fan '), number('fan')] : [])]
  return [...aim, words(', '), number('speed')]
}

export const lifeSentence = (): Token[] => [number('life')]

export const lookSentence = (type: ParticleType, sheetName: string, frameName: string): Token[] => [
  choice('frame', frameName),
  words(` of ${sheetName}, `),
  choice('blend', type.blend),
]

export const scaleSentence = (type: ParticleType): Token[] =>
  type.ramps.scale.points.length > 1 ? [words('from '), number('scaleFloor'), words(' to '), number('scale')] : [number('scale')]

export const opacitySentence = (type: ParticleType): Token[] => {
  const { opacityFloor } = type.numbers
  return opacityFloor.to > 0 && type.ramps.opacity.points.length > 1 ? [words('from '), number('opacityFloor'), words(' to '), number('opacity')] : [number('opacity')]
}

export const facingSentence = (type: ParticleType): Token[] => {
  const { startAngle, spin } = type.numbers
  const still = spin.from === 0 && spin.to === 0
  const upright = startAngle.from === 0 && startAngle.to === 0
  if (still && upright) return [words('as drawn')]
  return [...(upright ? [] : [words('starts at '), number('startAngle')]), ...(still ? [] : [words(upright ? 'spins ' : ', spins '), number('spin')])]
}

const FORCE_SENTENCES = {
  gravity: (type: ParticleType) => [words('gravity '), number('gravity'), words(` ${directionWord(type.numbers.gravityHeading)}`)],
  drag: () => [words('drag '), number('drag')],
} as const satisfies Record<keyof typeof FORCE_TEXTS, (type: ParticleType) => Token[]>

export const forcesSentence = (type: ParticleType): Token[] =>
  type.forces.length === 0
    ? [words('nothing acts on it')]
    : type.forces.flatMap((force, i) => [...(i > 0 ? [words(' · ')] : []), ...FORCE_SENTENCES[force](type)])
