/** Which numbers act on what is edited: those that have a row, or a place in an item, just now. */
import type { Effect } from '@gliv/document'
import { type Play, propertiesOf, type PropertyId } from '@gliv/model'
import { forceEditor } from './forces.ts'
import { GROUPS, type Subject } from './groups.tsx'
import type { Row } from './row.ts'

/** Numbers of an effect that belong to one way of playing. */
const OF_PLAY: Readonly<Partial<Record<PropertyId, Play>>> = {
  loopSeconds: 'loop',
  periodSeconds: 'period',
  sustainFrom: 'sustain',
  sustainTo: 'sustain',
}

const rowsOf = (subject: Subject): readonly Row[] => [
  ...GROUPS.flatMap((group) => [...group.rows(subject), ...(group.also ?? [])]),
  ...subject.type.forces.flatMap((force) => forceEditor(force).rows(subject.type)),
]

/** All numbers of the effect, the emitter and the type that change something as they stand. */
export const livingNumbers = (subject: Subject, { play }: Pick<Effect, 'play'>): ReadonlySet<Row> =>
  new Set([...propertiesOf('effect').filter((id) => (OF_PLAY[id] ?? play) === play), ...rowsOf(subject)])
