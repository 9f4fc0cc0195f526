/** Ids and names, as every part of a kit has them. */
import { z } from 'zod'
import { said } from './said.ts'

/** Names that every object has by birth: as an id such a name would find what nobody put there. */
export const isTakenByBirth = (id: string): boolean => id === '__proto__' || id in Object.prototype

export const TAKEN_BY_BIRTH = 'every object of the language has a thing of that name; choose another id'

export const idSchema = z
  .string({
    error: (issue) => `${said(issue.input)} is no id; an id is text of 1 to 80 characters; give one`,
  })
  .min(1, { error: 'an id must not be empty; give it 1 to 80 characters' })
  .max(80, { error: (issue) => `${said(issue.input)} is too long for an id; use at most 80 characters` })
  .refine((id) => !isTakenByBirth(id), {
    error: (issue) => `${said(issue.input)} cannot be an id: ${TAKEN_BY_BIRTH}`,
  })

export const nameSchema = z
  .string({
    error: (issue) => `${said(issue.input)} is no name; a name is text of at most 200 characters; write one`,
  })
  .max(200, { error: 'a name has at most 200 characters; shorten it' })
