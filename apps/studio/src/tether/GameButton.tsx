/** What is linked now, on every page of a kit: pressed, it says what plays there. */
import SportsEsports from '@mui/icons-material/SportsEsports'
import Button from '@mui/material/Button'
import Popover from '@mui/material/Popover'
import { lazy, Suspense, useState } from 'react'
import { shownGame, useTether } from './store.ts'
import './GamePanel.css'

const GamePanel = lazy(() => import('./GamePanel.tsx'))

const useText = (): string => {
  const game = useTether(shownGame)
  const count = useTether((s) => Object.keys(s.games).length)
  if (!game) return 'Game'
  if (game.refused !== null) return 'Game: refused'
  if (game.paused) return 'Game: paused'
  const late = game.lateMs === null ? 'linked' : `${Math.round(game.lateMs)} ms`
  return count > 1 ? `${count} games · ${late}` : `Game · ${late}`
}

export const GameButton = () => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const linked = useTether((s) => Object.keys(s.games).length > 0)
  const text = useText()
  const close = (): void => setAnchor(null)
  return (
    <>
      <Button
        variant="outlined"
        className={linked ? 'game-button linked' : 'game-button'}
        aria-haspopup="dialog"
        startIcon={<SportsEsports fontSize="small" />}
        title="A running game that takes every edit at once; what plays in it; a phone"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {text}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'The game' } }}
      >
        <Suspense fallback={<p className="game-panel">…</p>}>
          <GamePanel onClose={close} />
        </Suspense>
      </Popover>
    </>
  )
}
