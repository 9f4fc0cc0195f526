/** Every screen in every theme, looked through by axe: no finding of any impact. */
import AxeBuilder from '@axe-core/playwright'
import { encodePng } from '@gliv/pixels'
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

const THEMES = ['Paper', 'Night', 'Neutral grey'] as const

/** What depends on a theme is looked for in each; everything, once. */
const findings = async (page: Page, where: string, theme: (typeof THEMES)[number]): Promise<string[]> => {
  // A tooltip that is just fading belongs to no part of the page.
  await page.mouse.move(640, 3)
  await page.locator('.MuiTooltip-popper').waitFor({ state: 'detached' })
  const { violations } = await new AxeBuilder({ page })
    .options({
      resultTypes: ['violations'],
      rules: { 'target-size': { enabled: true } },
      ...(theme === 'Paper' ? {} : { runOnly: ['color-contrast', 'link-in-text-block'] }),
    })
    .analyze()
  if (process.env['GLIV_AXE_SHORT'] === '1')
    return [
      ...new Set(
        violations.flatMap(({ id, nodes }) =>
          nodes.map(
            (node) =>
              `${where}: ${id} ${node.html
                .replace(
                  /(aria-valuetext|aria-valuenow|aria-label|title|style|d|id|data-[a-z]+)="[^"]*"/g,
                  '',
                )
                .replace(/css-\w+/g, '')
                .slice(0, 110)}`,
          ),
        ),
      ),
    ]
  return violations.flatMap(({ id, impact, nodes }) =>
    nodes.map(
      (node) =>
        `${where}: ${impact} ${id} at ${node.target.join(' ')} – ${(node.failureSummary ?? '').split('\n').slice(1, 3).join(' ').trim()}`,
    ),
  )
}

/** Each screen, and how to come from the one before to it. */
const SCREENS: readonly (readonly [string, (studio: Studio, page: Page) => Promise<unknown>])[] = [
  ['shelf', (studio) => studio.openShelf()],
  ['kit page', (studio) => studio.openKit()],
  ['editor', (studio) => studio.openEffect('Cargo blast').then((s) => s.freezeAt(12))],
  [
    'editor, groups open',
    async (studio, page) => {
      await studio.selectEmitter('Sparks')
      for (const id of ['how-many', 'where', 'look', 'scale', 'forces', 'order']) await studio.openGroup(id)
      await page.getByRole('button', { name: 'Paths', exact: true }).click()
    },
  ],
  [
    'starters',
    (_studio, page) =>
      page
        .getByRole('button', { name: 'Add emitter' })
        .click()
        .then(() => page.getByRole('menuitem', { name: 'Starters…' }).click())
        .then(() => page.getByLabel('Find a starter').waitFor()),
  ],
  [
    'sprites drawer',
    (_studio, page) =>
      page.keyboard
        .press('Escape')
        .then(() => page.keyboard.press('p'))
        .then(() => page.getByTestId('sprites-drawer').waitFor()),
  ],
  [
    'levers',
    (_studio, page) =>
      page.keyboard
        .press('Escape')
        .then(() => page.getByRole('button', { name: 'Levers' }).click())
        .then(() => page.getByLabel('Levers', { exact: true }).waitFor()),
  ],
  [
    'table',
    (_studio, page) =>
      page.keyboard
        .press('Escape')
        .then(() => page.getByRole('button', { name: 'Table', exact: true }).click())
        .then(() => page.locator('.recipe-table').waitFor()),
  ],
  [
    'ship',
    (_studio, page) =>
      page.keyboard
        .press('Escape')
        .then(() => page.getByRole('link', { name: 'Ship', exact: true }).click())
        .then(() => page.getByTestId('sheet-facts').waitFor()),
  ],
  [
    'effect page, in its scene',
    async (_studio, page) => {
      await page.goBack()
      await page.getByRole('button', { name: 'The effect’s own page' }).click()
      await page.locator('.effect-page').waitFor()
      await page.getByRole('button', { name: 'Alone', exact: true }).click()
      await page.getByRole('menuitem', { name: 'In “The pier”' }).click()
      await page.locator('.scene-line').waitFor()
    },
  ],
  [
    'costs and nine seeds',
    async (_studio, page) => {
      await page.getByTestId('cost').click()
      await page.getByRole('table').waitFor()
      await page.getByRole('button', { name: 'Nine seeds' }).click()
      await page.getByRole('group', { name: 'Nine seeds' }).waitFor()
    },
  ],
  [
    'stage',
    async (_studio, page) => {
      await page.goto('/kit/last-ferry/stage/pier')
      await page.locator('.scene-firing').first().waitFor()
      for (const title of [/^Picture/, /^Surfaces/, /^Cues of the kit/, /^Camera/])
        await page.getByRole('button', { name: title }).click()
      for (const details of await page.locator('.stage-column summary').all()) await details.click()
      for (const more of await page.getByRole('button', { name: 'More of this sentence' }).all())
        await more.click()
    },
  ],
  [
    'many effects',
    async (_studio, page) => {
      await page.keyboard.press('Escape')
      await page.goto('/kit/last-ferry/many')
      await page.getByTestId('many-pair').first().waitFor()
      const pattern = page.getByRole('textbox', { name: 'Pattern of names' })
      await pattern.fill('{n} {name}')
      await pattern.press('Enter')
    },
  ],
  [
    'numbers as text',
    async (_studio, page) => {
      await page.goto('/kit/last-ferry/text')
      await page.getByRole('button', { name: 'change a copy' }).click()
      await page.getByRole('textbox', { name: 'Template text' }).fill('{{oops}}')
      await page.getByRole('alert').waitFor()
    },
  ],
  [
    'sprites page',
    (_studio, page) =>
      page.keyboard
        .press('Escape')
        .then(() => page.goto('/kit/last-ferry/sprites'))
        .then(() => page.getByRole('heading', { level: 1 }).waitFor()),
  ],
  [
    'import',
    async (_studio, page) => {
      await page.getByTestId('import-input').setInputFiles({
        name: 'puff.png',
        mimeType: 'image/png',
        buffer: Buffer.from(encodePng({ width: 32, height: 8, data: new Uint8Array(32 * 8 * 4).fill(255) })),
      })
      await page.getByRole('dialog').waitFor()
    },
  ],
  [
    'takes',
    async (studio, page) => {
      await page.keyboard.press('Escape')
      await studio.goWithin('/kit/last-ferry/effect/stove-fire')
      await studio.stage.waitFor()
      await studio.freezeAt(30)
      await page.keyboard.press('k')
      await studio.openGroup('launch')
      await studio.type('fan', '99')
      await page.getByRole('button', { name: 'Compare Take 1' }).click()
      await page.getByRole('button', { name: 'Take 1 side by side' }).click()
      await page.getByRole('group', { name: 'States side by side' }).waitFor()
    },
  ],
  [
    'explore',
    async (_studio, page) => {
      await page.keyboard.press('q')
      await page
        .getByRole('button', { name: /^Go on from / })
        .first()
        .waitFor({ timeout: 30_000 })
    },
  ],
  [
    'commands',
    async (_studio, page) => {
      await page.keyboard.press('Escape')
      await page.keyboard.press('Control+k')
      await page.getByRole('dialog', { name: 'Commands' }).waitFor()
    },
  ],
  [
    'keys',
    async (_studio, page) => {
      await page.getByRole('button', { name: 'Change keys' }).click()
      await page.getByRole('dialog', { name: 'Keys of all commands' }).waitFor()
    },
  ],
  [
    'history',
    async (_studio, page) => {
      await page.keyboard.press('Escape')
      await page.getByRole('button', { name: 'History', exact: true }).click()
      await page
        .getByRole('button', { name: /^When it was opened/ })
        .first()
        .click()
      await page.getByRole('button', { name: 'Take Stove fire back' }).waitFor()
    },
  ],
  [
    'chosen effects',
    async (studio, page) => {
      await page.keyboard.press('Escape')
      await studio.goWithin('/kit/last-ferry')
      await page
        .getByRole('link', { name: 'Open Pier dust', exact: true })
        .click({ modifiers: ['ControlOrMeta'] })
      await page.getByRole('toolbar', { name: 'Chosen effects' }).waitFor()
    },
  ],
  [
    'recovery',
    (_studio, page) =>
      page.keyboard
        .press('Escape')
        .then(() => page.goto('/kit/last-ferry/recovery'))
        .then(() => page.getByRole('heading', { level: 1 }).waitFor()),
  ],
]

/** Help, menus, and what is kept: beginning on the shelf at a first visit. */
const ASIDE: typeof SCREENS = [
  ['first visit', (_studio, page) => page.getByRole('button', { name: 'See recipes' }).waitFor()],
  [
    'recipes',
    async (_studio, page) => {
      await page.getByRole('button', { name: 'See recipes' }).click()
      await page
        .getByRole('button', { name: /^Open the recipe/ })
        .first()
        .waitFor()
    },
  ],
  [
    'guide',
    async (_studio, page) => {
      await page.getByRole('button', { name: 'Keys', exact: true }).click()
      await page.getByRole('table').waitFor()
    },
  ],
  [
    'what is stored',
    async (_studio, page) => {
      await page.keyboard.press('Escape')
      await page.getByRole('button', { name: 'What is stored' }).click()
      await page.getByRole('row', { name: /^Last Ferry/ }).waitFor()
    },
  ],
  [
    'tour',
    async (studio, page) => {
      await page.keyboard.press('Escape')
      await page.getByRole('button', { name: 'Take the tour' }).click()
      await studio.stage.waitFor()
      await page.getByRole('dialog', { name: /^Tour, 1 of 5/ }).waitFor()
    },
  ],
  [
    'what is this',
    async (studio, page) => {
      await page.keyboard.press('Escape')
      await studio.freezeAt(20)
      await page.keyboard.press('Shift+F1')
      await page.getByText('Point at anything').waitFor()
      await studio.number('flow').focus()
      await page.getByText('Particles per second.').waitFor()
    },
  ],
  [
    'menu of a track',
    async (studio, page) => {
      await page.keyboard.press('Escape')
      await studio.tracks.first().locator('.track-name').click({ button: 'right' })
      await page.getByRole('menu', { name: 'Track' }).waitFor()
    },
  ],
  [
    'keep a starter',
    async (_studio, page) => {
      await page.getByRole('menuitem', { name: /^Keep as a starter/ }).click()
      await page.getByRole('dialog', { name: 'Keep as a starter' }).waitFor()
    },
  ],
  [
    'own starters',
    async (_studio, page) => {
      await page.keyboard.press('Enter')
      await page.getByRole('button', { name: 'Add emitter' }).click()
      await page.getByRole('menuitem', { name: 'Starters…' }).click()
      await page.getByRole('button', { name: /^Use your starter/ }).waitFor()
    },
  ],
  [
    'nothing here',
    async (studio, page) => {
      await page.keyboard.press('Escape')
      await studio.goWithin('/kit/last-ferry/effect/sunken')
      await page.getByRole('link', { name: 'To the kit page' }).waitFor()
    },
  ],
]

for (const theme of THEMES)
  test(`no finding on help and menus in ${theme}`, async ({ page }) => {
    test.slow()
    const studio = await new Studio(page).openShelf()
    await page.getByRole('button', { name: 'Theme' }).click()
    await page.getByRole('menuitem', { name: theme }).click()
    const all: string[] = []
    for (const [name, go] of ASIDE) {
      await go(studio, page)
      all.push(...(await findings(page, name, theme)))
    }
    console.log(`  ${theme}: ${ASIDE.length} screens of help, ${all.length} findings`)
    expect(all).toEqual([])
  })

for (const theme of THEMES)
  test(`no finding on any screen in ${theme}`, async ({ page }) => {
    test.setTimeout(300_000)
    const studio = await new Studio(page).openShelf()
    await page.getByRole('button', { name: 'Theme' }).click()
    await page.getByRole('menuitem', { name: theme }).click()
    const all: string[] = []
    for (const [name, go] of SCREENS) {
      await go(studio, page)
      all.push(...(await findings(page, name, theme)))
    }
    console.log(`  ${theme}: ${SCREENS.length} screens, ${all.length} findings`)
    expect(all).toEqual([])
  })
