import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { useRef } from 'react'
import { Link } from 'react-router'
import { useEscape } from '../shared/keys/escape.ts'
import { focusWorkplace } from '../shared/keys/focus.ts'
import { useDocument } from '../state/document.ts'
import { useNamed } from '../document/useNamed.ts'
import { AddButtons } from './AddButtons.tsx'
import { chooseSheet, setSprites } from '../state/sprites.ts'
import { ActiveTypeContext } from './sheets/activeType.ts'
import { useSheet } from './sheets/chosenSheet.ts'
import { Workspace } from './Workspace.tsx'
import './SpritesDrawer.css'
import './styles/common.css'

const close = (): void => {
  setSprites({ open: false })
  focusWorkplace()
}

/** The sprites beside the running stage; `typeId` is the particle type that they are chosen for. */
const SpritesDrawer = ({ typeId }: { typeId: string | null }) => {
  const kitId = useDocument((s) => s.kit?.id) ?? ''
  const sheets = useNamed((kit) => kit.sheetOrder.map((id) => kit.sheets[id]!))
  const chosen = useSheet()
  const place = useRef<HTMLElement>(null)
  useEscape(true, place, close)
  return (
    <ActiveTypeContext value={typeId}>
      <aside ref={place} aria-label="Sprites" className="sprites-drawer" data-testid="sprites-drawer">
        <header className="drawer-head">
          <select
            aria-label="Sheet"
            value={chosen?.id ?? ''}
            onChange={(event) => chooseSheet(kitId, event.target.value)}
          >
            {sheets.map((sheet) => (
              <option key={sheet.id} value={sheet.id}>
                {sheet.name}
              </option>
            ))}
          </select>
          <AddButtons />
          <span className="spacer" />
          <Link to={`/kit/${kitId}/sprites`} className="word-choice" title="The same on a page of its own">
            Page
          </Link>
          <IconButton size="small" aria-label="Close the sprites" onClick={close}>
            <Close fontSize="small" />
          </IconButton>
        </header>
        <Workspace />
      </aside>
    </ActiveTypeContext>
  )
}

export default SpritesDrawer
