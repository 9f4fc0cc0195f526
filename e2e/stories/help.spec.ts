/** Help: the tour on the real thing, “what is this?” on every control, the guide that is searched, recipes. */
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test('at the first visit a tour of five steps is offered, done on the real interface, and not offered again', async ({
  page,
}) => {
  const studio = new Studio(page)
  await studio.openShelf()
  await page.getByRole('button', { name: 'Take the tour' }).click()
  await studio.stage.waitFor()
  const step = (n: number) => page.getByRole('dialog', { name: new RegExp(`^Tour, ${n} of 5`) })
  await expect(step(1)).toContainText('Press Space')
  await expect(page.getByTestId('clock')).toContainText('alive')
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()
  await expect(step(1)).toContainText('✓')
  await step(1).getByRole('button', { name: 'Next' }).click()
  await studio.type('flow', '33')
  await expect(step(2)).toContainText('✓')
  await step(2).getByRole('button', { name: 'Next' }).click()
  await expect(step(3)).toContainText('ramps')
  await page.getByLabel('Life strip').getByRole('button', { name: 'Opacity' }).click()
  await expect(step(3)).toContainText('✓')
  await step(3).getByRole('button', { name: 'Next' }).click()
  await studio.selectEmitter('Smoke')
  await expect(step(4)).toContainText('✓')
  await step(4).getByRole('button', { name: 'Next' }).click()
  await page.keyboard.press('Control+k')
  await page.keyboard.press('Escape')
  await expect(step(5)).toContainText('✓')
  await step(5).getByRole('button', { name: 'Done' }).click()
  await expect(step(5)).toBeHidden()
  await page.goto('/')
  await page.getByTestId('kit-card').first().waitFor()
  await expect(page.getByRole('button', { name: 'Take the tour' })).toHaveCount(0)
})

const bar = (page: Page) => page.getByText('Point at anything, or go to it by Tab')

/** Puts the focus on every control that is seen, one after the other, and reads what the card says of it. */
const cards = (page: Page): Promise<{ control: string; card: string; sentences: number }[]> =>
  page.evaluate(async () => {
    const all = [
      ...document.querySelectorAll<HTMLElement>(
        'button, a[href], input:not([type="file"]), select, textarea, [role="slider"], [role="spinbutton"], [role="combobox"], [role="separator"]',
      ),
    ].filter(
      (one) =>
        one.checkVisibility({ visibilityProperty: true }) &&
        !one.matches(':disabled, .what-is *, [tabindex="-1"]'),
    )
    const told: { control: string; card: string; sentences: number }[] = []
    for (const one of all) {
      one.focus({ preventScroll: true })
      if (document.activeElement !== one) continue
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
      const card = document.querySelector('.what-is:not(.asking-bar)')
      told.push({
        control: one.outerHTML.slice(0, 120),
        card: [...(card?.querySelectorAll('b, p, dt, dd, footer span') ?? [])]
          .map((e) => e.textContent)
          .join(' | '),
        sentences: card?.querySelectorAll('p').length ?? 0,
      })
    }
    return told
  })

test('“what is this?” explains every control of every screen, by pointer and by focus, and presses none', async ({
  page,
}) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openDemoEffect('Stove fire')
  await studio.freezeAt(30)
  await page.keyboard.press('Shift+F1')
  await expect(bar(page)).toBeVisible()
  const card = page.locator('.what-is').filter({ hasNot: page.getByText('Point at anything') })
  await studio.number('flow').hover()
  await expect(card).toContainText('Particles per second.')
  await expect(card).toContainText('0 to 600')
  await expect(card).toContainText('which particles there are')
  await page.getByRole('slider', { name: 'Heading', exact: true }).first().hover()
  await expect(card).toContainText('0° points right')
  // A press pins it and does nothing else.
  await page.getByRole('button', { name: 'Explore', exact: true }).click()
  await expect(card).toContainText('rows of variations beside the present state')
  await studio.stage.hover({ position: { x: 30, y: 30 } })
  await expect(card).toContainText('rows of variations')
  await expect(page.getByRole('complementary', { name: 'Explore' })).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(bar(page)).toBeHidden()

  for (const [path, sign] of [
    ['', '.all-effects article'],
    ['/effect/stove-fire', '.life-strip .film'],
    ['/sprites', '.sheet-head'],
    ['/ship/stove-fire', '.ship-strip button'],
    ['/stage/pier', '.scene-timeline'],
    ['/many', '.many-page input'],
  ] as const) {
    await studio.goWithin(`/kit/last-ferry${path}`)
    await page.locator(sign).first().waitFor()
    await page.keyboard.press('Shift+F1')
    await expect(bar(page)).toBeVisible()
    const told = await cards(page)
    expect(told.length, path).toBeGreaterThan(15)
    for (const { control, card: text, sentences } of told) {
      // A name, what it is for, and how it is used.
      expect(text, `${path} ${control}`).toMatch(/^(?!This \|)[^|]+ \| .*[a-z].*/)
      expect(sentences, `${path} ${text}`).toBeGreaterThanOrEqual(2)
    }
    await page.keyboard.press('Escape')
    await expect(bar(page)).toBeHidden()
  }
})

test('the guide is searched and read inside, with its pictures; a recipe opens with notes and is undone', async ({
  page,
}) => {
  const studio = new Studio(page)
  await studio.openDemoEffect('Wake')
  await studio.freezeAt(30)
  await page.keyboard.press('F1')
  const guide = page.getByRole('dialog', { name: 'Guide' })
  await expect(guide.getByRole('heading', { name: 'The screens' })).toBeVisible()
  const picture = guide.getByRole('img').first()
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(600)
  await page.keyboard.type('warm-up sustains')
  await expect(guide.getByRole('navigation')).toContainText('Time')
  await page.keyboard.press('Enter')
  await expect(guide.getByRole('heading', { name: 'Time' })).toBeVisible()
  await page.getByRole('searchbox', { name: 'Search the guide' }).fill('zebra')
  await expect(guide).toContainText('Nothing in the guide has all of these words')
  await page.getByRole('searchbox', { name: 'Search the guide' }).fill('')
  await guide.getByRole('button', { name: 'Recipes' }).click()
  await guide.getByRole('button', { name: 'Open the recipe: Rain that fills the view' }).click()
  await expect(guide).toBeHidden()
  await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue('Rain that fills the view')
  const note = page.getByRole('textbox', { name: 'Note on the emitter' })
  await studio.selectEmitter('Splash rings')
  await expect(note).toHaveValue(/waits for the relay of the near rain/)
  // A note of one's own is one step of undo, kept over a reload.
  await note.fill('Less on calm nights.')
  await page.keyboard.press('Escape')
  await expect(note).toHaveValue(/waits for the relay/)
  await note.fill('Less on calm nights.')
  await studio.stage.focus()
  await studio.saved()
  await page.reload()
  await expect(note).toHaveValue('Less on calm nights.')
  await studio.stage.focus()
  await page.keyboard.press('Control+z')
  await expect(note).toHaveValue(/waits for the relay/)
})

test('from the shelf a recipe opens in a kit of recipes, the next one in the same', async ({ page }) => {
  await new Studio(page).openShelf()
  for (const title of ['A pop in hard palette steps', 'Dust on a landing']) {
    await page.goto('/')
    await page.getByTestId('kit-card').first().waitFor()
    await page.keyboard.press('Control+k')
    await page.keyboard.type('recipes')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: `Open the recipe: ${title}` }).click()
    await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue(title)
    await expect(page.getByTestId('save-state')).toHaveText('saved')
  }
  await page.getByRole('link', { name: 'Recipes', exact: true }).click()
  await expect(page.getByRole('link', { name: /^Open (A pop|Dust)/ })).toHaveCount(2)
})
