/** Refusals of knobs that an effect does not have, and of values that they cannot take. */
import {
  type KnobValues,
  knobFault,
  Refusal,
  type ResolvedEffect,
  type ResolvedKnob,
  STRENGTH_KNOB,
} from '@gliv/model'

/** Strength as a knob: from 0 to 8, 1 is as designed. */
const STRENGTH: ResolvedKnob = { name: STRENGTH_KNOB, low: 0, high: 8, start: 1 }

/** Knobs of an effect and of those inside it, which follow it where they have the same name. */
export const knobsWithin = (
  effect: ResolvedEffect,
  found: Map<string, ResolvedKnob> = new Map(),
): ReadonlyMap<string, ResolvedKnob> => {
  for (const knob of effect.knobs ?? []) if (!found.has(knob.name)) found.set(knob.name, knob)
  for (const { choices } of effect.parts) for (const { effect: inner } of choices) knobsWithin(inner, found)
  for (const { relays } of effect.emitters)
    for (const { effect: inner } of relays) if (inner) knobsWithin(inner, found)
  return found
}

/**
 * Checks one knob.
 * @throws Refusal for a knob that an effect does not have, or a value that it cannot take
 */
export const checkKnob = (effect: ResolvedEffect, place: string, name: string, value: unknown): void => {
  const knobs = knobsWithin(effect)
  const knob = name === STRENGTH_KNOB ? STRENGTH : knobs.get(name)
  if (!knob)
    throw new Refusal(
      place,
      `effect "${effect.name}" has no knob ${JSON.stringify(name)}; it has ${[...knobs.keys()].join(', ') || 'none'}`,
    )
  const fault = knobFault(knob, value)
  if (fault !== null)
    throw new Refusal(
      place,
      `${name === STRENGTH_KNOB ? 'strength' : `knob "${name}"`} is ${JSON.stringify(value)}; it ${fault}`,
    )
}

/**
 * Checks several.
 * @throws Refusal as `checkKnob`
 */
export const checkKnobs = (effect: ResolvedEffect, place: string, values: KnobValues): void => {
  for (const [name, value] of Object.entries(values)) checkKnob(effect, place, name, value)
}
