/**
 * Builds an effect from nothing as a designer does, by pointer and keys, after the document of one that is
 * there.
 */
import type { Burst, Emitter, Kit, ParticleType } from '@gliv/document'
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  FORCE_KINDS,
  property,
  type PropertyId,
  type Ramp,
  type Range,
  SCALAR_RAMPS,
  type TintRamp,
} from '@gliv/model'
import { expect, type Locator, type Page } from '@playwright/test'
import { CHOICES, choiceOptions, type MenuChoice } from '../apps/studio/src/editor/recipe/choices.ts'
import { FORCE_TEXTS } from '@gliv/words'
import { BIAS_TEXTS, EASE_TEXTS, PLAY_TEXTS, RAMP_TEXTS } from '@gliv/words'
import { PROPERTY_TEXTS, UNIT_TEXTS } from '@gliv/words'
import type { Studio } from './studio.ts'

type Value = number | Range

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** What a person types for a value: digits in the unit that is shown. */
const digits = (id: PropertyId, value: number): string =>
  String(Number((value * UNIT_TEXTS[property(id).unit].factor).toPrecision(12)))

const FRESH_EMITTER = { ...DEFAULT_EMITTER_CHOICES, companionOf: null, mask: null } as unknown as Emitter
const FRESH_TYPE = { ...DEFAULT_TYPE_CHOICES, palette: null } as unknown as ParticleType

/** A name that no type of the kit has, so that it is told apart where types are shared. */
const built = ({ name }: ParticleType): string => `Built ${name}`

export class EffectBuilder {
  readonly #studio: Studio
  readonly #page: Page
  readonly #kit: Kit
  readonly #types = new Map<string, string>()

  constructor(studio: Studio, kit: Kit) {
    this.#studio = studio
    this.#page = studio.page
    this.#kit = kit
  }

  async build(effectId: string): Promise<void> {
    const effect = this.#kit.effects[effectId]!
    const page = this.#page
    await page.getByRole('button', { name: 'New effect' }).click()
    await page.getByRole('button', { name: 'Begin with Empty' }).click()
    await this.#studio.stage.waitFor()
    if (await page.getByRole('button', { name: 'Pause', exact: true }).isVisible())
      await page.keyboard.press('Space')
    await expect(this.#studio.tracks).toHaveCount(0)
    await this.#field(page.getByRole('textbox', { name: 'Seed', exact: true }), String(effect.seed))
    const timeline = page.getByLabel('Timeline')
    for (const id of effect.emitterOrder) await this.#emitter(effect.emitters[id]!)
    // What it repeats must be whole before it can repeat.
    await this.#studio.pickFrom(page.getByLabel('How the effect plays'), PLAY_TEXTS[effect.play])
    if (effect.play === 'loop')
      await this.#number(timeline.locator('.play-controls'), 'loopSeconds', effect.numbers.loopSeconds)
    if (effect.play === 'period')
      await this.#number(timeline.locator('.play-controls'), 'periodSeconds', effect.numbers.periodSeconds)
    await this.#effectNumbers(effect)
  }

  async #effectNumbers({ play, numbers }: Kit['effects'][string]): Promise<void> {
    const rare = (['warmUp', 'timeScale', 'jumpPx'] as const).filter(
      (id) => !same(numbers[id], defaultsOf('effect')[id]),
    )
    const ids = [...(play === 'sustain' ? (['sustainFrom', 'sustainTo'] as const) : []), ...rare]
    if (ids.length === 0) return
    await this.#page.getByRole('button', { name: 'The effect’s own page' }).click()
    for (const id of ids) await this.#number(this.#page.locator('.effect-page'), id, numbers[id])
    await this.#page.keyboard.press('Escape')
    await this.#page.locator('.effect-page').waitFor({ state: 'detached' })
  }

  async #emitter(emitter: Emitter): Promise<void> {
    const page = this.#page
    await this.#studio.choose(page.getByRole('button', { name: 'Add emitter' }), /^Steady$/)
    await page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
    await this.#field(page.getByRole('textbox', { name: 'Emitter name', exact: true }), emitter.name)
    const type = this.#kit.types[emitter.type]!
    const shared = this.#types.get(type.id)
    if (shared !== undefined) await this.#studio.choose('Use another', `Share “${shared}”`)
    else await this.#type(emitter, type)
    this.#types.set(type.id, built(type))
    for (const group of ['how-many', 'where', 'launch', 'order']) await this.#studio.openGroup(group)
    await this.#choices(emitter, type, 'emitter')
    await this.#bursts(emitter.bursts)
    await this.#numbers(emitter.numbers, defaultsOf('emitter'))
    if (emitter.layer !== DEFAULT_EMITTER_CHOICES.layer)
      await this.#field(page.getByRole('combobox', { name: 'Layer', exact: true }), emitter.layer)
  }

  async #type(emitter: Emitter, type: ParticleType): Promise<void> {
    const page = this.#page
    await this.#field(page.getByRole('textbox', { name: 'Particle type name', exact: true }), built(type))
    await this.#picture(type)
    for (const group of [
      'life',
      'look',
      'frames',
      'scale',
      'tint',
      'opacity',
      'forces',
      'contact',
      'end',
      'facing',
    ])
      await this.#studio.openGroup(group)
    for (const force of FORCE_KINDS.filter((kind) => type.forces.includes(kind))) {
      await page.getByRole('button', { name: 'Add a force' }).click()
      await page
        .getByRole('option', { name: new RegExp(`^${FORCE_TEXTS[force].label}`) })
        .first()
        .click()
      await page.locator(`[data-force="${force}"]`).waitFor()
    }
    await this.#choices(emitter, type, 'type')
    await this.#numbers(type.numbers, defaultsOf('type'))
    for (const kind of SCALAR_RAMPS)
      if (!same(type.ramps[kind], DEFAULT_RAMPS[kind])) await this.#ramp(kind, type.ramps[kind])
    if (!same(type.ramps.tint, DEFAULT_RAMPS.tint)) await this.#tint(type.ramps.tint)
  }

  async #picture(type: ParticleType): Promise<void> {
    const [picture] = type.pictures
    const sheet = this.#kit.sheets[picture!.sheet]!
    await this.#page.locator('[data-group="look"] .word-choice').first().click()
    await this.#page
      .locator('.frame-menu section')
      .filter({ hasText: sheet.name })
      .getByRole('button', { name: sheet.frames[picture!.frames[0]!]!.name, exact: true })
      .click()
    await this.#page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  }

  /**
   * Every word that differs from a new emitter's; those that appear after others have been chosen come in a
   * second round.
   */
  async #choices(emitter: Emitter, type: ParticleType, owner: 'emitter' | 'type'): Promise<void> {
    const fresh = owner === 'emitter' ? { emitter: FRESH_EMITTER, type } : { emitter, type: FRESH_TYPE }
    const ids = (Object.keys(CHOICES) as MenuChoice[]).filter((id) => {
      const choice = CHOICES[id] as { current(e: Emitter, t: ParticleType): string }
      return choice.current(emitter, type) !== choice.current(fresh.emitter, fresh.type)
    })
    const done = new Set<MenuChoice>()
    for (let round = 0; round < 2; round++)
      for (const id of ids) {
        const list = this.#page.locator(`.choice-row[data-choice="${id}"] [role="combobox"]`)
        if (done.has(id) || (await list.count()) === 0) continue
        const wanted = CHOICES[id].current(emitter, type)
        const option = choiceOptions(id, this.#kit, emitter, type, {
          effect: '',
          emitter: emitter.id,
          type: type.id,
        }).find((o) => o.value === wanted)!
        await list.scrollIntoViewIfNeeded()
        await this.#studio.pickFrom(list, option.label)
        done.add(id)
      }
  }

  async #bursts(bursts: readonly Burst[]): Promise<void> {
    const fresh = defaultsOf('burst')
    for (const [i, burst] of bursts.entries()) {
      await this.#page.getByRole('button', { name: 'Add a burst' }).click()
      const row = this.#page.locator('.burst').nth(i)
      await row.getByRole('button', { name: 'All of this burst' }).click()
      for (const id of Object.keys(fresh) as (keyof typeof fresh)[])
        if (!same(burst.numbers[id], fresh[id]))
          await this.#number(row.locator(`[data-row="${id}"]`), id, burst.numbers[id])
    }
  }

  /** Numbers that differ from a new emitter's; those that appear after others come in a second round. */
  async #numbers(numbers: object, fresh: object): Promise<void> {
    const wanted = numbers as Record<string, Value>
    const ids = (Object.keys(fresh) as PropertyId[]).filter(
      (id) => !same(wanted[id], (fresh as Record<string, Value>)[id]),
    )
    const done = new Set<PropertyId>()
    for (let round = 0; round < 2; round++)
      for (const id of ids) {
        const row = this.#page.getByLabel('Recipe').locator(`.group-body [data-row="${id}"]`)
        if (done.has(id) || (await row.count()) === 0) continue
        await this.#number(row.first(), id, wanted[id]!)
        done.add(id)
      }
  }

  async #number(row: Locator, id: PropertyId, value: Value): Promise<void> {
    const number = row.locator(`.drag-number[data-property="${id}"]`)
    if (typeof value !== 'number' && value.from === value.to && (await number.count()) > 1)
      await row.getByRole('button', { name: `Join ${PROPERTY_TEXTS[id].label}` }).click()
    await number.first().click()
    const field = row.locator('.number-input:focus')
    await field.fill(
      typeof value === 'number'
        ? digits(id, value)
        : value.from === value.to
          ? digits(id, value.from)
          : `${digits(id, value.from)} to ${digits(id, value.to)}`,
    )
    await field.press('Enter')
    const bias = typeof value === 'number' ? undefined : value.bias
    for (let press = 0; bias !== undefined && bias !== 'even' && press < 4; press++) {
      const button = row.getByRole('button', { name: /^Bias of/ })
      if ((await button.getAttribute('aria-label'))!.endsWith(`: ${BIAS_TEXTS[bias]}`)) break
      await button.click()
    }
  }

  async #field(field: Locator, text: string): Promise<void> {
    await field.fill(text)
    await field.press('Enter')
  }

  async #starter(name: string): Promise<void> {
    await this.#page.getByRole('button', { name: 'At hand' }).click()
    await this.#page.getByRole('button', { name: `Use the ramp ${name}` }).click()
    await this.#page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  }

  /**
   * From a flat ramp: each further point by a press on the plot, then its exact place and value by typing.
   */
  async #ramp(kind: (typeof SCALAR_RAMPS)[number], ramp: Ramp): Promise<void> {
    const page = this.#page
    await page
      .getByRole('group', { name: 'Ramp' })
      .getByRole('button', { name: RAMP_TEXTS[kind], exact: true })
      .click()
    await this.#starter('Flat')
    const plot = page.getByTestId(`ramp-${kind}`).locator('.ramp-plot')
    const points = plot.getByTestId('ramp-point')
    const set = async (at: number | null, value: number): Promise<void> => {
      if (at !== null)
        await this.#field(
          page.getByRole('textbox', { name: 'Point at in percent' }),
          String(Number((at * 100).toPrecision(10))),
        )
      await this.#field(
        page.getByRole('textbox', { name: 'Point value in percent' }),
        String(Number((value * 100).toPrecision(10))),
      )
    }
    await points.first().focus()
    await set(null, ramp.points[0]!.value)
    for (const [i, point] of ramp.points.slice(1).entries()) {
      const box = (await plot.boundingBox())!
      // Half-way between the last point and the end: there is always room.
      const before = ramp.points[i]!.at
      await page.mouse.click(box.x + ((before + 1) / 2) * box.width, box.y + box.height / 2)
      await expect(points).toHaveCount(i + 2)
      await points.nth(i + 1).focus()
      await set(point.at, point.value)
    }
    for (const [i, point] of ramp.points.slice(0, -1).entries()) {
      await points.nth(i).focus()
      const list = page.getByRole('combobox', { name: 'Way to the next point' })
      if ((await list.textContent()) !== EASE_TEXTS[point.ease])
        await this.#studio.pickFrom(list, EASE_TEXTS[point.ease])
    }
  }

  async #tint(tint: TintRamp): Promise<void> {
    const page = this.#page
    await page
      .getByRole('group', { name: 'Ramp' })
      .getByRole('button', { name: RAMP_TEXTS.tint, exact: true })
      .click()
    await this.#starter('White')
    const band = page.getByTestId('ramp-tint').locator('.tint-band')
    const stops = band.getByTestId('tint-stop')
    const strip = page.getByLabel('Life strip')
    for (const [i, point] of tint.points.entries()) {
      if (i > 0) {
        const box = (await band.boundingBox())!
        await page.mouse.click(box.x + ((tint.points[i - 1]!.at + 1) / 2) * box.width, box.y + box.height / 2)
        await expect(stops).toHaveCount(i + 1)
      }
      await stops.nth(i).focus()
      if (point.at > 0)
        await this.#field(
          strip.getByRole('textbox', { name: 'Point at in percent' }),
          String(Number((point.at * 100).toPrecision(10))),
        )
      await this.#field(strip.getByRole('textbox', { name: 'Colour', exact: true }), point.colour)
    }
  }
}
