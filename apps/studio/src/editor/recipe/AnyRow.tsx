import { PropertyRow } from '../fields/PropertyRow.tsx'
import { dwellOn } from '../../shared/hooks/dwell.ts'
import { ChoiceRow } from './ChoiceRow.tsx'
import type { MenuChoice } from './choices.ts'
import type { Row } from './row.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'

/** Choices about the shape of an emitter. */
const OF_SHAPE: ReadonlySet<Row> = new Set<Row>(['@shape', '@fill', '@placement'])

const isChoice = (row: Row): row is `@${MenuChoice}` => row.startsWith('@')

/** A number or a choice of the Recipe. */
export const AnyRow = ({ row, path }: { row: Row; path: EmitterPath }) =>
  isChoice(row) ? (
    // What decides where births are shows them on the stage.
    <div {...(OF_SHAPE.has(row) ? dwellOn('shapeWidth') : {})}>
      <ChoiceRow id={row.slice(1) as MenuChoice} path={path} />
    </div>
  ) : (
    <PropertyRow target={addressOf(path, row)} id={row} />
  )
