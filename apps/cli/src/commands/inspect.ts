/** Commands that tell about a kit: check, list, schema. */
import { maskReader } from '@gliv/bake'
import { adviseKit, kitJsonSchema, KitRefusal, resolveEffect } from '@gliv/document'
import { emissionEndSeconds, latestEndSeconds, loopSecondsOf } from '@gliv/engine'
import { compileAll } from '@gliv/export'
import { Refusal } from '@gliv/model'
import type { Command } from '../command.ts'
import { filesOf } from '../globs.ts'
import { loadKit } from '../kitfile.ts'

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

export const check: Command = {
  usage: 'check FILE… [--json]',
  help: 'Says whether kits are sound: place, value, rule, remedy. With --json one line a file.',
  syntax: { files: 'some', values: [], flags: ['--json'] },
  async run(args, { out }) {
    for (const path of await filesOf(args.files)) await checkOne(path, args.has('--json'), out)
  },
}

export const list: Command = {
  usage: 'list FILE [--json]',
  help: 'Effects, particle types and sheets of a kit.',
  syntax: { files: 1, values: [], flags: ['--json'] },
  async run(args, { out }) {
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
    if (args.has('--json'))
      out(JSON.stringify({ kit: { id: kit.id, name: kit.name }, effects, types, sheets }))
    else
      out(
        [
          kit.name,
          ...effects.map(
            (e) =>
              `  effect  ${e.id}  "${e.name}"  ${e.latestEndSeconds === null ? (kit.effects[e.id]!.play === 'sustain' ? 'goes on until it is stopped' : `loops every ${e.duration} s`) : `ends by ${e.latestEndSeconds} s`}`,
          ),
          ...types.map((t) => `  type    ${t.id}  "${t.name}"`),
          ...sheets.map((s) => `  sheet   ${s.id}  "${s.name}"  ${s.frames} frames`),
        ].join('\n'),
      )
  },
}

export const schema: Command = {
  usage: 'schema',
  help: 'JSON Schema of a kit file.',
  syntax: { files: 0, values: [], flags: [] },
  async run(_args, { out }) {
    out(JSON.stringify(kitJsonSchema(), null, 1))
  },
}
