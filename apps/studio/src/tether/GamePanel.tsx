import Button from '@mui/material/Button'
import type { PlayedNow } from '@gliv/player/tether'
import { useState } from 'react'
import { useTether, type LinkedGame } from './store.ts'
import { tether } from './tether.ts'
import { PhonePart } from './PhonePart.tsx'
import { ServerPart } from './ServerPart.tsx'

interface Row {
  readonly which: number
  readonly text: string
  readonly name: string
}

/** One row an effect: the youngest of a name stands for all of it. */
const rowsOf = ({ plays }: LinkedGame): readonly Row[] => {
  const byName = new Map<string, PlayedNow[]>()
  for (const one of plays) byName.set(one.name, [...(byName.get(one.name) ?? []), one])
  return [...byName].map(([name, all]) => {
    const one = all.reduce((a, b) => (b.tick < a.tick ? b : a))
    const alive = all.reduce((sum, { alive: n }) => sum + n, 0)
    return {
      which: one.which,
      name: all.length > 1 ? `${name} × ${all.length}` : name,
      text: `${(one.tick / 60).toFixed(2)} s · ${alive} alive`,
    }
  })
}

const costText = ({ cost, size, by, lateMs }: LinkedGame): string => {
  const parts = [by === 'server' ? 'through the server' : 'in another tab']
  if (size[0] > 0) parts.push(`${size[0]} × ${size[1]} px`)
  if (lateMs !== null) parts.push(`edits there after ${Math.round(lateMs)} ms`)
  if (cost && cost.frameMs > 0)
    parts.push(
      `${cost.frameMs.toFixed(1)} ms a picture, ${cost.overdraw.toFixed(1)}× overdraw, ${cost.draws} draws, ${cost.dropped} left out`,
    )
  return parts.join(' · ')
}

const Game = ({ game, onClose }: { game: LinkedGame; onClose: () => void }) => {
  const rows = rowsOf(game)
  return (
    <section className="game-part" aria-label={game.title}>
      <header>
        <b>{game.title}</b>
        <Button size="small" variant="outlined" onClick={() => tether.pause(!game.paused, game.id)}>
          {game.paused ? 'Let it go on' : 'Pause the game here'}
        </Button>
      </header>
      <p>{costText(game)}</p>
      {game.refused !== null && (
        <p className="game-fault" role="alert">
          It keeps what it had: {game.refused}
        </p>
      )}
      {rows.length === 0 ? (
        <p>Nothing plays there now.</p>
      ) : (
        <ul aria-label="What plays there">
          {rows.map(({ which, name, text }) => (
            <li key={name}>
              <button
                type="button"
                className="word-choice"
                title="Open it in the editor as it is there at this moment"
                onClick={() => {
                  tether.ask(game.id, which)
                  onClose()
                }}
              >
                {name}
              </button>
              <span>{text}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

const NoGame = () => (
  <section className="game-part" aria-label="No game">
    <p>
      No game is linked. One that is takes every edit at once, in another tab, on a phone, or wherever your
      own game runs.
    </p>
    <Button size="small" variant="contained" href="/ferry/#tether" target="_blank" rel="opener">
      Play Last Ferry in another tab
    </Button>
    <p>
      Your own: <code>link(player)</code> from <code>gliv-player/link</code>.
    </p>
  </section>
)

/** What plays changes all the time: it is read four times a second, as games tell it. */
const GamePanel = ({ onClose }: { onClose: () => void }) => {
  const games = useTether((s) => s.games)
  const [where, setWhere] = useState<'game' | 'phone'>('game')
  const all = Object.values(games)
  return (
    <div className="game-panel">
      {all.length === 0 && <NoGame />}
      {all.map((game) => (
        <Game key={game.id} game={game} onClose={onClose} />
      ))}
      <ServerPart />
      {where === 'phone' ? (
        <PhonePart />
      ) : (
        <section className="game-part" aria-label="A phone">
          <Button size="small" variant="outlined" onClick={() => setWhere('phone')}>
            Try it on a phone
          </Button>
        </section>
      )}
    </div>
  )
}

export default GamePanel
