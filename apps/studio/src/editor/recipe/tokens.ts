/** What sentences are made of. */
import type { PropertyId } from '@gliv/model'
import type { MenuChoice } from './choices.ts'

export type Choice = MenuChoice | 'frame'

export type Token =
  | { readonly kind: 'words'; readonly text: string }
  | { readonly kind: 'number'; readonly id: PropertyId; readonly burst?: string }
  | { readonly kind: 'choice'; readonly choice: Choice; readonly text: string }

export const words = (text: string): Token => ({ kind: 'words', text })
export const number = (id: PropertyId, burst?: string): Token => ({
  kind: 'number',
  id,
  ...(burst === undefined ? {} : { burst }),
})
export const choice = (name: Choice, text: string): Token => ({ kind: 'choice', choice: name, text })
