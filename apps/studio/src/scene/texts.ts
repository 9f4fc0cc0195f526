/** Names of what happens on a stage, of keys and states. */
import type { ActorKey, ActorKind, ActorState, EventKind } from '@gliv/model'

export const EVENT_TEXTS = {
  landing: 'landing',
  takeOff: 'a jump begins',
  step: 'a step',
  dash: 'a dash',
  attack: 'an attack',
  hurt: 'being hurt',
  strikes: 'it strikes',
  struck: 'it is struck',
  teleport: 'a teleport begins',
  arrives: 'a teleport ends',
  reaches: 'it reaches a place',
  tap: 'a tap of',
  hold: 'holding',
  frame: 'frame',
  every: 'every',
  random: 'at random',
  start: 'the beginning',
  along: 'on its way',
  ended: 'the end of',
} as const satisfies Record<EventKind, string>

export const KEY_TEXTS = {
  left: 'left',
  right: 'right',
  up: 'up',
  down: 'down',
  jump: 'jump',
  dash: 'dash',
  attack: 'attack',
  hurt: 'hurt',
  teleport: 'teleport',
  a: 'A',
  b: 'B',
} as const satisfies Record<ActorKey, string>

/** Keys of the keyboard that play, by what they mean. */
export const PLAY_KEYS: Readonly<Record<string, ActorKey>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
  ' ': 'jump',
  z: 'jump',
  x: 'dash',
  v: 'attack',
  c: 'hurt',
  t: 'teleport',
  a: 'a',
  b: 'b',
}

export const KIND_TEXTS = {
  walker: 'walks and jumps',
  roamer: 'seen from above',
  flyer: 'flies',
  target: 'takes hits',
  thrown: 'is thrown',
} as const satisfies Record<ActorKind, string>

export const STATE_TEXTS = {
  idle: 'standing',
  walk: 'walking',
  jump: 'in the air',
  land: 'landing',
  dash: 'dashing',
  attack: 'attacking',
  hurt: 'hurt',
  teleport: 'teleporting',
  gone: 'gone',
} as const satisfies Record<ActorState, string>

/** What happens at a place of its own, unless at a point of somebody. */
export const PLACED: ReadonlySet<EventKind> = new Set(['reaches', 'tap', 'hold', 'every', 'random', 'start'])

/** What nobody does: it comes by itself. */
export const BY_ITSELF: ReadonlySet<EventKind> = new Set(['random', 'along', 'ended'])
