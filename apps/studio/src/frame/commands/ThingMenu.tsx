/** The one menu of things: its entries stand in the table of commands. */
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useRef } from 'react'
import { closeMenu, useContextMenu } from '../../shared/keys/contextMenu.ts'
import { isAvailable, runCommandNow } from '../../shared/keys/dispatch.ts'
import { hintOf, keyText } from '../../shared/keys/keymap.ts'
import {
  type AnyCommandId,
  COMMANDS,
  type CommandId,
  commandRow,
  MENUS,
  THING_COMMANDS,
  type ThingCommandId,
  type ThingRow,
} from '../../shared/keys/table.ts'

const isCommand = (id: AnyCommandId): id is CommandId => Object.hasOwn(COMMANDS, id)
const thingRow = (id: ThingCommandId): ThingRow => THING_COMMANDS[id]

const keyOf = (id: AnyCommandId): string => {
  if (isCommand(id)) return hintOf(id)
  const { keys, like } = thingRow(id)
  return like ? hintOf(like) : keys ? keyText(keys[0]!) : ''
}
const nameOf = (id: AnyCommandId): string => (isCommand(id) ? commandRow(id).name : thingRow(id).name)

export const ThingMenu = () => {
  const open = useContextMenu((s) => s.open)
  // The text stays while it closes.
  const latest = useRef(open)
  if (open) latest.current = open
  const shown = latest.current
  if (!shown) return null
  const { name, items } = MENUS[shown.menu]
  const runOf = (id: AnyCommandId): (() => void) | null => {
    if (id in shown.runs) return shown.runs[id] ?? null
    return isCommand(id) && isAvailable(id) ? () => runCommandNow(id) : null
  }
  return (
    <Menu
      open={open !== null}
      onClose={closeMenu}
      anchorReference="anchorPosition"
      anchorPosition={{ left: shown.x, top: shown.y }}
      slotProps={{
        paper: { role: 'region', 'aria-label': `Menu: ${name}` },
        list: { 'aria-label': name, dense: true },
      }}
    >
      {(items as readonly AnyCommandId[]).map((id) => {
        const run = runOf(id)
        return (
          <MenuItem
            key={id}
            disabled={run === null}
            onClick={() => {
              closeMenu()
              // Once the menu has let go of the focus.
              setTimeout(() => run?.())
            }}
          >
            <span className="menu-name">
              {nameOf(id)}
              {shown.count > 1 && <small> {shown.count}</small>}
            </span>
            {keyOf(id) !== '' && <kbd>{keyOf(id)}</kbd>}
          </MenuItem>
        )
      })}
    </Menu>
  )
}
