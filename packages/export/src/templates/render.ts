/** A designer's own template over the numbers of a kit, by a well-known logic-less template package. */
import Mustache from 'mustache'
import type { Kit } from '@gliv/document'
import { PLAIN_WRITING, Refusal, TEMPLATE_LIMIT, type Writing } from '@gliv/model'
import { templateView, type TemplateView } from './view.ts'

/** Longest text that a template makes, characters. */
const RESULT_LIMIT = 50_000_000

/** Names that a list inside would hide, and a name that can stand in code. */
const named = (view: TemplateView) => ({
  ...view,
  effects: view.effects.map((effect) => ({
    ...effect,
    effectName: effect.name,
    emitters: effect.emitters.map((emitter) => ({
      ...emitter,
      emitterName: emitter.name,
      constant: `${effect.name}_${emitter.name}`.replace(/[^\p{L}\p{N}]+/gu, '_').replace(/^(\d)/, '_$1'),
    })),
  })),
})

/** The tags of a parsed template: kind, name, and what is inside. */
type Token = readonly [
  kind: string,
  name: string,
  start: number,
  end: number,
  inside?: readonly Token[] | string,
]

const isTokens = (inside: Token[4]): inside is readonly Token[] => Array.isArray(inside)

/** Every name that tags use, with where it stands. */
const namesIn = (tokens: readonly Token[]): (readonly [name: string, at: number])[] =>
  tokens.flatMap(([kind, name, start, , inside]) => [
    ...(['name', '&', '#', '^'].includes(kind) ? name.split('.').map((part) => [part, start] as const) : []),
    ...(isTokens(inside) ? namesIn(inside) : []),
  ])

/** All keys anywhere in a view: a name that is none of them is a slip of the pen. */
const keysIn = (value: unknown, found = new Set<string>(), depth = 0): Set<string> => {
  if (typeof value !== 'object' || value === null || depth > 12) return found
  for (const [key, inner] of Object.entries(value)) {
    found.add(key)
    keysIn(inner, found, depth + 1)
  }
  return found
}

const lineOf = (text: string, at: number): number => text.slice(0, at).split('\n').length

const checkNames = (text: string, tokens: readonly Token[], view: object): void => {
  const known = keysIn(view)
  known.add('').add('.')
  const wrong = namesIn(tokens).find(([name]) => !known.has(name))
  if (wrong)
    throw new Refusal(
      `line ${lineOf(text, wrong[1])}`,
      `there is no “${wrong[0]}”; a template names what the guide lists, like name, numbers, from, to, unit`,
    )
}

const parsed = (text: string): readonly Token[] => {
  if (text.length > TEMPLATE_LIMIT)
    throw new Refusal('template', `it has ${text.length} characters; at most ${TEMPLATE_LIMIT} are taken`)
  if (/\{\{\s*[>=]/.test(text))
    throw new Refusal('template', 'it takes in others or changes its tags; write it as one, with {{ and }}')
  try {
    return Mustache.parse(text) as unknown as readonly Token[]
  } catch (error) {
    throw new Refusal('template', `it cannot be read: ${(error as Error).message}; correct it`)
  }
}

/**
 * A template filled in with a kit. Text comes out as it is, nothing is escaped. Throws `Refusal` with the line of
 * what is wrong.
 * @param effects ids; default: all
 * @example renderTemplate(kit, '{{#effects}}{{name}}: {{#emitters}}{{number.flow.text}} {{/emitters}}{{/effects}}')
 */
export const renderTemplate = (
  kit: Kit,
  text: string,
  writing: Writing = PLAIN_WRITING,
  effects?: readonly string[],
): string => {
  const view = named(templateView(kit, writing, effects))
  checkNames(text, parsed(text), view)
  const made = Mustache.render(text, view, undefined, { escape: String })
  if (made.length > RESULT_LIMIT)
    throw new Refusal('template', 'it makes more than 50 million characters; let it say less')
  return made
}
