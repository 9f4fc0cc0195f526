/**
 * What may not change by accident: golden state hashes of the frozen demo on its pier, and the bytes of its
 * kit files, its pack and
 * three baked sheets. `npm run frozen` compares and names what differs; `npm run frozen -- --write` writes
 * them anew, which is for
 * raised rules or formats only.
 */
import { createHash } from 'node:crypto'
import { writeFileSync } from 'node:fs'
import { maskReader } from '@gliv/bake'
import { plainBake, type PlainOptions } from '../packages/bake/src/testing/plain.ts'
import { frozenDemo } from '@gliv/demo/frozen'
import bytes from '@gliv/demo/bytes.json' with { type: 'json' }
import golden from '@gliv/demo/golden.json' with { type: 'json' }
import { packText } from '@gliv/export'
import { resolveEffect, writeKitJson, writeKitZip } from '@gliv/document'
import { compile, createSimulation, stateHash, tickOf } from '@gliv/engine'

type Hashes = Readonly<Record<string, string>>

const MOMENTS_SECONDS = [0, 0.1, 0.5, 1.25, 30.7]
const file = frozenDemo()
const { kit, pictures } = file
const readMask = maskReader(() => pictures)
const surfaces = kit.stages['pier']!.surfaces

const goldenHashes = (): Hashes => {
  const hashes: Record<string, string> = {}
  for (const id of kit.effectOrder)
    for (const seconds of MOMENTS_SECONDS) {
      const simulation = createSimulation(compile(resolveEffect(kit, kit.effects[id]!, readMask)), {
        surfaces,
      })
      simulation.seek(tickOf(seconds, simulation.rate))
      hashes[`${id} @ ${seconds}`] = stateHash(simulation)
    }
  return hashes
}

const sha256 = (data: Uint8Array | string): string => createHash('sha256').update(data).digest('hex')

/** A one-shot on the pier, pixel art, and a loop. */
const BAKES: readonly (readonly [effect: string, options: PlainOptions])[] = [
  ['pier-dust', { fps: 12, surfaces }],
  ['cargo-blast', { fps: 10, to: 1, sampling: 'nearest' }],
  ['stove-fire', { fps: 8, size: { w: 96, h: 128 }, columns: 5 }],
]

const promisedBytes = async (): Promise<Hashes> => {
  const hashes: Record<string, string> = {
    'kit as .gliv': sha256(writeKitZip(file)),
    'kit as .gliv.json': sha256(writeKitJson(file)),
    'pack as .glivpack.json': sha256(packText(file)),
  }
  for (const [id, options] of BAKES) {
    const { png, json } = await plainBake(file, kit.effects[id]!, `${id}.png`, options)
    hashes[`${id}.png`] = sha256(png)
    hashes[`${id}.json`] = sha256(JSON.stringify(json))
  }
  return hashes
}

const differences = (was: Hashes, is: Hashes): string[] =>
  [...new Set([...Object.keys(was), ...Object.keys(is)])]
    .filter((key) => was[key] !== is[key])
    .map((key) => `${key}: ${was[key] ?? 'new'} → ${is[key] ?? 'gone'}`)

const write = (name: string, hashes: Hashes): void =>
  writeFileSync(
    new URL(`../packages/demo/fixtures/${name}`, import.meta.url),
    `${JSON.stringify(hashes, null, 1)}\n`,
  )

const states = goldenHashes()
const promised = await promisedBytes()
if (process.argv.includes('--write')) {
  write('golden.json', states)
  write('bytes.json', promised)
  console.log(
    `${Object.keys(states).length} golden hashes and ${Object.keys(promised).length} hashes of bytes written`,
  )
} else {
  const found = [...differences(golden, states), ...differences(bytes, promised)]
  for (const line of found) console.error(line)
  console.log(
    `${Object.keys(states).length} golden hashes and ${Object.keys(promised).length} hashes of bytes compared, ${found.length} differ`,
  )
  process.exitCode = found.length > 0 ? 1 : 0
}
