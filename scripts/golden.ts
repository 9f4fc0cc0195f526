/** Writes the golden state hashes of the demo. On the pier. Run it only when rules were raised or the demo was changed on purpose: npm run golden. */
import { writeFileSync } from 'node:fs'
import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation, stateHash, tickOf } from '@gliv/engine'

const MOMENTS = [0, 0.1, 0.5, 1.25, 30.7]
const { kit, pictures } = makeDemo()
const read = maskReader(() => pictures)
const golden: Record<string, string> = {}
for (const id of kit.effectOrder)
  for (const seconds of MOMENTS) {
    const simulation = createSimulation(compile(resolveEffect(kit, kit.effects[id]!, read)), { surfaces: kit.stages['pier']!.surfaces })
    simulation.seek(tickOf(seconds, simulation.rate))
    golden[`${id} @ ${seconds}`] = stateHash(simulation)
  }
writeFileSync(new URL('../apps/cli/src/golden.json', import.meta.url), `${JSON.stringify(golden, null, 1)}\n`)
console.log(`${Object.keys(golden).length} golden hashes written`)
