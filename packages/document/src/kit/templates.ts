/** Templates of a designer's own, kept with the kit. */
import { PLAIN_WRITING, TEMPLATE_LIMIT, type TextTemplate, WRITING_RULES } from '@gliv/model'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import type { Kit } from './kit.ts'
import { freeName, type MakeId } from './layers.ts'
import { rulesSchema } from './shippingParts.ts'

/** The form of a kit's templates. */
export const templatesSchema = z
  .array(
    z.looseObject({
      id: idSchema,
      name: nameSchema,
      text: z.string().max(TEMPLATE_LIMIT, {
        error: `a template has at most ${TEMPLATE_LIMIT} characters; shorten it`,
      }),
      writing: rulesSchema(WRITING_RULES, 'a template').default(PLAIN_WRITING),
    }),
  )
  .max(100, { error: 'a kit has at most 100 templates; delete some' })
  .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, {
    error: 'two templates have the same id; give each its own',
  }) as unknown as z.ZodType<readonly TextTemplate[]>

/** Adds a template under a free name, in place. Returns its id. */
export const addTemplate = (
  kit: Kit,
  template: Pick<TextTemplate, 'name' | 'text' | 'writing'>,
  makeId: MakeId,
): string => {
  const id = makeId('template')
  const templates = kit.templates ?? []
  const name = freeName(
    template.name,
    templates.map((other) => other.name),
  )
  kit.templates = [...templates, { ...template, id, name }]
  return id
}

/** Changes a template, in place. */
export const changeTemplate = (
  kit: Kit,
  id: string,
  values: Partial<Pick<TextTemplate, 'name' | 'text' | 'writing'>>,
): void => {
  kit.templates = (kit.templates ?? []).map((one) => (one.id === id ? { ...one, ...values } : one))
}

/** Takes a template away, in place. */
export const deleteTemplate = (kit: Kit, id: string): void => {
  const left = (kit.templates ?? []).filter((one) => one.id !== id)
  if (left.length > 0) kit.templates = left
  else delete kit.templates
}
