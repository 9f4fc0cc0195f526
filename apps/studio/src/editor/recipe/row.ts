import type { PropertyId } from '@gliv/model'
import type { MenuChoice } from './choices.ts'

/** A number, or with an @ a choice. */
export type Row = PropertyId | `@${MenuChoice}`
