/** Which template is shown, and what it makes of the kit. */
import type { Kit } from '@gliv/document'
import { fileNameOf } from '@gliv/bake'
import { renderTemplate, TEMPLATES } from '@gliv/export'
import { PLAIN_WRITING, type TextTemplate, type Writing } from '@gliv/model'
import { useDeferredValue, useMemo, useRef } from 'react'
import type { Option } from '../shared/controls/words.tsx'

/** A template as the page has it. */
export interface ShownTemplate extends TextTemplate {
  /** It is the kit's, and can be changed. */
  readonly own: boolean
  /** Of the file that it makes, with its dot. */
  readonly extension: string
}

/** The kit's own, then those of Gliv. */
export const choicesIn = (kit: Kit): readonly Option[] => [
  ...(kit.templates ?? []).map(({ id, name }) => ({ value: id, label: name })),
  ...TEMPLATES.map(({ id, label }) => ({ value: id, label })),
]

/** A name with an ending of its own says what file it makes. */
const extensionOf = (name: string): string => /\.[a-z0-9]{1,8}$/i.exec(name)?.[0] ?? '.txt'

/** The template of an id; one that is gone is the listing. @param tried how numbers are written, not kept */
export const shownTemplate = (kit: Kit, id: string, tried: Writing | null): ShownTemplate => {
  const own = kit.templates?.find((one) => one.id === id)
  if (own) return { ...own, own: true, extension: extensionOf(own.name) }
  const shipped = TEMPLATES.find((one) => one.id === id) ?? TEMPLATES.at(-1)!
  const { label, text, extension } = shipped
  return { id: shipped.id, name: label, text, writing: tried ?? PLAIN_WRITING, own: false, extension }
}

/** Name of the file that a template makes of a kit. */
export const fileNameFor = (kit: Kit, { name, own, extension }: ShownTemplate): string =>
  own && name.endsWith(extension) ? name.replaceAll(/[\\/]/g, '-') : fileNameOf(kit.name) + extension

/** What a template makes; of one that is refused the text before, with the reason in words. */
export const useText = (
  kit: Kit,
  template: ShownTemplate,
  out: ReadonlySet<string>,
): { readonly text: string; readonly refusal: string | null } => {
  const last = useRef('')
  const { text, writing } = useDeferredValue(template)
  return useMemo(() => {
    const ids = kit.effectOrder.filter((id) => !out.has(id))
    try {
      last.current = renderTemplate(kit, text, writing, ids)
      return { text: last.current, refusal: null }
    } catch (error) {
      return { text: last.current, refusal: error instanceof Error ? error.message : String(error) }
    }
  }, [kit, text, writing, out])
}
