import Redo from '@mui/icons-material/Redo'
import Undo from '@mui/icons-material/Undo'
import ManageSearch from '@mui/icons-material/ManageSearch'
import DarkMode from '@mui/icons-material/Contrast'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { Tooltip } from '../shared/controls/Tooltip.tsx'
import HistoryIcon from '@mui/icons-material/History'
import { lazy, type ReactNode, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { useDocument } from '../state/document.ts'
import { useSaving } from '../state/saving.ts'
import { useStorage } from '../state/storage.ts'
import { useUpdates } from '../state/updates.ts'
import { type ThemeChoice, usePreferences } from '../state/session.ts'
import { GameButton } from '../tether/GameButton.tsx'
import { THEME_LABELS } from '../shared/theme/tokens.ts'
import { useTitle } from '../shared/keys/keymap.ts'
import { CommandIcon } from '../shared/controls/CommandIcon.tsx'
import { Guard } from './Guard.tsx'
import { openHistory, useHistoryDialog } from './history/open.ts'
import { openSheet } from '../state/commandSheets.ts'
import { HelpMenu } from './HelpMenu.tsx'
import { useUndo } from './useUndo.ts'
import './AppHeader.css'

const ThemeMenu = () => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const theme = usePreferences((s) => s.theme)
  return (
    <>
      <Tooltip title="Theme">
        <IconButton aria-label="Theme" onClick={(event) => setAnchor(event.currentTarget)}>
          <DarkMode fontSize="small" />
        </IconButton>
      </Tooltip>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {(['system', ...Object.keys(THEME_LABELS)] as ThemeChoice[]).map((name) => (
          <MenuItem
            key={name}
            dense
            selected={name === theme}
            onClick={() => {
              usePreferences.setState({ theme: name })
              setAnchor(null)
            }}
          >
            {name === 'system' ? 'As the system' : THEME_LABELS[name]}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

const HistoryDialog = lazy(() => import('./history/HistoryDialog.tsx'))

const HistoryButton = () => {
  const open = useHistoryDialog((s) => s.open)
  return (
    <>
      <CommandIcon
        name="History"
        more="steps and marks, to look at and to take back"
        command="history"
        onClick={() => openHistory()}
      >
        <HistoryIcon fontSize="small" />
      </CommandIcon>
      {open && (
        <Guard what="The history">
          <Suspense>
            <HistoryDialog />
          </Suspense>
        </Guard>
      )}
    </>
  )
}

const CommandsButton = () => {
  const title = useTitle()
  return (
    <Tooltip title={title('Find a command', 'commands')}>
      <IconButton aria-label="Find a command" onClick={() => openSheet('list')}>
        <ManageSearch fontSize="small" />
      </IconButton>
    </Tooltip>
  )
}

const UndoButtons = () => {
  const { undo, redo } = useUndo()
  const undoLabel = useDocument((s) => s.moment?.label ?? s.history.undo.at(-1)?.label)
  const redoLabel = useDocument((s) => s.history.redo.at(-1)?.label)
  return (
    <>
      <Tooltip title={undoLabel ? `Undo: ${undoLabel}` : 'Nothing to undo'}>
        <span>
          <IconButton aria-label="Undo" disabled={!undoLabel} onClick={undo}>
            <Undo fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={redoLabel ? `Redo: ${redoLabel}` : 'Nothing to redo'}>
        <span>
          <IconButton aria-label="Redo" disabled={!redoLabel} onClick={redo}>
            <Redo fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
    </>
  )
}

/** What is said of the work's safety; "saved" only when it is on the disk. */
const saveText = (waits: boolean, problem: boolean, inMemory: boolean): string =>
  problem ? 'not saved' : waits ? 'saving…' : inMemory ? 'in memory only' : 'saved'

const SaveState = () => {
  const moment = useDocument((s) => s.moment !== null)
  const waits = useSaving((s) => s.pending > 0)
  const problem = useSaving((s) => s.problem !== null)
  const inMemory = useStorage((s) => s.inMemory !== null)
  return (
    <span
      className={problem || inMemory ? 'save-state wrong' : 'save-state'}
      role="status"
      data-testid="save-state"
    >
      {saveText(waits || moment, problem, inMemory)}
    </span>
  )
}

/** There when a newer studio is ready; it waits for as long as one likes. */
const UpdateButton = () => {
  const take = useUpdates((s) => s.take)
  return take ? (
    <Tooltip title="A newer Gliv has been fetched. Pressed, it takes this one’s place at once: all is saved, the page is loaded anew. It can wait.">
      <Button variant="outlined" size="small" onClick={take}>
        Newer Gliv
      </Button>
    </Tooltip>
  ) : null
}

/**
 * Past the bar, and in the editor past the Recipe, too: to the stage, else to the first thing of the page.
 */
const skip = (): void => {
  const target =
    document.querySelector<HTMLElement>('.stage') ??
    document.querySelector<HTMLElement>('main a, main button, main input')
  target?.focus()
}

/** The bar on top of every screen: where you are on the left, what you can do on the right. */
export const AppHeader = ({ crumbs, actions }: { crumbs?: ReactNode; actions?: ReactNode }) => {
  const open = useDocument((s) => s.kit !== null)
  return (
    <header className="app-header">
      {crumbs && (
        <button type="button" className="skip-link" onClick={skip}>
          Skip to the work
        </button>
      )}
      <Link to="/" className="home" aria-label="Shelf of kits">
        <img src="/gliv.svg" width={26} height={26} alt="" />
        {!crumbs && <span className="wordmark">Gliv</span>}
      </Link>
      <nav className="crumbs" aria-label="Where you are">
        {crumbs}
      </nav>
      {open && crumbs && (
        <>
          <UndoButtons />
          <HistoryButton />
          <SaveState />
        </>
      )}
      <span className="spacer" />
      {open && crumbs && <GameButton />}
      {actions}
      <UpdateButton />
      <CommandsButton />
      <HelpMenu />
      <ThemeMenu />
    </header>
  )
}
