/** Explore as a page of the column: how far, which rows, what is held fast, and the way back. */
import Lock from '@mui/icons-material/Lock'
import LockOpen from '@mui/icons-material/LockOpen'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Slider from '@mui/material/Slider'
import { VARY_GROUPS, varies, type VaryGroup, type VaryLock } from '@gliv/document'
import { useEffect } from 'react'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { useDocument } from '../../state/document.ts'
import { closeExplore, setExplore, toggleExploreGroup, toggleLock, useExplore } from '../../state/explore.ts'
import { ColumnFrame } from '../fields/ColumnFrame.tsx'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'
import { goBackTo, useRows } from './exploring.ts'
import { GROUP_TEXTS, lockTexts } from './texts.ts'
import './ExplorePage.css'

const MOST_SPREAD = 0.5

const Spread = () => {
  const spread = useExplore((s) => s.spread)
  return (
    <label className="explore-spread">
      <span>
        Numbers go up to <b>±{Math.round(spread * 100)} %</b> of what their sliders offer.
      </span>
      <Slider
        size="small"
        value={spread}
        min={0.02}
        max={MOST_SPREAD}
        step={0.01}
        aria-label="How far variations go"
        getAriaValueText={(value) => `${Math.round(value * 100)} %`}
        onChange={(_, value) => setExplore({ spread: value })}
      />
    </label>
  )
}

const LockRow = ({ lock, text }: { lock: VaryLock; text: string }) => {
  const locked = useExplore((s) => s.locks.includes(lock))
  return (
    <button
      type="button"
      className={locked ? 'explore-lock locked' : 'explore-lock'}
      aria-pressed={locked}
      title={locked ? 'It stays as it is; press to let it vary' : 'It varies; press to hold it fast'}
      onClick={() => toggleLock(lock)}
    >
      {locked ? <Lock fontSize="inherit" /> : <LockOpen fontSize="inherit" />} {text}
    </button>
  )
}

const GroupRows = ({ group, locks }: { group: VaryGroup; locks: readonly VaryLock[] }) => {
  const shown = useExplore((s) => s.groups.includes(group))
  const texts = lockTexts(locks)
  return (
    <section className="explore-group" aria-label={GROUP_TEXTS[group]}>
      <label>
        <Checkbox
          size="small"
          checked={shown && locks.length > 0}
          disabled={locks.length === 0}
          onChange={() => toggleExploreGroup(group)}
        />
        <b>{GROUP_TEXTS[group]}</b>
        {locks.length === 0 && <small>nothing varies here</small>}
      </label>
      <span className="explore-locks">
        {shown && locks.map((lock, k) => <LockRow key={lock} lock={lock} text={texts[k]!} />)}
      </span>
    </section>
  )
}

const Trail = () => {
  const effectId = useEffectId()
  const trail = useExplore((s) => s.trail)
  const pictures = useDocument((s) => s.pictures)
  if (trail.length === 0)
    return <p className="group-hint">Press a variation to go on from it; the states before it stand here.</p>
  return (
    <ol className="explore-trail" aria-label="The trail">
      {trail.map(({ key, piece, group }, k) => (
        <li key={key}>
          <button
            type="button"
            data-card
            aria-label={`Back to state ${k + 1} of the trail`}
            title="Back to this state; it can be undone"
            onClick={() => goBackTo(effectId, key)}
          >
            <Thumbnail kit={piece} effectId={effectId} pictures={pictures} />
            <small>
              {k + 1}, then {group ? GROUP_TEXTS[group].toLowerCase() : ''}
            </small>
          </button>
        </li>
      ))}
    </ol>
  )
}

const NO_LOCKS: Readonly<Record<VaryGroup, readonly VaryLock[]>> = {
  launch: [],
  timing: [],
  size: [],
  colour: [],
  forces: [],
}

export const ExplorePage = () => {
  const effectId = useEffectId()
  const locks = useShownData(
    (kit) =>
      Object.fromEntries(
        VARY_GROUPS.map((group) => [group, varies(kit, effectId, group)]),
      ) as typeof NO_LOCKS,
    NO_LOCKS,
  )
  useRows(effectId)
  useEffect(() => {
    setExplore({ open: true })
    return closeExplore
  }, [])
  return (
    <ColumnFrame label="Explore" title="Explore" closeLabel="Close Explore" className="explore-page">
      <p className="group-hint">
        Each row varies one group alone. Pictures, blends, shapes, seeds and links stay as they are.
      </p>
      <Spread />
      {VARY_GROUPS.map((group) => (
        <GroupRows key={group} group={group} locks={locks[group]} />
      ))}
      <div className="explore-actions">
        <Button variant="outlined" onClick={() => setExplore(({ round }) => ({ round: round + 1 }))}>
          Draw again
        </Button>
      </div>
      <h2>Trail</h2>
      <Trail />
    </ColumnFrame>
  )
}
