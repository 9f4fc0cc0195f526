/**
 * A random walk by pointer and keys: after each key the document, the session and the focus are what the
 * command table
 * predicts. `GLIV_WALK_STEPS` and `GLIV_WALK_SEED` make it longer or another one; the seed is printed.
 */
import { expect, type Page, test } from '@playwright/test'
import { commandRow, COMMANDS, type CommandId } from '../../apps/studio/src/shared/keys/table.ts'
import { dice, type Roll } from '../dice.ts'
import { peek, type Peek } from '../peek.ts'
import { Studio } from '../studio.ts'

const STEPS = Number(process.env['GLIV_WALK_STEPS'] ?? 120)
const SEED = Number(process.env['GLIV_WALK_SEED'] ?? 14)

/** `GLIV_WALK_TOLD=1` prints each step. */
const TOLD = process.env['GLIV_WALK_TOLD'] === '1'

/** What has the focus, told apart by the test's own eyes. */
type Held = 'text' | 'number' | 'slider' | 'button' | 'list' | 'stage' | 'nothing'

interface Seen extends Peek {
  readonly held: Held
  /** Marks the element, so that it is known again. */
  readonly element: string
  readonly drawer: boolean
  readonly muted: string
}

const see = async (page: Page): Promise<Seen> => {
  const around = await page.evaluate(() => {
    const element = document.activeElement
    const role = element?.getAttribute('role') ?? ''
    const held =
      !element || element === document.body
        ? 'nothing'
        : element.matches('.stage')
          ? 'stage'
          : element.matches('input:not([type="checkbox"]), textarea')
            ? 'text'
            : role === 'spinbutton'
              ? 'number'
              : role === 'slider' || role === 'separator'
                ? 'slider'
                : role === 'combobox' || element.matches('select')
                  ? 'list'
                  : element.matches('button, a, [role="button"], input')
                    ? 'button'
                    : 'nothing'
    const name =
      held === 'nothing'
        ? ''
        : `${element?.tagName} ${role} ${element?.getAttribute('aria-label') ?? element?.textContent?.slice(0, 40) ?? ''}`
    return {
      held,
      element: name,
      drawer: document.querySelector('[data-testid="sprites-drawer"]') !== null,
      muted: [...document.querySelectorAll('.track.muted .track-name')].map((e) => e.textContent).join(),
    }
  })
  return { ...(await peek(page)), ...(around as Pick<Seen, 'held' | 'element' | 'drawer' | 'muted'>) }
}

/** What a press of each command changes, and what of all that is looked at it leaves alone. */
type Change = Partial<Record<keyof Seen, unknown>>
const flipped = <K extends 'tracer' | 'paths' | 'one'>(seen: Seen, key: K): Change => ({
  inspect: { ...seen.inspect, [key]: !seen.inspect[key] },
})
const session = (seen: Seen, change: Partial<Seen['session']>): Change => ({
  session: { ...seen.session, ...change },
})

/** Null: not pressed in this walk. `document` marks what edits; the rest may not. */
const PREDICTED: {
  readonly [Id in CommandId]:
    ((seen: Seen) => Change & { readonly document?: 'edit' | 'undo' | 'redo' }) | null
} = {
  // The ship screen has its own story.
  baked: null,
  // Takes and Explore have their own story.
  keepTake: null,
  otherTake: null,
  beside: null,
  explore: null,
  // Found in the list of commands, which has its own story.
  commands: null,
  history: null,
  // Help has its own story.
  guide: null,
  whatIs: null,
  recipes: null,
  tour: null,
  // Files of the system have their own story.
  openFile: null,
  saveFile: null,
  saveFileAs: null,
  storage: null,
  selectAll: null,
  copyLink: null,
  shortcuts: null,
  toShelf: null,
  toKit: null,
  toSprites: null,
  toShip: null,
  levers: null,
  effectPage: null,
  costs: null,
  takes: null,
  pauseGame: null,
  shipPlay: null,
  frameBack: null,
  frameOn: null,
  carryBack: null,
  carryOn: null,
  holdLonger: null,
  holdShorter: null,
  leaveOut: null,
  escape: null,
  find: null,
  remove: null,
  duplicate: null,
  frameAll: () => ({}),
  frameEmitter: () => ({}),
  zoom: () => ({}),
  otherBlend: () => ({}),
  otherGround: () => ({}),
  without: () => ({}),
  reference: () => ({}),
  undo: ({ undo }) => (undo.length === 0 ? {} : { document: 'undo', muted: undefined }),
  redo: ({ redo }) => (redo.length === 0 ? {} : { document: 'redo', muted: undefined }),
  play: ({ playing }) => ({ playing: !playing }),
  start: () => ({ tick: 0 }),
  tickBack: ({ tick }) => ({ tick: Math.max(0, tick - 1), playing: false }),
  tickOn: ({ tick }) => ({ tick: tick + 1, playing: false }),
  tenBack: ({ tick }) => ({ tick: Math.max(0, tick - 10), playing: false }),
  tenOn: ({ tick }) => ({ tick: tick + 10, playing: false }),
  again: (seen) => session(seen, { loop: !seen.session.loop }),
  // A handle that goes takes the focus along to the stage.
  handles: (seen) => ({
    ...session(seen, { handles: !seen.session.handles }),
    ...(seen.element.startsWith('g slider') && !seen.element.includes('Point')
      ? { held: 'stage', element: undefined }
      : {}),
  }),
  stageOnly: null,
  inScene: null,
  nine: null,
  playHere: () => ({}),
  sprites: ({ drawer }) => ({ drawer: !drawer }),
  mute: () => ({ document: 'edit', muted: undefined }),
  muteSounds: () => ({}),
  solo: () => ({ solo: undefined }),
  tracer: (seen) => flipped(seen, 'tracer'),
  paths: (seen) => flipped(seen, 'paths'),
  one: (seen) => flipped(seen, 'one'),
  nudge: ({ held }) => (held === 'stage' ? { document: 'edit' } : {}),
  nudgeFar: ({ held }) => (held === 'stage' ? { document: 'edit' } : {}),
}

const ids = (Object.keys(COMMANDS) as CommandId[]).filter((id) => PREDICTED[id] !== null)
const ARROWS = /^(Shift\+)?Arrow/

/** Whose the key is, by what the rules say of each kind of control. */
const isCommand = (key: string, held: Held): boolean => {
  const bare = key.replace('Shift+', '')
  if (held === 'text') return /^Control\+(z|y|Shift\+z)$/.test(key)
  if (held === 'number') return !ARROWS.test(key) && !/^\d$/.test(bare)
  if (held === 'slider') return !ARROWS.test(key)
  if (held === 'list') return key !== 'Space' && !ARROWS.test(key)
  if (held === 'button') return key !== 'Space'
  return true
}

/** The table's notation as the driver of the browser writes keys. */
const pressOf = (key: string): string => key.replace('$mod', 'Control')

const pressKey = async (page: Page, roll: Roll, before: Seen): Promise<string> => {
  const id = ids[roll(ids.length)]!
  const keys = commandRow(id).keys
  const key = pressOf(keys[roll(keys.length)]!)
  if (!isCommand(key, before.held)) {
    // A control's own key is pressed for once in a while; whatever it does, no command may run beside.
    if (before.held === 'button' || before.held === 'list' || before.held === 'text')
      return `${key} (left out)`
    await page.keyboard.press(key)
    // A digit begins to be typed into the number, and is given up again.
    if (/^\d$/.test(key)) {
      await expect(page.locator('.number-input:focus')).toHaveValue(key)
      await page.keyboard.press('Escape')
    }
    const after = await see(page)
    expect(
      pick(after, ['playing', 'solo', 'session', 'inspect', 'drawer', 'held', 'element']),
      `${key} on ${before.element}`,
    ).toEqual(pick(before, ['playing', 'solo', 'session', 'inspect', 'drawer', 'held', 'element']))
    return `${key} → its own`
  }
  await page.keyboard.press(key)
  await compare(page, id, key, before)
  return `${key} → ${id}`
}

const pick = (seen: Seen, keys: readonly (keyof Seen)[]): object =>
  Object.fromEntries(keys.map((key) => [key, seen[key]]))

const compare = async (page: Page, id: CommandId, key: string, before: Seen): Promise<void> => {
  const { document: changes, ...change } = PREDICTED[id]!(before)
  const about = `${key} (${id}) on ${before.held} ${before.element}`
  const at = id === 'nudge' || id === 'nudgeFar' ? before.held === 'stage' : true
  if (!at) return
  const keys = (
    ['playing', 'solo', 'session', 'inspect', 'muted', 'drawer', 'held', 'element'] as const
  ).filter((k) => !(k in change && change[k] === undefined))
  // What is asked for comes at once, or after the page has been laid out again.
  await expect
    .poll(async () => pick(await see(page), keys), { message: about, timeout: 3000 })
    .toEqual(pick({ ...before, ...change } as Seen, keys))
  const after = await see(page)
  // Paused, the moment is exact; while it plays the clock goes on.
  if (!before.playing && !after.playing && !changes)
    expect(after.tick, about).toBe('tick' in change ? change['tick'] : before.tick)
  if (changes === undefined)
    expect([after.effect, after.undo, after.redo], about).toEqual([before.effect, before.undo, before.redo])
  if (changes === 'undo')
    expect([after.undo, after.redo.length], about).toEqual([before.undo.slice(0, -1), before.redo.length + 1])
  if (changes === 'redo')
    expect([after.redo, after.undo.length], about).toEqual([before.redo.slice(0, -1), before.undo.length + 1])
  if (changes === 'edit') expect(after.effect, about).not.toBe(before.effect)
}

const NUMBERS = '[data-group] .drag-number'
const nth = async (page: Page, selector: string, roll: Roll) => {
  const all = page.locator(selector)
  return all.nth(roll(Math.max(1, await all.count())))
}

/** What a hand does between keys. */
const DEEDS: Readonly<Record<string, (studio: Studio, page: Page, roll: Roll) => Promise<unknown>>> = {
  type: async (_studio, page, roll) => {
    await (await nth(page, NUMBERS, roll)).click()
    await page.locator('.number-input:focus').fill(['12', '8*1.5', '4', '0.5'][roll(4)]!)
    await page.keyboard.press(['Enter', 'Tab', 'Enter'][roll(3)]!)
    // What was refused is given up.
    if ((await page.locator('.number-input[aria-invalid="true"]').count()) > 0)
      await page.keyboard.press('Escape')
  },
  'drag a number': async (studio, page, roll) =>
    studio.drag(await nth(page, NUMBERS, roll), 12 + roll(20), 0, 2),
  'drag a knob': async (studio, page, roll) =>
    studio.drag(await nth(page, '.row-slider .knob', roll), 6 + roll(10), 0, 2),
  'drag a ramp point': async (studio, page, roll) =>
    studio.drag(await nth(page, '[data-testid="ramp-point"]', roll), 4, 3 + roll(6), 2),
  'drag the handle': async (studio, page, roll) =>
    (await page.getByTestId('handles').isVisible())
      ? studio.drag(studio.handle('move'), 8 + roll(10), roll(9) - 4, 2)
      : undefined,
  'press mute or solo': async (_studio, page, roll) =>
    (await nth(page, '.track-label > .track-button', roll)).click(),
  'press a ramp’s name': async (_studio, page, roll) =>
    page
      .getByRole('group', { name: 'Ramp', exact: true })
      .getByRole('button', { name: ['Scale', 'Opacity', 'Speed'][roll(3)]!, exact: true })
      .click(),
  choose: async (studio, page, roll) =>
    studio.pickFrom(
      page.getByRole('combobox', { name: 'How the effect plays' }),
      ['plays once', 'loops'][roll(2)]!,
    ),
  'focus something': async (_studio, page, roll) =>
    (
      await nth(
        page,
        '.transport button, .group-title, [role="spinbutton"], [role="slider"].handle, .MuiSelect-select',
        roll,
      )
    ).focus(),
  'press the stage': async (studio) => studio.stage.click({ position: { x: 12, y: 12 } }),
}

test(`a walk of ${STEPS} steps does what the command table says`, async ({ page }) => {
  test.setTimeout(60_000 + STEPS * 1000)
  console.log(`  walk of ${STEPS} steps, seed ${SEED}`)
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(6)
  page.setDefaultTimeout(8000)
  const roll = dice(SEED)
  const names = Object.keys(DEEDS)
  let pressed = 0
  for (let k = 0; k < STEPS; k++) {
    if (roll(3) === 0) {
      const name = names[roll(names.length)]!
      if (TOLD) console.log(`  ${k}: ${name}`)
      await DEEDS[name]!(studio, page, roll)
    } else {
      const told = await pressKey(page, roll, await see(page))
      if (TOLD) console.log(`  ${k}: ${told}`)
      if (!told.endsWith('(left out)')) pressed++
    }
  }
  console.log(`  ${pressed} keys pressed, 0 failed`)
  expect(pressed).toBeGreaterThan(STEPS / 3)
})
