/** gliv render: the numbers of a kit as text, by a template that comes with Gliv or by one of one's own. */
import { readFile } from 'node:fs/promises'
import { findEffect } from '@gliv/document'
import { PLAIN_WRITING, renderTemplate, TEMPLATES, type Writing } from '@gliv/export'
import { Refusal } from '@gliv/model'
import { type Args, numberOption, required, Usage, wholeOption } from '../support/args.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit, reasonOf } from '../support/kitfile.ts'

const oneOf = <const T extends readonly string[]>(
  args: Args,
  option: string,
  of: T,
): T[number] | undefined => {
  const value = args.options.get(option)
  if (value === undefined || of.includes(value)) return value
  throw new Usage(`${option} is "${value}"; it must be one of ${of.join(', ')}`)
}

const writingBy = (args: Args): Writing => {
  const steps = numberOption(args, '--steps')
  if (steps !== undefined && !(steps > 0 && steps <= 1000))
    throw new Usage(`--steps is ${steps}; it must be over 0 and at most 1000 a second`)
  const given = {
    turns: oneOf(args, '--turns', ['clockwise', 'counterclockwise']),
    zero: oneOf(args, '--zero', ['right', 'down', 'left', 'up']),
    angles: oneOf(args, '--angles', ['degrees', 'radians']),
    per: oneOf(args, '--per', ['second', 'step']),
    steps,
    digits: wholeOption(args, '--digits', 0, 12),
  }
  return {
    ...PLAIN_WRITING,
    ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
  }
}

const templateText = async (nameOrPath: string): Promise<string> => {
  const shipped = TEMPLATES.find(({ id }) => id === nameOrPath)
  if (shipped) return shipped.text
  try {
    return await readFile(nameOrPath, 'utf8')
  } catch (error) {
    throw new Refusal(
      nameOrPath,
      `${reasonOf(error)}; templates of Gliv are ${TEMPLATES.map(({ id }) => id).join(', ')}`,
    )
  }
}

/** gliv render. */
export const render: Run = async (args, { out, say }) => {
  const { kit } = await loadKit(args.files[0]!)
  const template = await templateText(required(args, '--template'))
  const effect = args.options.get('--effect')
  const effects = effect === undefined ? undefined : [findEffect(kit, effect).id]
  const text = renderTemplate(kit, template, writingBy(args), effects)
  const path = args.options.get('--out')
  if (path === undefined) return out(text.replace(/\n$/, ''))
  await write(path, text)
  say(`wrote ${path}`)
}
