import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { property } from '@gliv/model'
import {
  canPaste,
  copyValue,
  defaultOf,
  isDefault,
  isSplit,
  pasteValue,
  resetValue,
  toggleSplit,
  toRange,
  valueNow,
} from '../../document/values.ts'
import { togglePin, usePins } from '../../state/touched.ts'
import { formatNumber, unitText } from '../../document/format.ts'
import { useLane } from './lane.ts'
import { closeNumberMenu, type OpenNumberMenu, useNumberMenu } from './numberMenuStore.ts'

const defaultText = (id: OpenNumberMenu['id']): string => {
  const { from, to } = toRange(defaultOf(id))
  return (
    (from === to ? formatNumber(id, from) : `${formatNumber(id, from)}–${formatNumber(id, to)}`) +
    unitText(id)
  )
}

const Items = ({ target, id }: OpenNumberMenu) => {
  const lane = useLane(id)
  const pinned = usePins((s) => s.pinned.includes(id))
  const value = valueNow(target, id)
  const act = (work: () => void) => () => {
    closeNumberMenu()
    work()
  }
  if (value === undefined) return null
  return (
    <>
      <MenuItem dense disabled={isDefault(id, value)} onClick={act(() => resetValue(target, id))}>
        Reset to {defaultText(id)}
      </MenuItem>
      <MenuItem dense onClick={act(() => copyValue(target, id))}>
        Copy
      </MenuItem>
      <MenuItem dense disabled={!canPaste(id)} onClick={act(() => pasteValue(target, id))}>
        Paste
      </MenuItem>
      {property(id).kind === 'range' && (
        <MenuItem dense onClick={act(() => toggleSplit(target, id))}>
          {isSplit(value) ? 'Join to one value' : 'Split into a range'}
        </MenuItem>
      )}
      {lane.address && (
        <MenuItem dense onClick={act(lane.toggle)}>
          {lane.has ? 'Take the lane away' : 'Add a lane'}
        </MenuItem>
      )}
      <MenuItem dense onClick={act(() => togglePin(id))}>
        {pinned ? 'Unpin' : 'Pin on top'}
      </MenuItem>
    </>
  )
}

export const NumberMenu = () => {
  const open = useNumberMenu((s) => s.open)
  return (
    <Menu
      open={open !== null}
      onClose={closeNumberMenu}
      anchorReference="anchorPosition"
      {...(open ? { anchorPosition: { left: open.left, top: open.top } } : {})}
    >
      {open && <Items {...open} />}
    </Menu>
  )
}
