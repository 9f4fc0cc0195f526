/** What packs of before do not say yet: each value as it was when nobody could set it. */
import type { Pack, Ramp, ResolvedEffect, ResolvedType } from '@gliv/model'

const NO_TURN = { from: 0, to: 0 }
const line = (from: number, to: number): Ramp => ({
  points: [
    { at: 0, value: from, ease: 'linear' },
    { at: 1, value: to, ease: 'linear' },
  ],
})
const FLAT = line(1, 1)
const RISING = line(0, 1)

/** `latest` gives what a part of a pack of before leaves out. */
const filled = <T extends object>(latest: Partial<T>, said: T): T => ({ ...latest, ...said })

const typeOf = (type: ResolvedType): ResolvedType => ({
  ...filled({ turnRelative: true, spreadOn: 'tint', markClip: 'edge' }, type),
  numbers: filled(
    { turnFrom: NO_TURN, turnTo: NO_TURN, depthScale: 1, depthSpeed: 1, depthOpacity: 1 },
    type.numbers,
  ),
  ramps: filled({ spin: FLAT, angle: RISING }, type.ramps),
})

const effectOf = (effect: ResolvedEffect): ResolvedEffect => ({
  ...effect,
  emitters: effect.emitters.map((emitter) => ({
    ...filled({ pieceFit: 'spread', edgeSlant: false, wrap: 'none', wrapIn: 'view' }, emitter),
    along: filled({ thickness: FLAT }, emitter.along),
    numbers: filled({ shapeTilt: 0, wrapMargin: 0, wrapWidth: 640, wrapHeight: 360 }, emitter.numbers),
    type: typeOf(emitter.type),
    relays: emitter.relays.map((relay) => ({ ...relay, effect: relay.effect && effectOf(relay.effect) })),
  })),
  parts: effect.parts.map((part) => ({
    ...filled({ reversed: false }, part),
    numbers: filled({ partFrom: 0, partTo: 0, partLength: 2 }, part.numbers),
    choices: part.choices.map(({ weight, effect: inner }) => ({ weight, effect: effectOf(inner) })),
  })),
})

/** A pack with every value that this player reads. */
export const withLatest = (pack: Pack): Pack => ({ ...pack, effects: pack.effects.map(effectOf) })
