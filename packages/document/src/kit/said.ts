/** How values and messages are written for people: short enough to be read where they are shown. */

/** Most characters of a value inside a message. */
const VALUE_CHARACTERS = 48
/** Most characters of a whole message, its place left out. */
export const MESSAGE_CHARACTERS = 300
const PLACE_CHARACTERS = 96

const cut = (text: string, most: number): string =>
  text.length <= most ? text : `${text.slice(0, most - 1)}…`

/** Enough of a value to be known again; large ones are never written out. */
const begun = (value: unknown): string => {
  if (Array.isArray(value)) return value.length <= 4 ? JSON.stringify(value) : `a list of ${value.length}`
  const keys = Object.keys(value as object)
  return keys.length <= 3 ? JSON.stringify(value) : `an object with ${cut(keys.join(', '), VALUE_CHARACTERS)}`
}

/** A value in a few characters; `nothing` for what is missing. */
export const said = (value: unknown): string => {
  if (value === undefined) return 'nothing'
  if (typeof value === 'string') return `"${cut(value.slice(0, VALUE_CHARACTERS + 1), VALUE_CHARACTERS)}"`
  if (typeof value !== 'object' || value === null) return cut(String(value), VALUE_CHARACTERS)
  return cut(begun(value), VALUE_CHARACTERS)
}

/** A list of what there is to choose from, in a few characters. */
export const saidChoices = (names: readonly string[], otherwise = 'none'): string => {
  if (names.length === 0) return otherwise
  const shown = names.slice(0, 6).map((name) => cut(name, 24))
  return names.length > shown.length
    ? `${shown.join(', ')} and ${names.length - shown.length} more`
    : shown.join(', ')
}

export const saidMessage = (message: string): string => cut(message, MESSAGE_CHARACTERS)
export const saidPlace = (place: string): string => cut(place, PLACE_CHARACTERS)
