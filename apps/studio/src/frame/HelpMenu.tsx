import HelpOutline from '@mui/icons-material/HelpOutlined'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { Tooltip } from '../shared/controls/Tooltip.tsx'
import { runCommandNow } from '../shared/keys/dispatch.ts'
import { hintOf } from '../shared/keys/keymap.ts'
import { type CommandId, commandRow } from '../shared/keys/table.ts'

const WAYS = ['guide', 'recipes', 'tour', 'whatIs', 'shortcuts'] as const satisfies readonly CommandId[]

/** Ways to help, each a command. */
export const HelpMenu = () => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <Tooltip title="Help: guide, recipes, tour, what is this?">
        <IconButton aria-label="Help" onClick={(event) => setAnchor(event.currentTarget)}>
          <HelpOutline fontSize="small" />
        </IconButton>
      </Tooltip>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {WAYS.map((id) => (
          <MenuItem
            key={id}
            dense
            onClick={() => {
              setAnchor(null)
              // Once the menu has let go of the focus.
              setTimeout(() => runCommandNow(id, ''))
            }}
          >
            <span className="menu-name">{commandRow(id).name}</span>
            {hintOf(id) !== '' && <kbd>{hintOf(id)}</kbd>}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
