/** gliv render: the numbers of a kit as text, by a template that comes with Gliv or by one of one's own. */
import { readFile } from 'node:fs/promises'
import { findEffect, type Kit } from '@gliv/document'
import { renderTemplate, TEMPLATES } from '@gliv/export'
import {
  PLAIN_WRITING,
  Refusal,
  type ShipRule,
  type TextTemplate,
  type Writing,
  WRITING_RULES,
} from '@gliv/model'
import { type Args, required } from '../support/args.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'
import { reasonOf } from '../support/reasons.ts'
import { valueBy } from './shipOptions.ts'

const writingBy = (args: Args, base: Writing): Writing => ({
  ...base,
  ...Object.fromEntries(
    Object.entries(WRITING_RULES).flatMap(([key, rule]: readonly [string, ShipRule]) => {
      const text = args.options.get(rule.option)
      return text === undefined ? [] : [[key, valueBy(text, rule)]]
    }),
  ),
})

const templateOf = async (kit: Kit, nameOrPath: string): Promise<Pick<TextTemplate, 'text' | 'writing'>> => {
  const own = kit.templates ?? []
  const kept = own.find(({ id }) => id === nameOrPath) ?? own.find(({ name }) => name === nameOrPath)
  if (kept) return kept
  const shipped = TEMPLATES.find(({ id }) => id === nameOrPath)
  if (shipped) return { text: shipped.text, writing: PLAIN_WRITING }
  try {
    return { text: await readFile(nameOrPath, 'utf8'), writing: PLAIN_WRITING }
  } catch (error) {
    const names = [...TEMPLATES.map(({ id }) => id), ...own.map(({ name }) => `"${name}"`)]
    throw new Refusal(nameOrPath, `${reasonOf(error)}; templates here are ${names.join(', ')}`)
  }
}

/** gliv render. */
export const render: Run = async (args, { out, say }) => {
  const { kit } = await loadKit(args.files[0]!)
  const template = await templateOf(kit, required(args, '--template'))
  const effect = args.options.get('--effect')
  const effects = effect === undefined ? undefined : [findEffect(kit, effect).id]
  const text = renderTemplate(kit, template.text, writingBy(args, template.writing), effects)
  const path = args.options.get('--out')
  if (path === undefined) return out(text.replace(/\n$/, ''))
  await write(path, text)
  say(`wrote ${path}`)
}
