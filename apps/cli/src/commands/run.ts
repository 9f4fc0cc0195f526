/** gliv run: the state of an effect or of a stage in motion, as JSON. */
import { maskReader, openScene } from '@gliv/bake'
import { findEffect, findStage, type Kit, type KitFile, resolveEffect } from '@gliv/document'
import { compile, createSimulation, reportRun, type SimulationOptions, tickOf } from '@gliv/engine'
import type { KnobValues } from '@gliv/model'
import { strengthened } from '@gliv/scene'
import { type Args, listOption, numberOption, required, Usage, wholeOption } from '../support/args.ts'
import { type Run, UINT32 } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'
import { reportScene } from '../support/sceneRun.ts'
import { loadTape } from '../support/tapefile.ts'

/** Where knobs stand: `wetness=0.4,team=#ff8040`. */
const knobsOption = (args: Args): KnobValues =>
  Object.fromEntries(
    required(args, '--knobs')
      .split(',')
      .map((said) => {
        const at = said.lastIndexOf('=')
        const value = said.slice(at + 1).trim()
        const number = Number(value)
        if (at < 1 || value === '' || (!value.startsWith('#') && !Number.isFinite(number)))
          throw new Usage(`--knobs has ${JSON.stringify(said)}; write NAME=NUMBER or NAME=#rrggbb`)
        return [said.slice(0, at).trim(), value.startsWith('#') ? value : number]
      }),
  )

/** How `gliv run` starts an effect: seed, place, stage, view, tape. */
const runOptions = async (args: Args, kit: Kit): Promise<SimulationOptions> => {
  const seed = wholeOption(args, '--seed', 0, UINT32)
  const tape = args.options.get('--tape')
  const view = listOption(args, '--view', ',', 4)
  const stage = args.options.get('--stage')
  return {
    ...(stage === undefined ? {} : { surfaces: findStage(kit, stage).surfaces }),
    ...(seed === undefined ? {} : { seed }),
    ...(args.has('--knobs') ? { knobs: knobsOption(args) } : {}),
    ...(tape === undefined ? {} : { tape: await loadTape(tape) }),
    ...(view === undefined ? {} : { view: { x: view[0]!, y: view[1]!, w: view[2]!, h: view[3]! } }),
    x: numberOption(args, '--x') ?? 0,
    y: numberOption(args, '--y') ?? 0,
    rotate: numberOption(args, '--rotate') ?? 0,
    scale: numberOption(args, '--scale') ?? 1,
    mirror: args.has('--mirror'),
  }
}

const untilOption = (args: Args): number => {
  required(args, '--until')
  const until = numberOption(args, '--until')!
  if (until < 0 || until > 36_000) throw new Usage(`--until is ${until}; it must be from 0 to 36000 seconds`)
  if (!args.has('--json')) throw new Usage('gliv run gives JSON; add --json')
  return until
}

/** How strongly an effect plays; 1 is as designed. */
const strengthOption = (args: Args): number => {
  const strength = numberOption(args, '--strength') ?? 1
  if (strength < 0 || strength > 8)
    throw new Usage(`--strength is ${strength}; it must be from 0 to 8, 1 is as designed`)
  return strength
}

/** A stage in motion: what its recording does, and all effects that it sets off. */
const runScene = (args: Args, file: KitFile, out: (line: string) => void): void => {
  const opened = openScene(file, required(args, '--stage'), required(args, '--recording'))
  const last = tickOf(untilOption(args), file.kit.rate)
  const every = wholeOption(args, '--every', 1, 1_000_000)
  for (let tick = every ? 0 : last; tick <= last; tick += every ?? 1)
    out(JSON.stringify(reportScene(opened, tick)))
}

/** gliv run. */
export const run: Run = async (args, { out }) => {
  const file = await loadKit(args.files[0]!)
  if (args.has('--recording')) return runScene(args, file, out)
  const effect = strengthened(
    resolveEffect(
      file.kit,
      findEffect(file.kit, required(args, '--effect')),
      maskReader(() => file.pictures),
    ),
    strengthOption(args),
  )
  const until = untilOption(args)
  const simulation = createSimulation(compile(effect), await runOptions(args, file.kit))
  const last = tickOf(until, simulation.rate)
  const every = wholeOption(args, '--every', 1, 1_000_000)
  if (every)
    for (let tick = 0; tick <= last; tick += every) {
      simulation.seek(tick)
      out(JSON.stringify(reportRun(simulation)))
    }
  else {
    simulation.seekFully(last)
    out(JSON.stringify(reportRun(simulation)))
  }
}
