/**
 * The whole demo in a JavaScript engine of another kind (a small interpreter built to WebAssembly): the same
 * hashes to the byte.
 */
import variant from '@jitl/quickjs-wasmfile-release-sync'
import { maskReader } from '@gliv/bake'
import { frozenDemo } from '@gliv/demo/frozen'
import golden from '@gliv/demo/golden.json' with { type: 'json' }
import { resolveEffect } from '@gliv/document'
import { newQuickJSWASMModuleFromVariant } from 'quickjs-emscripten-core'
import { rolldown } from 'rolldown'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

/** The engine alone, as one script. */
const bundle = async (): Promise<string> => {
  const made = await rolldown({
    input: fileURLToPath(new URL('../../../packages/engine/src/index.ts', import.meta.url)),
    platform: 'neutral',
    checks: { pluginTimings: false },
  })
  const { output } = await made.generate({ format: 'iife', name: 'gliv' })
  await made.close()
  return output[0].code
}

describe('another JavaScript engine', () => {
  it('gives every golden hash of the demo', async () => {
    const { kit, pictures } = frozenDemo()
    const read = maskReader(() => pictures)
    const quick = (await newQuickJSWASMModuleFromVariant(variant)).newContext()
    const run = (code: string): string => {
      const result = quick.unwrapResult(quick.evalCode(code))
      const text = quick.getString(result)
      result.dispose()
      return text
    }
    run(`${await bundle()}; globalThis.gliv = gliv; ''`)
    run(`globalThis.surfaces = ${JSON.stringify(kit.stages['pier']!.surfaces)}; ''`)
    const found: Record<string, string> = {}
    for (const id of kit.effectOrder) {
      run(
        `globalThis.program = gliv.compile(${JSON.stringify(resolveEffect(kit, kit.effects[id]!, read))}); ''`,
      )
      for (const at of Object.keys(golden).filter((key) => key.startsWith(`${id} @ `))) {
        const seconds = Number(at.split(' @ ')[1])
        found[at] = run(
          `(() => { const s = gliv.createSimulation(program, { surfaces }); s.seek(gliv.tickOf(${seconds}, s.rate)); return gliv.stateHash(s) })()`,
        )
      }
    }
    quick.dispose()
    expect(found).toEqual(golden)
  }, 240_000)
})
