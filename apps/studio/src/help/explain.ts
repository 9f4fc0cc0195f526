/** What a control is: its name, its help, its unit and range, what it changes, how it is used, where it belongs. */
import { type InvalidationLevel, property, type PropertyId, type Unit } from '@gliv/model'
import { PROPERTY_TEXTS } from '@gliv/words'
import { hintOf } from '../shared/keys/keymap.ts'
import { COMMAND_IDS, commandRow } from '../shared/keys/table.ts'
import { type HelpPlace, PLACES } from './places.ts'
import { sentenceOf } from './sentences.ts'

export interface Explained {
  readonly name: string
  /** What it does; empty where its name says all. */
  readonly help: string
  readonly facts: readonly { readonly title: string; readonly text: string }[]
  /** How it is used. */
  readonly use: string
  readonly place: HelpPlace
}

export const CONTROLS =
  'button, a[href], input, select, textarea, [role="slider"], [role="spinbutton"], [role="button"], [role="option"], [role="tab"], [role="combobox"], [role="checkbox"], [role="separator"], [role="menuitem"], [role="row"], [tabindex="0"]'

const UNIT_NAMES: Readonly<Record<Unit, string>> = {
  px: 'pixels',
  s: 'seconds',
  deg: 'degrees; 0° points right, angles grow clockwise',
  'deg/s': 'degrees per second',
  'px/s': 'pixels per second',
  'px/s2': 'pixels per second, each second',
  'per s': 'per second',
  'per px': 'per pixel travelled',
  factor: 'a factor; 1 is as it is',
  'factor/s': 'a factor per second',
  share: 'a share; 1 is all of it',
  'share/s': 'a share per second',
  count: 'a count',
}

const CHANGES: Readonly<Record<InvalidationLevel, string>> = {
  output: 'only how particles look',
  motion: 'where the living go',
  birth: 'how each is born; there are as many as before',
  emission: 'which particles there are',
}

const near = (value: number): string => String(Math.round(value * 1000) / 1000)
const span = ([low, high]: readonly [number, number]): string => `${near(low)} to ${near(high)}`

const defaultText = (id: PropertyId): string => {
  const definition = property(id)
  if (definition.kind === 'number') return near(definition.default)
  const { from, to } = definition.default
  return from === to ? near(from) : span([from, to])
}

const factsOf = (id: PropertyId): Explained['facts'] => {
  const { unit, soft, hard, invalidates, kind } = property(id)
  return [
    { title: 'Unit', text: UNIT_NAMES[unit] },
    { title: 'Slider', text: span(soft) },
    { title: 'Typed', text: span(hard) },
    { title: 'At first', text: defaultText(id) },
    { title: 'Changes', text: CHANGES[invalidates] },
    ...(kind === 'range'
      ? [{ title: 'Range', text: 'can be split: each particle draws its own at birth' }]
      : []),
  ]
}

const propertyOf = (element: Element): PropertyId | null => {
  const { property: shown, about } =
    element.closest<HTMLElement | SVGElement>('[data-property], [data-about]')?.dataset ?? {}
  const own = shown ?? about
  const row = element.matches('button')
    ? undefined
    : element.closest<HTMLElement>('[data-row]')?.dataset['row']
  const id = own ?? row
  return id !== undefined && Object.hasOwn(PROPERTY_TEXTS, id) ? (id as PropertyId) : null
}

const tidy = (text: string | null | undefined): string => (text ?? '').replace(/\s+/g, ' ').trim()

const labelled = (element: Element): string =>
  tidy(
    (element.getAttribute('aria-labelledby') ?? '')
      .split(' ')
      .map((id) => document.getElementById(id)?.textContent ?? '')
      .join(' '),
  )

/** The name that people read, or that is read to them. */
const nameOf = (element: Element): string =>
  tidy(element.getAttribute('aria-label')) ||
  labelled(element) ||
  ('labels' in element ? tidy((element as HTMLInputElement).labels?.[0]?.textContent) : '') ||
  tidy(element.textContent).slice(0, 80) ||
  tidy(element.getAttribute('title')) ||
  tidy(element.getAttribute('placeholder')) ||
  'This'

/** What is said of it, or of what it stands in, beyond its name. */
const helpOf = (element: Element, name: string): string => {
  for (const part of [
    element,
    element.closest('[data-help], [title]'),
    element.querySelector('[data-help], [title]'),
  ]) {
    const text = tidy(part?.getAttribute('data-help')) || tidy(part?.getAttribute('title'))
    // What only says the name again is no help.
    if (!name.toLowerCase().includes(text.toLowerCase())) return text
  }
  const row = element.closest('.choice-row, .property-row, li, label')
  const label = tidy(row?.querySelector('[data-help]')?.getAttribute('data-help'))
  return name.toLowerCase().includes(label.toLowerCase()) ? '' : label
}

const USES: readonly (readonly [selector: string, text: string])[] = [
  [
    '[data-property]',
    'Drag it left or right (Shift faster, Alt finer), press it to type, or step it by arrow keys. A double-click resets it; its menu does more.',
  ],
  ['[role="slider"]', 'Drag it, or step it by arrow keys, with Shift by ten.'],
  ['[role="separator"]', 'Drag it, or move it by arrow keys.'],
  ['input[type="checkbox"], [role="checkbox"]', 'Press it, or Space, to switch it.'],
  ['input[type="search"]', 'Type some words; Escape empties it.'],
  ['[role="combobox"], select', 'Press it for a list of choices; arrow keys step through them.'],
  ['input, textarea', 'Type; Enter takes it, Escape gives it up.'],
  ['a[href]', 'Press it, or Enter, to go there.'],
  [
    '[role="option"], [role="tab"]',
    'Press it to choose it; Ctrl adds to what is chosen where several can be.',
  ],
  ['[aria-haspopup]', 'Press it for a list of choices.'],
  ['[aria-pressed], [aria-expanded]', 'Press it, or Space, to switch it.'],
  ['button, [role="button"], [role="menuitem"]', 'Press it, or Space while it has the focus.'],
]

const useOf = (element: Element): string =>
  USES.find(([selector]) => element.matches(selector))?.[1] ??
  'Arrow keys and the pointer work on it while it has the focus.'

/** The keys of the command that has the name of a control. */
const keysOf = (name: string, help: string): Explained['facts'] => {
  const id = COMMAND_IDS.find((one) => commandRow(one).name === name || help.endsWith(`(${hintOf(one)})`))
  const key = id === undefined ? '' : hintOf(id)
  return key === '' ? [] : [{ title: 'Key', text: key }]
}

export const placeOf = (element: Element): HelpPlace =>
  PLACES.find(({ selector }) => element.closest(selector))!

/** The control that an element belongs to; null between controls. */
export const controlOf = (element: Element | null): Element | null => element?.closest(CONTROLS) ?? null

/** Explains a control, or the place of anything else. */
export const explain = (element: Element): Explained => {
  const place = placeOf(element)
  const control = controlOf(element)
  const id = propertyOf(element)
  if (id !== null) {
    const { label, help } = PROPERTY_TEXTS[id]
    return { name: label, help, facts: factsOf(id), use: useOf(control ?? element), place }
  }
  if (!control) return { name: place.name, help: place.text, facts: [], use: '', place }
  const name = nameOf(control)
  const help = helpOf(control, name) || sentenceOf(control, name)
  return { name, help, facts: keysOf(name, help), use: useOf(control), place }
}
