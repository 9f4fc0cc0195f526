/** The studio in a user's words. */
import { makeDemo } from '@gliv/demo'
import { expect, type Locator, type Page } from '@playwright/test'

let made: ReturnType<typeof makeDemo> | null = null
const demo = (): ReturnType<typeof makeDemo> => (made ??= makeDemo())

export class Studio {
  readonly page: Page
  constructor(page: Page) {
    this.page = page
  }

  async openShelf(): Promise<this> {
    await this.page.goto('/')
    await this.page.getByTestId('kit-card').first().waitFor()
    return this
  }

  async openKit(name = 'Last Ferry'): Promise<this> {
    await this.page.getByRole('link', { name: `Open ${name}`, exact: true }).click()
    await this.page.getByRole('button', { name: 'New effect' }).waitFor()
    return this
  }

  async openEffect(name: string): Promise<this> {
    await this.page.getByRole('link', { name: `Open ${name}`, exact: true }).click()
    await this.stage.waitFor()
    await expect(this.page.getByTestId('clock')).toContainText('alive')
    return this
  }

  /** To another address of the studio without loading the page again, as a link would. */
  async goWithin(path: string): Promise<void> {
    await this.page.evaluate((to) => {
      history.pushState({}, '', to)
      dispatchEvent(new PopStateEvent('popstate', { state: {} }))
    }, path)
  }

  /**
   * From the shelf straight into an effect of the demo, without the kit page and its twenty moving pictures.
   */
  async openDemoEffect(name: string): Promise<this> {
    await this.openShelf()
    const { kit } = demo()
    const id = kit.effectOrder.find((effect) => kit.effects[effect]!.name === name)!
    await this.goWithin(`/kit/${kit.id}/effect/${id}`)
    await this.stage.waitFor()
    await expect(this.page.getByTestId('clock')).toContainText('alive')
    return this
  }

  get stage(): Locator {
    return this.page.getByTestId('stage')
  }

  get tracks(): Locator {
    return this.page.getByTestId('track')
  }

  track(name: string): Locator {
    return this.tracks.filter({ has: this.page.getByRole('button', { name, exact: true }) })
  }

  async selectEmitter(name: string): Promise<this> {
    await this.track(name).getByRole('button', { name, exact: true }).click()
    await expect(this.page.getByRole('textbox', { name: 'Emitter name' })).toHaveValue(name)
    return this
  }

  /** Stops at an exact tick. */
  async freezeAt(tick: number): Promise<this> {
    if (await this.page.getByRole('button', { name: 'Pause', exact: true }).isVisible())
      await this.page.getByRole('button', { name: 'Pause', exact: true }).click()
    await this.page.evaluate(
      (to) => (globalThis as unknown as { glivStage: { seek(t: number): void } }).glivStage.seek(to),
      tick,
    )
    await this.drawn()
    return this
  }

  /**
   * Waits until what was asked for is on the canvas: two pictures of the screen, and a frozen moment in full.
   */
  async drawn(): Promise<void> {
    await this.page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    )
    await this.page.waitForFunction(() => {
      const stage = (
        globalThis as unknown as {
          glivStage?: { sharp: boolean; playback: { playing: boolean }; canvas: HTMLCanvasElement }
        }
      ).glivStage
      return !stage?.canvas.isConnected || stage.playback.playing || stage.sharp
    })
  }

  async hideHandles(): Promise<this> {
    if (await this.page.getByTestId('handles').isVisible()) await this.page.keyboard.press('h')
    await expect(this.page.getByTestId('handles')).toBeHidden()
    return this
  }

  /** The stage's picture as it is seen. */
  async picture(): Promise<string> {
    await this.drawn()
    return (await this.stage.screenshot()).toString('base64')
  }

  async saved(): Promise<this> {
    await expect(this.page.getByTestId('save-state')).toHaveText('saved')
    return this
  }

  number(property: string, part: 'value' | 'from' | 'to' | 'both' = 'value'): Locator {
    return this.page
      .getByLabel('Recipe')
      .locator(`[data-group] [data-property="${property}"][data-part="${part}"]`)
      .first()
  }

  async type(
    property: string,
    text: string,
    part: 'value' | 'from' | 'to' | 'both' = 'value',
  ): Promise<this> {
    await this.number(property, part).click()
    await this.page.getByLabel('Recipe').locator('.number-input:focus').fill(text)
    await this.page.keyboard.press('Enter')
    return this
  }

  async drag(what: Locator, dx: number, dy: number, steps = 4): Promise<this> {
    await what.scrollIntoViewIfNeeded()
    const box = (await what.boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await this.page.mouse.move(x, y)
    await this.page.mouse.down()
    for (let i = 1; i <= steps; i++) await this.page.mouse.move(x + (dx * i) / steps, y + (dy * i) / steps)
    await this.page.mouse.up()
    return this
  }

  async openGroup(id: string): Promise<this> {
    const group = this.page.locator(`[data-group="${id}"]`)
    const title = group.locator('.group-title')
    if ((await title.getAttribute('aria-expanded')) === 'false') await title.click()
    return this
  }

  handle(name: string): Locator {
    return this.page.locator(`[data-handle="${name}"]`)
  }

  async undo(): Promise<this> {
    return this.#press('Undo')
  }

  async redo(): Promise<this> {
    return this.#press('Redo')
  }

  async #press(name: string): Promise<this> {
    await this.page.getByRole('button', { name, exact: true }).click()
    // Its tooltip reaches over the stage.
    await this.page.mouse.move(460, 20)
    await expect(this.page.locator('.MuiTooltip-popper')).toHaveCount(0)
    return this
  }

  async choose(button: Locator | string, item: string | RegExp): Promise<this> {
    await (
      typeof button === 'string' ? this.page.getByRole('button', { name: button, exact: true }) : button
    ).click()
    await this.page.getByRole('menuitem', { name: item }).click()
    return this
  }

  /** A choice of an open group, by its name and what to choose. */
  async pick(choice: string, option: string): Promise<this> {
    return this.pickFrom(this.page.getByRole('combobox', { name: choice, exact: true }), option)
  }

  /** Chooses in a list and waits until it is gone: while it fades it still catches the pointer. */
  async pickFrom(list: Locator, option: string): Promise<this> {
    await list.click()
    await this.page.getByRole('option', { name: option, exact: true }).click()
    await this.page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
    return this
  }

  /** How many particles live now, as the transport says. */
  async alive(): Promise<number> {
    await this.drawn()
    return Number(/(\d+) alive/.exec((await this.page.getByTestId('clock').textContent()) ?? '')?.[1])
  }
}
