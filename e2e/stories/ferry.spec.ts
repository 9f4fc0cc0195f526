/** Last Ferry, played by keys, by pointer and by touch; packs that are brought to it. */
import { expect, type Page, test } from '@playwright/test'
import { makeDemo } from '@gliv/demo'
import { packText } from '@gliv/export'

const open = async (page: Page, hash = ''): Promise<void> => {
  await page.goto(`/ferry/${hash}`)
  await expect(page.getByText('Last Ferry plays')).toBeVisible()
}

const errand = (page: Page) => page.locator('#errand')
const score = (page: Page) => page.locator('#score')

/** Holds a key until something is to be read. */
const holdUntil = async (page: Page, key: string, is: () => Promise<void>): Promise<void> => {
  await page.keyboard.down(key)
  try {
    await is()
  } finally {
    await page.keyboard.up(key)
  }
}

/** Walks until something can be done here. The page itself lets go in that very picture, however slow they come. */
const walkTo = async (page: Page, key: 'ArrowLeft' | 'ArrowRight', what: string): Promise<void> => {
  await holdUntil(page, key, () =>
    errand(page).evaluate(
      (place, wanted) =>
        new Promise<void>((there, lost) => {
          const look = (): void => {
            if (place.textContent !== wanted) return
            clearTimeout(limit)
            watch.disconnect()
            // Keys are let go of when a window is left.
            dispatchEvent(new Event('blur'))
            there()
          }
          const watch = new MutationObserver(look)
          const limit = setTimeout(() => lost(new Error(`${wanted} was not come to`)), 60_000)
          watch.observe(place, { childList: true, characterData: true, subtree: true })
          look()
        }),
      what,
    ),
  )
  await expect(errand(page)).toHaveText(what)
}

/** Presses the hand's key once what it does is said. */
const act = async (page: Page, what: string): Promise<void> => {
  await expect(errand(page)).toHaveText(what)
  await page.keyboard.press('e')
}

const playing = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const { glivGame } = globalThis as unknown as {
      glivGame: { show: { player: { handles: { name: string }[] } } }
    }
    return glivGame.show.player.handles.map(({ name }) => name)
  })

test('played by keys from the start to the night', async ({ page }) => {
  test.slow()
  await open(page)
  await page.keyboard.press('i')
  await expect(page.locator('#figures')).toContainText(/\d+ effects · \d+ particles · \d+ draw calls/)
  await walkTo(page, 'ArrowRight', 'E: take the crate')
  await act(page, 'E: take the crate')
  await expect(errand(page)).toHaveText('E: set the crate down')
  // Over the edge of the quay, onto the deck.
  await holdUntil(page, 'ArrowRight', () =>
    expect(page.locator('#place')).toHaveText('on the boat', { timeout: 30_000 }),
  )
  await act(page, 'E: set the crate down')
  await page.keyboard.press('ArrowRight', { delay: 300 })
  await walkTo(page, 'ArrowRight', 'E: light the stove')
  await act(page, 'E: light the stove')
  for (let k = 0; k < 2; k++) await act(page, 'E: put coal on the fire')
  await expect(score(page)).toContainText(/stove (9\d|100) %/)
  await walkTo(page, 'ArrowRight', 'E: take the wheel')
  await act(page, 'E: take the wheel')
  await expect(errand(page)).toHaveText('E: leave the wheel')
  await holdUntil(page, 'ArrowRight', () =>
    expect(page.locator('#boat')).toHaveText('boat at the pier', { timeout: 60_000 }),
  )
  await act(page, 'E: leave the wheel')
  // The hours pass; rain, a torch, a flare: all of it at night.
  await page.keyboard.press('t')
  await holdUntil(page, 'n', () => expect(page.locator('#clock')).toHaveText(/^2[12]:/, { timeout: 60_000 }))
  await page.keyboard.press('r')
  await page.keyboard.press('g')
  await expect
    .poll(() => playing(page), { timeout: 20_000 })
    .toEqual(expect.arrayContaining(['Torch', 'Canal rain', 'Lantern moths', 'Distant storm', 'Stove fire']))
})

test('by pointer the deckhand walks; by hand any effect plays, and keys go on afterwards', async ({
  page,
}) => {
  await open(page)
  const x = () =>
    page.evaluate(() => (globalThis as unknown as { glivFerry: { hand: { x: number } } }).glivFerry.hand.x)
  const before = await x()
  await page.mouse.move(1100, 600)
  await page.mouse.down()
  await expect.poll(x).toBeGreaterThan(before + 20)
  await page.mouse.up()
  await page.getByRole('button', { name: 'By hand' }).click()
  await page.getByRole('radio', { name: 'Keg pop' }).click()
  await page.mouse.click(600, 300)
  await expect(page.getByText('Playing Keg pop')).toBeVisible()
  await page.keyboard.press('h')
  await expect(page.getByRole('radiogroup')).toBeHidden()
  const then = await x()
  await holdUntil(page, 'ArrowLeft', () => expect.poll(x).toBeLessThan(then - 10))
  await page.keyboard.press('p')
  await expect(page.getByText('Paused: P goes on')).toBeVisible()
  await page.keyboard.press('p')
})

test('a pack is dropped on it; broken ones are refused in words, and the game goes on', async ({ page }) => {
  await open(page)
  const drop = async (name: string, text: string): Promise<void> => {
    const data = await page.evaluateHandle(
      ([n, t]) => {
        const transfer = new DataTransfer()
        transfer.items.add(new File([t!], n!))
        return transfer
      },
      [name, text],
    )
    await page.locator('body').dispatchEvent('dragover', { dataTransfer: data })
    await page.locator('body').dispatchEvent('drop', { dataTransfer: data })
  }
  await drop('notes.json', 'oh no')
  await expect(page.locator('#status')).toHaveText(
    'notes.json: This is not a Gliv pack: it is not even JSON; export a pack from Gliv',
  )
  await drop('kit.json', '{"format":"gliv-kit"}')
  await expect(page.locator('#status')).toContainText(
    'kit.json: This is not a Gliv pack: "format" is not "gliv-pack"',
  )
  await drop('half.json', packText(makeDemo()).slice(0, 20_000))
  await expect(page.locator('#status')).toContainText('half.json: The pack is damaged: it ends too early')
  const demo = makeDemo()
  demo.kit.name = 'Other boat'
  await drop('other.glivpack.json', packText(demo, { effects: ['coin'] }))
  await expect(page.locator('#status')).toContainText(
    'Other boat has none of this game’s cues'.replace('’', "'"),
  )
  await expect(page.getByRole('radio', { name: 'Coin' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Not linked' })).toBeVisible()
})
