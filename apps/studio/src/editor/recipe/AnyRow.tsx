import { PropertyRow } from '../../controls/PropertyRow.tsx'
import { ChoiceRow } from './ChoiceRow.tsx'
import type { MenuChoice } from './choices.ts'
import type { Row } from './row.ts'
import { type SentenceTargets, targetOf } from './targets.ts'

const isChoice = (row: Row): row is `@${MenuChoice}` => row.startsWith('@')

/** A number or a choice of the Recipe. */
export const AnyRow = ({ row, targets }: { row: Row; targets: SentenceTargets }) =>
  isChoice(row) ? (
    <ChoiceRow id={row.slice(1) as MenuChoice} targets={targets} />
  ) : (
    <PropertyRow target={targetOf(targets, row)} id={row} />
  )
