/** JSON with one order of keys, so that equal documents are equal text. */

const LEADING = ['format', 'version', 'rules', 'id', 'name']

const rank = (key: string): number => {
  const i = LEADING.indexOf(key)
  return i < 0 ? LEADING.length : i
}

const ordered = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(ordered)
  if (typeof value !== 'object' || value === null) return value
  const keys = Object.keys(value).sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : a > b ? 1 : 0))
  return Object.fromEntries(keys.map((key) => [key, ordered((value as Record<string, unknown>)[key])]))
}

/**
 * JSON with sorted keys and an indent of one space, ending in a line feed: equal data gives equal bytes
 * (docs/format.md).
 */
export const canonicalJson = (value: unknown): string => `${JSON.stringify(ordered(value), null, 1)}\n`
