/** Programs of effects by their strength. */
import { compile, type Program } from '@gliv/engine'
import type { ResolvedEffect } from '@gliv/model'
import { grained, strengthened } from './strength.ts'

const programs = new WeakMap<ResolvedEffect, Map<number, Program>>()

/** The program of an effect at a strength; the same effect and strength give the same one. */
export const programOf = (effect: ResolvedEffect, strength: number): Program => {
  const known = programs.get(effect) ?? new Map<number, Program>()
  programs.set(effect, known)
  const grain = grained(strength)
  const program = known.get(grain) ?? compile(strengthened(effect, grain))
  known.set(grain, program)
  return program
}
