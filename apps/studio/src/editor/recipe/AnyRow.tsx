import { PropertyRow } from '../fields/PropertyRow.tsx'
import { ChoiceRow } from './ChoiceRow.tsx'
import type { MenuChoice } from './choices.ts'
import type { Row } from './row.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'

const isChoice = (row: Row): row is `@${MenuChoice}` => row.startsWith('@')

/** A number or a choice of the Recipe. */
export const AnyRow = ({ row, path }: { row: Row; path: EmitterPath }) =>
  isChoice(row) ? (
    <ChoiceRow id={row.slice(1) as MenuChoice} path={path} />
  ) : (
    <PropertyRow target={addressOf(path, row)} id={row} />
  )
