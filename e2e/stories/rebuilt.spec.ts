/**
 * Effects of the demo, built from nothing by pointer and keys alone, equal the demo's documents; ids and
 * salts apart.
 */
import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { expect, test } from '@playwright/test'
import { EffectBuilder } from '../builder.ts'
import { Studio } from '../studio.ts'

/**
 * What there is to compare: everything that an effect is made of, without ids, salts and names that must be
 * free.
 */
const essence = (effect: ResolvedEffect): unknown => {
  // How long a round is says nothing of an effect that plays once.
  const loopSeconds = effect.play === 'loop' ? effect.numbers.loopSeconds : 0
  // What is heard, shown and told beside it is bound in stories of its own.
  const { sounds: _sounds, screen: _screen, events: _events, ...seen } = effect
  const plain = { ...seen, id: '', name: '', numbers: { ...effect.numbers, loopSeconds } }
  const text = JSON.stringify(plain, (key, value: unknown) =>
    key === 'id' || key === 'salt' || key === 'name' || key === 'partner' ? undefined : value,
  )
  return JSON.parse(text)
}

test.use({ deviceScaleFactor: 0.5 })

const SHORT = ['pier-dust', 'sunk-beat']
/** npm run test:long. */
const LONG = [...SHORT, 'kettle-steam', 'funnel-steam', 'sink-hole', 'signal-flare']

for (const id of process.env['GLIV_LONG'] === '1' ? LONG : SHORT)
  test(`${id} is built from nothing and equals the demo's`, async ({ page }) => {
    test.setTimeout(240_000)
    const { kit } = makeDemo()
    const studio = new Studio(page)
    await (await studio.openShelf()).openKit()
    await new EffectBuilder(studio, kit).build(id)
    const built = await page.evaluate(() =>
      JSON.stringify(
        (globalThis as unknown as { glivStage: { simulation: { program: { effect: unknown } } } }).glivStage
          .simulation.program.effect,
      ),
    )
    expect(essence(JSON.parse(built) as ResolvedEffect)).toEqual(
      essence(resolveEffect(kit, kit.effects[id]!)),
    )
  })
