/** While a game is linked, or a moment of one is shown: what its pictures cost, and how the effect is seen. */
import { usePlayed } from '../../tether/played.ts'
import { shownGame, useTether } from '../../tether/store.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import './GameLine.css'

const Cost = () => {
  const game = useTether(shownGame)
  const { cost = null, title = '' } = game ?? {}
  if (!cost || cost.frameMs === 0) return null
  const left = cost.dropped > 0 ? ` · ${cost.dropped} left out` : ''
  return (
    <span
      className="game-cost"
      data-testid="game-cost"
      title="In the linked game: ms from picture to picture, overdraw, draw calls, and turns of the screen that were missed in the last quarter of a second"
    >
      {title}: {cost.frameMs.toFixed(1)} ms · {cost.overdraw.toFixed(1)}× · {cost.draws} draws{left}
    </span>
  )
}

const PlayedChip = () => {
  const effectId = useEffectId()
  const played = usePlayed((s) => (s.played?.effect === effectId ? s.played : null))
  if (!played) return null
  return (
    <span className="played">
      It moves, is turned and as strong as it was in {played.title}, seed {played.seed}
      <button type="button" className="word-choice" onClick={() => usePlayed.setState({ played: null })}>
        as designed again
      </button>
    </span>
  )
}

export const GameLine = () => {
  const costs = useTether((s) => (shownGame(s)?.cost?.frameMs ?? 0) > 0)
  const effectId = useEffectId()
  const played = usePlayed((s) => s.played?.effect === effectId)
  if (!costs && !played) return null
  return (
    <div className="game-line" role="group" aria-label="The linked game">
      <Cost />
      <PlayedChip />
    </div>
  )
}
