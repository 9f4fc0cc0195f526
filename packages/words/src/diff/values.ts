/** Values of a kit in a few words. */
import type { Kit } from '@gliv/document'
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { type FieldId, FIELDS } from '../texts/fields.ts'
import { FORCE_TEXTS } from '../texts/forces.ts'
import { BIAS_TEXTS, PLAY_TEXTS } from '../texts/kinds.ts'
import { formatNumber, formatWithUnit, unitText } from '../texts/numbers.ts'
import { RELAY_LAUNCH_TEXTS, RELAY_TRIGGER_TEXTS } from '../texts/relays.ts'

type Plain = Readonly<Record<string, unknown>>
const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Longest text of a value. */
const LONGEST = 72
const cut = (text: string): string => (text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text)

/** A number with its unit; a range by both ends. */
export const numberText = (id: PropertyId, value: unknown): string => {
  if (typeof value === 'number') return formatWithUnit(id, value)
  if (!isPlain(value)) return 'none'
  const { from, to, bias } = value as { from: number; to: number; bias?: keyof typeof BIAS_TEXTS }
  const ends =
    from === to
      ? formatWithUnit(id, from)
      : `${formatNumber(id, from)} to ${formatNumber(id, to)}${unitText(id)}`
  return bias === undefined || bias === 'even' ? ends : `${ends}, ${BIAS_TEXTS[bias].toLowerCase()}`
}

const share = (value: number): string => String(Number(value.toFixed(3)))

/** A ramp by its points: colours, or values at shares of the life. */
const rampText = (points: readonly Plain[]): string =>
  points
    .map(({ at, value, colour }) =>
      typeof colour === 'string' ? colour : `${share(value as number)} at ${share((at as number) * 100)} %`,
    )
    .join(typeof points[0]?.['colour'] === 'string' ? ' → ' : ', ')

/** Which of a kit's lists an id of this key belongs to. */
const NAMED: Readonly<Record<string, keyof Kit & ('sheets' | 'types' | 'effects' | 'palettes' | 'stages')>> =
  {
    sheet: 'sheets',
    type: 'types',
    effect: 'effects',
    palette: 'palettes',
    stage: 'stages',
  }
/** Lists of a kit whose things an id of this key names. */
const LISTED: Readonly<
  Record<string, (kit: Kit) => readonly { readonly id: string; readonly name: string }[]>
> = {
  sound: (kit) => kit.sounds ?? [],
  cue: (kit) => kit.cues ?? [],
  after: (kit) => kit.cues ?? [],
}
const nameOf = (kit: Kit, key: string, value: unknown): string | null => {
  if (typeof value !== 'string') return null
  const map = NAMED[key]
  if (map) return kit[map][value]?.name ?? value
  const list = LISTED[key]?.(kit)
  return list ? (list.find(({ id }) => id === value)?.name ?? value) : null
}

/** Words of choices that are no field of the table of emitters. */
const CHOSEN: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  play: PLAY_TEXTS,
  trigger: RELAY_TRIGGER_TEXTS,
  launch: RELAY_LAUNCH_TEXTS,
}

const listText = (kit: Kit, key: string, list: readonly unknown[]): string => {
  if (list.length === 0) return 'none'
  if (key === 'forces')
    return list.map((force) => FORCE_TEXTS[force as keyof typeof FORCE_TEXTS].label.toLowerCase()).join(', ')
  if (key === 'pictures')
    return list
      .map((one) => {
        const { sheet, frames, clip } = one as {
          sheet: string
          frames: readonly number[]
          clip: string | null
        }
        const found = kit.sheets[sheet]
        const what = found?.clips.find(({ id }) => id === clip)?.name ?? `frame ${frames.join(', ')}`
        return `${found?.name ?? sheet}: ${what}`
      })
      .join('; ')
  if (list.every((one) => typeof one === 'string' || typeof one === 'number')) return list.join(', ')
  return `${list.length} ${list.length === 1 ? 'entry' : 'entries'}`
}

const fieldWord = (place: string, value: unknown): string | null => {
  if (!Object.hasOwn(FIELDS, place)) return null
  const words: Readonly<Record<string, string>> = FIELDS[place as FieldId].words
  const key = typeof value === 'boolean' ? (value ? 'yes' : 'no') : (value ?? 'no')
  return typeof key === 'string' ? (words[key] ?? null) : null
}

/** Ramps by their points, paths by how many they have. */
const objectText = ({ points }: Plain): string => {
  if (!Array.isArray(points)) return 'as set'
  const isRamp = (points[0] as Plain | undefined)?.['at'] !== undefined
  return isRamp ? cut(rampText(points as Plain[])) : `a path of ${points.length} points`
}

const plainText = (kit: Kit, key: string, value: unknown): string => {
  if (value === undefined || value === null || value === '') return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return share(value)
  if (Array.isArray(value)) return cut(listText(kit, key, value))
  return CHOSEN[key]?.[value as string] ?? cut(String(value))
}

/** A value of a kit in a few words. @param place as a row of the table is called: `emitter.fill`, `type.ramps.tint` */
export const valueText = (kit: Kit, place: string, value: unknown): string => {
  const key = place.split('.').at(-1)!
  if (Object.hasOwn(PROPERTIES, key)) return numberText(key as PropertyId, value)
  const word = fieldWord(place, value) ?? nameOf(kit, key, value)
  if (word !== null) return word
  return isPlain(value) ? objectText(value) : plainText(kit, key, value)
}
