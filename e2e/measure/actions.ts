/**
 * npm run measure:actions — how many presses, keys and typed values six effects take, each built in the studio twice:
 * by the means of before (rows, menus, the shelf), and by those of now (beginnings, values set by name). Run
 * "npm run build -- --peek" first.
 */
import { expect, type Locator, type Page } from '@playwright/test'
import type { Studio } from '../studio.ts'
import { withStudio } from './run.ts'

type Way = 'before' | 'now'

/** A value in the words of `orders`, and where its row is. */
interface Value {
  readonly property: string
  readonly text: string
  readonly part?: 'value' | 'from' | 'to' | 'both'
  /** Group that has to be opened to see its row. */
  readonly group?: string
  /** Force that has to be added first. */
  readonly force?: string
  /** Name by which it is set. */
  readonly name: string
}

interface Layer {
  readonly kind: 'Burst' | 'Steady' | 'One picture' | 'Weather'
  readonly frame: string
  readonly values: readonly Value[]
  /** [group, word that stands there, option]. */
  readonly words?: readonly (readonly [group: string, now: string, option: string])[]
  readonly tint?: string
}

/** Counts what a hand does. */
class Hand {
  actions = 0
  readonly #studio: Studio
  readonly #page: Page

  constructor(studio: Studio) {
    this.#studio = studio
    this.#page = studio.page
  }

  async press(what: Locator): Promise<void> {
    this.actions++
    await what.click()
  }

  async key(name: string): Promise<void> {
    this.actions++
    await this.#page.keyboard.press(name)
  }

  async #frame(name: string): Promise<void> {
    await this.press(this.#page.locator('[data-group="look"] .word-choice').first())
    await this.press(this.#page.getByRole('button', { name, exact: true }).first())
    await this.#page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  }

  /** A press on the number, the typed value, and Enter; before, its group is opened and its force added. */
  async #typed({ property, text, part = 'value', group, force }: Value): Promise<void> {
    const title = this.#page.locator(`[data-group="${group}"] .group-title`)
    if (group && (await title.getAttribute('aria-expanded')) === 'false') await this.press(title)
    if (force) {
      await this.press(this.#page.getByRole('button', { name: 'Add a force' }))
      await this.press(this.#page.getByRole('option', { name: new RegExp(`^${force}`) }).first())
    }
    this.actions += 3
    await this.#studio.type(property, text, part)
  }

  async #word([group, now, option]: readonly [string, string, string]): Promise<void> {
    if (now.startsWith('@')) {
      await this.press(this.#page.locator(`[data-choice="${now.slice(1)}"] [role="combobox"]`))
      await this.press(this.#page.getByRole('option', { name: option, exact: true }))
      return
    }
    const word = this.#page.locator(`[data-group="${group}"]`).getByRole('button', { name: now, exact: true })
    await this.press(word.first())
    await this.press(this.#page.getByRole('menuitem', { name: option, exact: true }))
    await this.#page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  }

  async #tint(name: string): Promise<void> {
    await this.press(this.#page.getByRole('group', { name: 'Ramp' }).getByRole('button', { name: 'Tint' }))
    await this.press(this.#page.getByRole('button', { name: 'At hand' }))
    await this.press(this.#page.getByRole('button', { name: `Use the ramp ${name}` }))
    // The shelf stayed open then.
    this.actions++
    await this.#page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  }

  /** The key that goes to the search, the typed line, and Enter. */
  async #order(line: string): Promise<void> {
    this.actions += 3
    await this.#page.keyboard.press('Control+f')
    await this.#page.keyboard.type(line, { delay: 10 })
    await expect(this.#page.locator('.recipe-found [role="option"]').first()).toContainText('Set ')
    await this.#page.keyboard.press('Enter')
  }

  async begin(way: Way, kind: Layer['kind']): Promise<void> {
    await this.press(this.#page.getByRole('button', { name: 'New effect', exact: true }))
    if (way === 'now')
      await this.press(this.#page.getByRole('button', { name: `Begin with ${kind}` }).first())
    else await this.#page.getByRole('button', { name: 'Begin with Steady' }).click()
    await this.#studio.stage.waitFor()
    if (way === 'now') return
    await this.key('Shift+Delete')
    await this.add(kind)
  }

  async add(kind: Layer['kind']): Promise<void> {
    await this.press(this.#page.getByRole('button', { name: 'Add emitter' }))
    await this.press(this.#page.getByRole('menuitem', { name: kind, exact: true }))
    await this.#page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  }

  async layer(way: Way, { frame, values, words = [], tint }: Layer): Promise<void> {
    await this.#frame(frame)
    if (way === 'now') {
      const line = [
        ...words.map(([, , option]) => option),
        ...values.map(({ name, text }) => `${name} ${text}`),
        ...(tint ? [`tint ${tint.toLowerCase()}`] : []),
      ]
      return this.#order(line.join('; '))
    }
    for (const word of words) await this.#word(word)
    for (const value of values) await this.#typed(value)
    if (tint) await this.#tint(tint)
  }
}

const v = (name: string, property: string, text: string, more: Partial<Value> = {}): Value => ({
  name,
  property,
  text,
  ...more,
})
const ADDITIVE = ['look', 'normal', 'additive'] as const
const life = (text: string): Value => v('life', 'life', text, { part: 'from' })
const speed = (text: string): Value => v('speed', 'speed', text, { part: 'from' })

const EFFECTS: Readonly<Record<string, { readonly goal: string; readonly layers: readonly Layer[] }>> = {
  'a blast in three layers': {
    goal: 'under 35',
    layers: [
      { kind: 'Burst', frame: 'puff', values: [life('0.9-1.6'), speed('20-80')], tint: 'Smoke' },
      {
        kind: 'Burst',
        frame: 'torn puff',
        words: [ADDITIVE],
        values: [life('0.3-0.7'), v('scale', 'scale', '0.8-1.6', { part: 'both' })],
        tint: 'Fire',
      },
      {
        kind: 'Burst',
        frame: 'spark',
        words: [ADDITIVE],
        values: [v('count', 'burstCount', '50', { part: 'both' }), life('0.3-0.9'), speed('150-500')],
        tint: 'Cooling ember',
      },
    ],
  },
  snow: {
    goal: 'a third less',
    layers: [
      {
        kind: 'Weather',
        frame: 'glow',
        values: [
          v('flow', 'flow', '30', { group: 'how-many' }),
          life('6-8'),
          speed('26-60'),
          v('scale', 'scale', '0.2-0.5', { part: 'both', group: 'scale' }),
          v('sway', 'sway', '18', { group: 'forces', force: 'Sway' }),
        ],
      },
    ],
  },
  slash: {
    goal: 'a third less',
    layers: [
      {
        kind: 'Burst',
        frame: 'spark',
        words: [ADDITIVE, ['where', 'a point', 'a ring'], ['launch', '@aim', 'along the path']],
        values: [
          life('0.16-0.24'),
          speed('0'),
          v('arc', 'shapeArc', '130', { group: 'where' }),
          v('count', 'burstCount', '30', { part: 'both' }),
        ],
      },
    ],
  },
  'homing orbs': {
    goal: 'a third less',
    layers: [
      {
        kind: 'Steady',
        frame: 'glow',
        words: [ADDITIVE],
        values: [
          v('flow', 'flow', '8', { group: 'how-many' }),
          life('1.4'),
          v('pull', 'pull', '500', { group: 'forces', force: 'Pull' }),
          v('fan', 'fan', '160'),
        ],
        tint: 'Spell',
      },
    ],
  },
  shatter: {
    goal: 'a third less',
    layers: [
      {
        kind: 'Burst',
        frame: 'chip',
        values: [
          v('count', 'burstCount', '22', { part: 'both' }),
          life('0.6-1.1'),
          speed('60-240'),
          v('spin', 'spin', '-540-540', { part: 'both', group: 'facing' }),
          v('gravity', 'gravity', '620', { group: 'forces', force: 'Gravity' }),
        ],
      },
    ],
  },
  coin: {
    goal: 'a third less',
    layers: [
      {
        kind: 'One picture',
        frame: 'glow',
        values: [
          v('life', 'life', '0.9', { part: 'both' }),
          v('speed', 'speed', '140', { part: 'both' }),
          v('gravity', 'gravity', '300', { group: 'forces', force: 'Gravity' }),
          v('scale', 'scale', '0.4', { part: 'both', group: 'scale' }),
        ],
        tint: 'Dawn',
      },
    ],
  },
}

const build = async (studio: Studio, way: Way, layers: readonly Layer[]): Promise<number> => {
  const hand = new Hand(studio)
  await studio.page.getByRole('button', { name: 'New effect', exact: true }).waitFor()
  for (const [k, layer] of layers.entries()) {
    if (k === 0) await hand.begin(way, layer.kind)
    else await hand.add(layer.kind)
    await hand.layer(way, layer)
  }
  await expect(studio.tracks).toHaveCount(layers.length)
  await studio.page.locator('.crumb').first().click()
  return hand.actions
}

await withStudio(async (studio) => {
  await (await studio.openShelf()).openKit()
  console.log(`${'effect'.padEnd(28)} before   now   goal`)
  for (const [name, { goal, layers }] of Object.entries(EFFECTS)) {
    const before = await build(studio, 'before', layers)
    const now = await build(studio, 'now', layers)
    const less = Math.round((1 - now / before) * 100)
    console.log(
      `${name.padEnd(28)} ${String(before).padStart(6)} ${String(now).padStart(5)}   ${goal} (${less} % less)`,
    )
  }
})
