/** What each effect of the demo needs of the player, and what its pack weighs gzipped without sounds; as JSON. */
import { gzipSync } from 'node:zlib'
import { makeDemo } from '@gliv/demo'
import { packText } from '@gliv/export'
import type { PackFile } from '@gliv/model'

const demo = makeDemo()
const rows = demo.kit.effectOrder.map((id) => {
  const { sounds: _sounds, ...pack } = JSON.parse(packText(demo, { effects: [id] })) as PackFile
  return {
    name: demo.kit.effects[id]!.name,
    needs: pack.needs ?? [],
    pack: gzipSync(JSON.stringify(pack), { level: 9 }).length,
  }
})
console.log(JSON.stringify(rows))
