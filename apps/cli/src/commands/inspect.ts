/** Commands that tell about a kit: check, list, schema. */
import { maskReader } from '@gliv/bake'
import { adviseKit, jsonSchemaOf, KitRefusal, resolveEffect } from '@gliv/document'
import { emissionEndSeconds, latestEndSeconds, loopSecondsOf } from '@gliv/engine'
import { compileAll } from '@gliv/export'
import { Refusal } from '@gliv/model'
import type { Run } from '../support/command.ts'
import { filesOf } from '../support/globs.ts'
import { loadKit } from '../support/kitfile.ts'

/** Infinity has no place in JSON: a loop never ends, which reads null. */
const finite = (seconds: number): number | null => (Number.isFinite(seconds) ? seconds : null)

const checkOne = async (path: string, json: boolean, out: (line: string) => void): Promise<void> => {
  try {
    const file = await loadKit(path)
    const { kit } = file
    compileAll(file)
    const advice = adviseKit(kit)
    if (json) out(JSON.stringify({ ok: true, problems: [], advice }))
    else
      out(
        [
          `${kit.name}: ${kit.effectOrder.length} effects, ${kit.typeOrder.length} particle types, ${kit.sheetOrder.length} sheets; no problems`,
          ...advice.map((a) => `advice: ${a.place}: ${a.message}`),
        ].join('\n'),
      )
  } catch (error) {
    if (json && error instanceof Refusal) {
      const problems =
        error instanceof KitRefusal ? error.problems : [{ place: error.place, message: error.message }]
      out(JSON.stringify({ ok: false, problems, advice: [] }))
    }
    throw error
  }
}

/** gliv check: every file is looked at, and one that is refused makes the whole so. */
export const check: Run = async (args, { out, say }) => {
  const refused: Refusal[] = []
  for (const path of await filesOf(args.files))
    try {
      await checkOne(path, args.has('--json'), out)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      refused.push(error)
    }
  for (const error of refused.slice(0, -1)) say(`gliv: ${error.message}`)
  if (refused.length > 0) throw refused.at(-1)!
}

/** gliv list. */
export const list: Run = async (args, { out }) => {
  const file = await loadKit(args.files[0]!)
  const { kit } = file
  const effects = kit.effectOrder.map((id) => {
    const resolved = resolveEffect(
      kit,
      kit.effects[id]!,
      maskReader(() => file.pictures),
    )
    const loop = loopSecondsOf(resolved)
    const endless = loop !== null || resolved.play === 'sustain'
    return {
      id,
      name: resolved.name,
      duration: loop ?? finite(emissionEndSeconds(resolved)),
      period: resolved.play === 'period' ? resolved.numbers.periodSeconds : null,
      emissionEndSeconds: finite(endless ? Infinity : emissionEndSeconds(resolved)),
      latestEndSeconds: finite(endless ? Infinity : latestEndSeconds(resolved)),
    }
  })
  const types = kit.typeOrder.map((id) => ({ id, name: kit.types[id]!.name }))
  const sheets = kit.sheetOrder.map((id) => ({
    id,
    name: kit.sheets[id]!.name,
    frames: kit.sheets[id]!.frames.length,
  }))
  if (args.has('--json')) out(JSON.stringify({ kit: { id: kit.id, name: kit.name }, effects, types, sheets }))
  else
    out(
      [
        kit.name,
        ...effects.map(
          (e) =>
            `  effect  ${e.id}  "${e.name}"  ${e.latestEndSeconds === null ? (kit.effects[e.id]!.play === 'sustain' ? 'goes on until it is stopped' : `loops every ${e.duration} s`) : `ends by ${Number(e.latestEndSeconds.toFixed(3))} s`}`,
        ),
        ...types.map((t) => `  type    ${t.id}  "${t.name}"`),
        ...sheets.map((s) => `  sheet   ${s.id}  "${s.name}"  ${s.frames} frames`),
      ].join('\n'),
    )
}

/** gliv schema. */
export const schema: Run = (args, { out }) => {
  out(JSON.stringify(jsonSchemaOf(args.options.get('--of') ?? 'kit'), null, 1))
  return Promise.resolve()
}
