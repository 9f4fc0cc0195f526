/** Strength of a firing: it multiplies counts of bursts and flows; 1 is as designed. */
import type { ResolvedEffect } from '@gliv/model'

/** Strengths are told apart by so much, so that few programs are compiled. */
const GRAIN = 1 / 20
const MOST = 8
const MOST_FLOW = 100_000
const MOST_BURST = 20_000

/** A strength as it is used: from 0 to 8, in steps of a twentieth. */
export const grained = (strength: number): number =>
  Math.min(MOST, Math.max(0, Math.round(strength / GRAIN) * GRAIN))

const counted = (count: number, strength: number): number =>
  Math.min(MOST_BURST, Math.round(count * strength))

/** An effect with its births multiplied, the effects inside it too. */
export const strengthened = (effect: ResolvedEffect, strength: number): ResolvedEffect =>
  strength === 1
    ? effect
    : {
        ...effect,
        emitters: effect.emitters.map((emitter) => ({
          ...emitter,
          numbers: {
            ...emitter.numbers,
            flow: Math.min(MOST_FLOW, Math.round(emitter.numbers.flow * strength * 1000) / 1000),
          },
          bursts: emitter.bursts.map((burst) => {
            const { from, to, ...more } = burst.numbers.burstCount
            return {
              ...burst,
              numbers: {
                ...burst.numbers,
                burstCount: { ...more, from: counted(from, strength), to: counted(to, strength) },
              },
            }
          }),
        })),
        parts: effect.parts.map((part) => ({
          ...part,
          choices: part.choices.map(({ weight, effect: inner }) => ({
            weight,
            effect: strengthened(inner, strength),
          })),
        })),
      }
