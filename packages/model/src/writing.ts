/** How a kit's numbers are written as text for other programs: one table, as for what ships. */
import { choice, number, say, type ShipRule, type ValueOf } from './shipRule.ts'

/** What can be set: words, defaults, limits. */
export const WRITING_RULES = {
  turns: choice(
    { clockwise: 'clockwise', counterclockwise: 'counterclockwise' },
    'clockwise',
    say('--turns', 'Angles turn', 'Which way angles turn in the other program'),
  ),
  zero: choice(
    { right: 'right', down: 'down', left: 'left', up: 'up' },
    'right',
    say('--zero', 'An angle of 0 points', 'Where an angle of 0 points in the other program'),
  ),
  angles: choice(
    { degrees: 'degrees', radians: 'radians' },
    'degrees',
    say('--angles', 'Angles in', 'What its angles are in'),
  ),
  per: choice(
    { second: 'seconds', step: 'steps' },
    'second',
    say('--per', 'Times in', 'Whether times are in seconds or in steps of the game; speeds follow'),
  ),
  steps: number(
    60,
    { low: 0.001, high: 1000, unit: 'a second' },
    say('--steps', 'Steps', 'Steps a second, where times are in steps'),
  ),
  digits: number(
    4,
    { low: 0, high: 12, whole: true },
    say('--digits', 'Digits at most', 'Digits behind the point at most'),
  ),
} as const satisfies Readonly<Record<string, ShipRule>>

/** How numbers are written. Gliv's angles turn clockwise, because y points down, and 0 points right. */
export type Writing = { readonly [K in keyof typeof WRITING_RULES]: ValueOf<(typeof WRITING_RULES)[K]> }

/** As Gliv has them. */
export const PLAIN_WRITING = Object.fromEntries(
  Object.entries(WRITING_RULES).map(([key, rule]) => [key, rule.default]),
) as unknown as Writing

/** A template of a designer's own, kept with the kit. */
export interface TextTemplate {
  readonly id: string
  readonly name: string
  /** In Mustache's tags without partials. */
  readonly text: string
  readonly writing: Writing
}

/** Longest template, characters. */
export const TEMPLATE_LIMIT = 200_000
