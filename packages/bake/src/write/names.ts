/** What files are called: a pattern with names in braces. Pure. */
import { Refusal } from '@gliv/model'
import { fileNameOf } from './fileName.ts'

/** Names that a pattern may hold. */
export const NAME_PARTS = ['kit', 'effect', 'clip', 'frame', 'page'] as const
/** One of `NAME_PARTS`. */
export type NamePart = (typeof NAME_PARTS)[number]

/** What stands for the parts; what is left out falls away with the sign before it. */
export type NameParts = Partial<Readonly<Record<NamePart, string>>>

const PART = /([-_. ]?)\{([^{}]*)\}/g

/** Throws `Refusal` for a pattern with a name that nothing stands for. */
export const checkPattern = (pattern: string): void => {
  for (const [, , part] of pattern.matchAll(PART))
    if (!(NAME_PARTS as readonly string[]).includes(part!))
      throw new Refusal(
        '--name',
        `“{${part}}” stands for nothing; a name is made of ${NAME_PARTS.map((known) => `{${known}}`).join(', ')} and letters`,
      )
}

/** Letters, digits, hyphens, dots and underscores are kept; all else becomes a hyphen. */
const harmless = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N}._-]+/gu, '-')
    .replace(/^[-.]+|[-.]+$/g, '')
    .slice(0, 120)

/** Parts that have to be in a name where they are given, with what stands before them. */
const ADDED: readonly (readonly [NamePart, string])[] = [
  ['clip', '-'],
  ['page', '-'],
  ['frame', '-'],
]

/**
 * A name without an ending. Parts that the pattern does not have and the file needs are added.
 * @example nameOf('{effect}_{clip}', { effect: 'Keg pop', clip: 'loop' }) // 'keg-pop_loop'
 */
export const nameOf = (pattern: string, parts: NameParts): string => {
  checkPattern(pattern)
  const whole = ADDED.reduce(
    (all, [part, sign]) =>
      parts[part] === undefined || all.includes(`{${part}}`) ? all : `${all}${sign}{${part}}`,
    pattern,
  )
  const said = whole.replace(PART, (_, sign: string, part: NamePart) => {
    const value = parts[part]
    return value === undefined ? '' : `${sign}${fileNameOf(value)}`
  })
  return harmless(said) || 'effect'
}

/** A number with as many digits as the largest has, from 1. @example numbered(2, 24) // '03' */
export const numbered = (index: number, count: number): string =>
  String(index + 1).padStart(String(count).length, '0')
