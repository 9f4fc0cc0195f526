/** Names of numbers outside their group, where "Start" or "Heading" alone would say nothing. */
import type { PropertyId } from '@gliv/model'
import { PROPERTY_TEXTS } from '@gliv/words'

const counts = new Map<string, number>()
for (const { label } of Object.values(PROPERTY_TEXTS)) counts.set(label, (counts.get(label) ?? 0) + 1)

const VAGUE: ReadonlySet<string> = new Set([
  'Start',
  'Quadratic',
  'Floor',
  'At most',
  'Rounds',
  'Damping',
  'Reach',
])

const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

/** `Scale`, `Gravity heading`, `Scale floor`; a label that is one of its kind stays as it is. */
export const topLabel = (id: PropertyId): string => {
  const { label } = PROPERTY_TEXTS[id]
  if ((counts.get(label) ?? 0) < 2 && !VAGUE.has(label)) return label
  const [first] = /^[a-z]+/.exec(id)!
  const name = first.charAt(0).toUpperCase() + first.slice(1)
  return label === 'Start' ? name : `${name} ${lowered(label)}`
}
