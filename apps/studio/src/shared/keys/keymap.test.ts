/** Keys as the user has them: what clashes, what is refused, what a press is called. */
import { afterEach, describe, expect, it } from 'vitest'
import {
  allClashes,
  clashesOf,
  commandIn,
  hintOf,
  keysOf,
  keyText,
  pressText,
  refuseKey,
  resetKeys,
  setKeys,
} from './keymap.ts'
import { COMMAND_IDS, commandRow, COMMANDS, MENUS, THING_COMMANDS } from './table.ts'

const press = (key: string, more: Partial<KeyboardEvent> = {}): KeyboardEvent =>
  ({
    key,
    code: '',
    ctrlKey: false,
    metaKey: false,
    altKey: false,
    shiftKey: false,
    getModifierState: (mod: string) =>
      (mod === 'Control' && more.ctrlKey === true) ||
      (mod === 'Shift' && more.shiftKey === true) ||
      (mod === 'Alt' && more.altKey === true),
    ...more,
  }) as KeyboardEvent

afterEach(resetKeys)

describe('the table of keys', () => {
  it('has no clash of its own, and every key can be had', () => {
    expect(allClashes()).toEqual([])
    for (const id of COMMAND_IDS)
      if (id !== 'escape')
        for (const key of commandRow(id).keys) expect(refuseKey(key), `${id} ${key}`).toBeNull()
  })

  it('follows what the user has changed', () => {
    expect(commandIn('editor', press('m'))).toBe('mute')
    setKeys('mute', ['$mod+m'])
    expect(commandIn('editor', press('m'))).toBeUndefined()
    expect(commandIn('editor', press('m', { ctrlKey: true }))).toBe('mute')
    expect(hintOf('mute')).toBe('Ctrl + M')
    setKeys('mute', null)
    expect(keysOf('mute')).toEqual(['m'])
    setKeys('mute', [])
    expect(hintOf('mute')).toBe('')
  })

  it('shows clashes with what is on the screen at the same time, and with nothing else', () => {
    setKeys('mute', ['s'])
    expect(clashesOf('mute')).toEqual(['solo'])
    expect(allClashes()).toEqual([['mute', 'solo']])
    // An outer command is shadowed by an inner one.
    setKeys('mute', ['$mod+z'])
    expect(clashesOf('mute')).toEqual(['undo'])
    // The ship screen and the editor are never there together: both have Space.
    expect(clashesOf('shipPlay')).toEqual([])
  })

  it('writes presses as the table does, and reads them again', () => {
    expect(pressText(press('Shift', { shiftKey: true }))).toBeNull()
    expect(pressText(press('F', { shiftKey: true }))).toBe('Shift+f')
    expect(pressText(press(' '))).toBe('Space')
    expect(pressText(press('k', { ctrlKey: true, altKey: true }))).toBe('$mod+Alt+k')
    for (const [key, more] of [
      ['j', {}],
      ['J', { shiftKey: true }],
      ['k', { ctrlKey: true }],
      ['F8', {}],
      ['ArrowUp', { altKey: true }],
    ] as const) {
      const text = pressText(press(key, more))!
      setKeys('solo', [text])
      expect(commandIn('editor', press(key, more)), text).toBe('solo')
    }
  })

  it('refuses in words what belongs to others', () => {
    expect(refuseKey('$mod+w')).toMatch(/belongs to the browser.*choose another/)
    expect(refuseKey('Tab')).toMatch(/belongs/)
    expect(refuseKey('j')).toBeNull()
    expect(keyText('Shift+ArrowUp')).toBe('Shift + ↑')
    expect(keyText('Shift++')).toBe('Shift + +')
  })
})

describe('menus of things', () => {
  it('name commands that there are, each command of a thing in some menu, and no id twice', () => {
    const items: readonly string[] = Object.values(MENUS).flatMap((menu) => [...menu.items])
    for (const id of items) expect(id in COMMANDS || id in THING_COMMANDS, id).toBe(true)
    for (const id of Object.keys(THING_COMMANDS)) {
      expect(items, id).toContain(id)
      expect(id in COMMANDS, id).toBe(false)
    }
  })
})
