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
import { formatNumber, unitText } from '@gliv/words'
import { isSizeNumber, keepIn } from '@gliv/document'
import { pictureSide } from '../../document/pictureSide.ts'
import { edit, useDocument } from '../../state/document.ts'
import { useSide } from './DragNumber.tsx'
import { useDrive, useNumberKnobs } from './drive.ts'
import { useLane } from './lane.ts'
import { closeNumberMenu, type OpenNumberMenu, useNumberMenu } from './numberMenuStore.ts'

const defaultText = (id: OpenNumberMenu['id']): string => {
  const { from, to } = toRange(defaultOf(id))
  return (
    (from === to ? formatNumber(id, from) : `${formatNumber(id, from)}–${formatNumber(id, to)}`) +
    unitText(id)
  )
}

/** Sizes of a picture can be kept in px, or as factors of it. */
const SizeUnitItem = ({
  target,
  id,
  act,
}: Pick<OpenNumberMenu, 'target' | 'id'> & { act: (work: () => void) => () => void }) => {
  const side = useDocument((s) => s.kit && pictureSide(s.kit, target, id))
  const inPixels = useSide(target, id) !== null
  if (side === null || target.owner !== 'type' || !isSizeNumber(id)) return null
  const unit = inPixels ? 'factor' : 'px'
  return (
    <MenuItem
      dense
      onClick={act(() =>
        edit(inPixels ? 'Sizes as factors' : 'Sizes in px', (kit) =>
          keepIn(kit.types[target.type]!, id, unit),
        ),
      )}
    >
      {inPixels ? 'Sizes as factors of the picture' : 'Sizes in px, kept when the picture changes'}
    </MenuItem>
  )
}

/** Knobs that can drive the number, and a new one. */
const KnobItems = ({ id, act }: Pick<OpenNumberMenu, 'id'> & { act: (work: () => void) => () => void }) => {
  const { address, drive, choose, chooseNew } = useDrive(id)
  const knobs = useNumberKnobs()
  if (!address) return null
  return (
    <>
      {knobs.map((knob) =>
        knob.id === drive?.knob ? (
          <MenuItem key={knob.id} dense onClick={act(() => choose(null))}>
            {`No longer driven by ${knob.name}`}
          </MenuItem>
        ) : (
          <MenuItem key={knob.id} dense onClick={act(() => choose(knob.id))}>
            {`Driven by ${knob.name}`}
          </MenuItem>
        ),
      )}
      <MenuItem dense onClick={act(chooseNew)}>
        Driven by a new knob
      </MenuItem>
    </>
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
      <SizeUnitItem target={target} id={id} act={act} />
      {lane.address && (
        <MenuItem dense onClick={act(lane.toggle)}>
          {lane.has ? 'Remove the lane' : 'Add a lane'}
        </MenuItem>
      )}
      <KnobItems id={id} act={act} />
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
