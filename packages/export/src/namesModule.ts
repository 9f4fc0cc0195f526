/** Names of a kit's effects, knobs and cues as types, so that a game's compiler knows them. */
import { isNumberKnob, type Kit, type Knob } from '@gliv/document'

/** `Last Ferry` → `LastFerry`; what has no letters is `Names`. */
const typeName = (name: string): string => {
  const words = name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9\s_-]/g, '')
    .split(/[\s_-]+/)
    .filter(Boolean)
  const joined = words.map((word) => word[0]!.toUpperCase() + word.slice(1)).join('')
  return /^[A-Za-z]/.test(joined) ? joined : 'Names'
}

const quoted = (text: string): string =>
  `'${JSON.stringify(text).slice(1, -1).replaceAll('\\"', '"').replaceAll("'", "\\'")}'`

const fieldOf = (knob: Knob): string =>
  isNumberKnob(knob)
    ? `      /** ${knob.low} to ${knob.high}, ${knob.start} at first. */\n      ${quoted(knob.name)}: number`
    : `      /** A colour, ${knob.colour} at first. */\n      ${quoted(knob.name)}: \`#\${string}\``

/** Knobs that reach an effect: its own, and those of effects inside it that it has none of the same name of. */
const knobsOf = (kit: Kit, id: string, seen: ReadonlySet<string> = new Set()): Knob[] => {
  const effect = kit.effects[id]
  if (!effect || seen.has(id)) return []
  const inner = [
    ...effect.parts.flatMap(({ effects }) => effects.map((choice) => choice.effect)),
    ...Object.values(effect.emitters).flatMap(({ relays }) => relays.flatMap(({ effect: to }) => to ?? [])),
  ]
  const found = [...(effect.knobs ?? [])]
  for (const knob of inner.flatMap((one) => knobsOf(kit, one, new Set([...seen, id]))))
    if (!found.some(({ name }) => name === knob.name)) found.push(knob)
  return found
}

const effectField = (kit: Kit, id: string): string => {
  const fields = knobsOf(kit, id).map(fieldOf)
  const body = fields.length > 0 ? `{\n${fields.join('\n')}\n    }` : 'Readonly<Record<string, never>>'
  return `    ${quoted(kit.effects[id]!.name)}: ${body}`
}

/**
 * A TypeScript module with the names in a kit.
 * @param effects ids of those that the pack carries; default: all
 * @example const player = new Player<LastFerry>(canvas, pack)
 */
export const namesModule = (kit: Kit, effects: readonly string[] = kit.effectOrder): string => {
  const name = typeName(kit.name)
  const cues = (kit.cues ?? []).filter(
    (cue) => cue.effects.length === 0 || cue.effects.some((id) => effects.includes(id)),
  )
  return `// What the pack of ${JSON.stringify(kit.name)} holds, by name: written by Gliv, to be written again with the pack.
// new Player<${name}>(canvas, pack) knows them.

/** Effects with their knobs, and cues. */
export interface ${name} {
  effects: {
${effects.map((id) => effectField(kit, id)).join('\n')}
  }
  cues: ${cues.map((cue) => quoted(cue.name)).join(' | ') || 'never'}
}
`
}
