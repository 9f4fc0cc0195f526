// @vitest-environment jsdom
import { describe, expect, it } from 'vitest'
import { type Focus, focusOf, isHeldBack, ownerOf, type Press } from './owner.ts'
import { COMMAND_IDS, commandRow, type CommandRow, COMMANDS as TABLE } from './table.ts'

const COMMANDS: Readonly<Record<keyof typeof TABLE, CommandRow>> = TABLE

const press = (key: string, more: Partial<Press> = {}): Press => ({
  key,
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...more,
})
const typing: Focus = { kind: 'text', typing: true, search: false }
const atRest: Focus = { kind: 'text', typing: false, search: false }

describe('whose a key is', () => {
  it.each([
    ['a letter', press('b'), typing, null],
    ['Space', press(' '), atRest, COMMANDS.play],
    ['undo while something is typed', press('z', { ctrlKey: true }), typing, COMMANDS.undo],
    ['Escape while something is typed', press('Escape'), typing, COMMANDS.escape],
  ] as const)('text keeps %s', (_name, key, focus, command) =>
    expect(ownerOf(key, focus, command)).toBe('text'),
  )

  it.each([
    ['undo in a field in which nothing is typed', press('z', { ctrlKey: true }), atRest, COMMANDS.undo],
    ['find from anywhere', press('f', { ctrlKey: true }), typing, COMMANDS.find],
    [
      'Escape in a search that has text',
      press('Escape'),
      { kind: 'text', typing: true, search: true },
      COMMANDS.escape,
    ],
    ['Space on a number', press(' '), { kind: 'number' }, COMMANDS.play],
    ['a letter on a number', press('b'), { kind: 'number' }, COMMANDS.otherBlend],
    ['a bracket on a slider', press('['), { kind: 'slider' }, COMMANDS.tickBack],
    ['a digit on a slider', press('0'), { kind: 'slider' }, COMMANDS.start],
    ['undo on a number', press('z', { ctrlKey: true }), { kind: 'number' }, COMMANDS.undo],
    ['a letter on a closed list', press('p'), { kind: 'closedList' }, COMMANDS.sprites],
    ['Space on a link', press(' '), { kind: 'link' }, COMMANDS.play],
    ['arrows where nothing has the focus', press('ArrowUp'), { kind: 'nothing' }, COMMANDS.nudge],
  ] as const)('a command gets %s', (_name, key, focus, command) =>
    expect(ownerOf(key, focus, command)).toBe('command'),
  )

  it.each([
    ['Space on a button', press(' '), { kind: 'button' }],
    ['Enter on a link', press('Enter'), { kind: 'link' }],
    ['arrows on a number', press('ArrowUp'), { kind: 'number' }],
    ['a first digit on a number', press('0'), { kind: 'number' }],
    ['a sign on a number', press('-'), { kind: 'number' }],
    ['Delete on a ramp point', press('Delete'), { kind: 'slider' }],
    ['Space on a closed list', press(' '), { kind: 'closedList' }],
    ['a letter in an open list', press('p'), { kind: 'openList' }],
    ['Escape in an open list', press('Escape'), { kind: 'openList' }],
    ['arrows on a separator', press('ArrowLeft'), { kind: 'separator' }],
    ['Escape on what is carried', press('Escape'), { kind: 'carried' }],
  ] as const)('a control keeps %s', (_name, key, focus) =>
    expect(ownerOf(key, focus, COMMANDS.play)).toBe('control'),
  )

  it('letters on a closed list choose nothing, also where no command takes them', () => {
    expect(isHeldBack(press('q'), { kind: 'closedList' })).toBe(true)
    expect(isHeldBack(press('q'), { kind: 'openList' })).toBe(false)
    expect(isHeldBack(press('q', { ctrlKey: true }), { kind: 'closedList' })).toBe(false)
  })
})

describe('what has the focus', () => {
  const made = (html: string): Element => {
    document.body.innerHTML = html
    return document.body.firstElementChild!
  }
  it.each([
    ['<span role="spinbutton"></span>', 'number'],
    ['<span role="slider"></span>', 'slider'],
    ['<button></button>', 'button'],
    ['<a href="#"></a>', 'link'],
    ['<input type="checkbox">', 'button'],
    ['<input type="range">', 'slider'],
    ['<input>', 'text'],
    ['<input type="search" role="combobox" aria-expanded="true">', 'text'],
    ['<textarea></textarea>', 'text'],
    ['<select></select>', 'closedList'],
    ['<div role="combobox" aria-expanded="false"></div>', 'closedList'],
    ['<div role="combobox" aria-expanded="true"></div>', 'openList'],
    ['<li role="menuitem"></li>', 'openList'],
    ['<span role="button" aria-roledescription="sortable" aria-pressed="true"></span>', 'carried'],
    ['<span role="button" aria-roledescription="sortable"></span>', 'button'],
    ['<div role="group" tabindex="0"></div>', 'nothing'],
  ])('%s is %s', (html, kind) => expect(focusOf(made(html), () => false).kind).toBe(kind))
})

describe('the command table', () => {
  it('gives each key to one command a context', () => {
    for (const context of new Set(COMMAND_IDS.map((id) => commandRow(id).context))) {
      const keys = COMMAND_IDS.filter((id) => commandRow(id).context === context).flatMap(
        (id) => commandRow(id).keys,
      )
      expect(new Set(keys).size).toBe(keys.length)
    }
  })
})
