/** The open kit is there for games; a moment that was asked for is opened. */
import { useEffect, useRef } from 'react'
import { useNavigate } from 'react-router'
import { setSession } from '../state/session.ts'
import { playedOf, usePlayed } from './played.ts'
import { shownGame, useTether } from './store.ts'
import { tether } from './tether.ts'
import { readToken } from './token.ts'

const KEY = 'gliv-tether-server'

/** Through the server, too; kept for this tab. */
export const setThroughServer = (on: boolean): void => {
  if (on) sessionStorage.setItem(KEY, 'on')
  else sessionStorage.removeItem(KEY)
  tether.useServer(on, readToken())
}

/** Lets the linked games stand still, or go on. */
export const togglePause = (): void => {
  const game = shownGame(useTether.getState())
  if (game) tether.pause(!game.paused)
}

export const useTethered = (kitId: string, open: boolean): void => {
  const navigate = useNavigate()
  // It is another one on each page: the tether outlives them.
  const go = useRef(navigate)
  go.current = navigate
  useEffect(() => {
    if (!open) return
    const token = readToken()
    const stop = tether.start()
    if (sessionStorage.getItem(KEY) === 'on') tether.useServer(true, token)
    tether.onMoment = (message) => {
      const title = useTether.getState().games[message.game]?.title ?? 'the game'
      const played = playedOf(message, title)
      setSession({ playing: false, inScene: false })
      usePlayed.setState({ played })
      void go.current(`/kit/${kitId}/effect/${encodeURIComponent(played.effect)}`)
    }
    return () => {
      tether.onMoment = null
      stop()
    }
  }, [kitId, open])
}
