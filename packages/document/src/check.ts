/** Reading plain data as a kit: schema first, then what a schema cannot say. Every problem names its place. */
import { PROPERTIES, Refusal } from '@gliv/model'
import type { z } from 'zod'
import type { Kit } from './kit.ts'
import { migrate } from './migrations.ts'
import { kitSchema } from './schema.ts'

export interface Problem {
  readonly place: string
  readonly message: string
}

/** A document that breaks rules; carries every problem that was found. */
export class KitRefusal extends Refusal {
  readonly problems: readonly Problem[]
  constructor(problems: readonly Problem[]) {
    const [first] = problems
    super(first?.place ?? 'kit', `${first?.message ?? 'unreadable'}${problems.length > 1 ? ` (and ${problems.length - 1} more)` : ''}`)
    this.problems = problems
  }
}

const problemOf = (issue: z.core.$ZodIssue): Problem => ({ place: issue.path.join('.') || 'kit', message: issue.message })

/** An order list and its map must name the same ids, each once, and each value must carry its own id. `place` is the path up to the noun. */
const checkMap = (place: string, map: Record<string, { id: string }>, order: readonly string[], problems: Problem[]): void => {
  const seen = new Set<string>()
  for (const id of order) {
    if (seen.has(id)) problems.push({ place: `${place}Order`, message: `"${id}" is listed twice; list it once` })
    seen.add(id)
    if (!Object.hasOwn(map, id)) problems.push({ place: `${place}Order`, message: `"${id}" is not among the ${place.split('.').at(-1)}s; remove it or add it there` })
  }
  for (const [id, value] of Object.entries(map)) {
    if (!seen.has(id)) problems.push({ place: `${place}s.${id}`, message: `it is missing in the order list; add it to ${place}Order` })
    if (value.id !== id) problems.push({ place: `${place}s.${id}.id`, message: `it says "${value.id}"; it must be its key "${id}"` })
  }
}

const checkReferences = (kit: Kit, problems: Problem[]): void => {
  for (const type of Object.values(kit.types)) {
    const sheet = kit.sheets[type.sheet]
    if (!sheet) problems.push({ place: `types.${type.id}.sheet`, message: `there is no sheet "${type.sheet}"; choose one of ${kit.sheetOrder.join(', ')}` })
    else if (type.frame >= sheet.frames.length)
      problems.push({ place: `types.${type.id}.frame`, message: `frame ${type.frame} does not exist; "${sheet.name}" has ${sheet.frames.length}, counted from 0; choose one of them` })
  }
  for (const effect of Object.values(kit.effects)) {
    checkMap(`effects.${effect.id}.emitter`, effect.emitters, effect.emitterOrder, problems)
    for (const emitter of Object.values(effect.emitters)) {
      const place = `effects.${effect.id}.emitters.${emitter.id}`
      if (!kit.types[emitter.type]) problems.push({ place: `${place}.type`, message: `there is no particle type "${emitter.type}"; choose one of ${kit.typeOrder.join(', ')}` })
      const bursts = emitter.bursts.map((b) => b.id)
      if (new Set(bursts).size !== bursts.length) problems.push({ place: `${place}.bursts`, message: 'two bursts have the same id; rename one' })
    }
  }
  for (const sheet of Object.values(kit.sheets))
    sheet.frames.forEach((f, i) => {
      if (f.x + f.w > sheet.width || f.y + f.h > sheet.height)
        problems.push({ place: `sheets.${sheet.id}.frames.${i}`, message: `it reaches ${f.x + f.w} × ${f.y + f.h} but the picture is ${sheet.width} × ${sheet.height}; make the frame smaller` })
    })
}

/** Problems of a kit whose form is right. */
export const checkKit = (kit: Kit): Problem[] => {
  const problems: Problem[] = []
  checkMap('sheet', kit.sheets, kit.sheetOrder, problems)
  checkMap('type', kit.types, kit.typeOrder, problems)
  checkMap('effect', kit.effects, kit.effectOrder, problems)
  checkReferences(kit, problems)
  return problems
}

/** Things that are allowed but surely not meant. */
export const adviseKit = (kit: Kit): Problem[] =>
  Object.values(kit.effects).flatMap((effect) =>
    Object.values(effect.emitters).flatMap((emitter) => {
      const place = `effects.${effect.id}.emitters.${emitter.id}`
      const { delay, duration, flow } = emitter.numbers
      const end = Math.max(flow > 0 ? delay + duration : 0, ...emitter.bursts.map((b) => delay + b.numbers.burstAt))
      const loop = effect.numbers.loopSeconds
      const advice: Problem[] = []
      if (effect.play === 'loop' && end > loop) advice.push({ place, message: `it emits until ${end} s but the effect loops every ${loop} s; what lies past that is cut` })
      if (flow === 0 && emitter.bursts.every((b) => b.numbers.burstCount === 0)) advice.push({ place, message: 'it has no flow and no bursts, so it sends out nothing' })
      return advice
    }),
  )

/** Plain data → kit. Older versions are migrated, missing numbers take defaults, unknown fields stay. Throws `KitRefusal`. */
export const readKit = (data: unknown): Kit => {
  const result = kitSchema.safeParse(migrate(data))
  if (!result.success) throw new KitRefusal(result.error.issues.map(problemOf))
  const kit = result.data as unknown as Kit
  const problems = checkKit(kit)
  if (problems.length > 0) throw new KitRefusal(problems)
  return kit
}

/** One number typed or pasted by a user: the refusal in words, or null when it is fine. */
export const refuseNumber = (id: keyof typeof PROPERTIES, value: number): string | null => {
  const p = PROPERTIES[id]
  const [low, high] = p.hard
  if (!Number.isFinite(value)) return `${value} is not a number; type digits, like ${low}`
  if (value < low) return `${value} ${p.unit} is too low; the least is ${low}`
  if (value > high) return `${value} ${p.unit} is too high; the most is ${high}`
  return null
}
