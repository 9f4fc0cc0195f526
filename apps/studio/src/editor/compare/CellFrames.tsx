/** Frames over the parts of the canvas: what each shows, and what can be done with it. */
import Close from '@mui/icons-material/Close'
import LockOutlined from '@mui/icons-material/LockOutlined'
import IconButton from '@mui/material/IconButton'
import type { CSSProperties } from 'react'
import { useDocument } from '../../state/document.ts'
import { COLUMNS, useExplore } from '../../state/explore.ts'
import { goToTake, takeOf, toggleBeside, useTakes } from '../../state/takes.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import type { CanvasBox } from '../playback/stageRenderer/stageRenderer.ts'
import { goOnFrom } from './exploring.ts'
import { besideBoxes, exploreBoxes, nameBox } from './layout.ts'
import { GROUP_TEXTS } from './texts.ts'
import { rowsOf } from './useCells.ts'
import './CellFrames.css'

/** Whether the stage shows several states. */
export const useCellsShown = (): boolean => {
  const explores = useExplore((s) => s.open)
  const beside = useTakes((s) => s.beside.length > 0)
  return explores || beside
}

const placed = ({ x, y, w, h }: CanvasBox): CSSProperties => ({
  left: `${x * 100}%`,
  top: `${y * 100}%`,
  width: `${w * 100}%`,
  height: `${h * 100}%`,
})

const BesideFrames = () => {
  const beside = useTakes((s) => s.beside)
  // Names may change.
  useTakes((s) => s.takes)
  const boxes = besideBoxes(beside.length + 1)
  return (
    <div className="cell-frames" role="group" aria-label="States side by side">
      <div className="cell-frame now" style={placed(boxes[0]!)}>
        <span className="cell-name">Present</span>
      </div>
      {beside.map((id, k) => {
        const name = takeOf(id)?.name ?? ''
        return (
          <div key={id} className="cell-frame" style={placed(boxes[k + 1]!)}>
            <span className="cell-name" title={name}>
              {name}
            </span>
            <span className="cell-actions">
              <button
                type="button"
                title="The present state is kept as a take first"
                onClick={() => void goToTake(id)}
              >
                Go back to it
              </button>
              <IconButton aria-label={`Take ${name} away from the stage`} onClick={() => toggleBeside(id)}>
                <Close fontSize="small" />
              </IconButton>
            </span>
          </div>
        )
      })}
    </div>
  )
}

const ExploreFrames = () => {
  const effectId = useEffectId()
  const kit = useDocument((s) => s.kit)
  const { groups, variations, drawing, locks } = useExplore()
  if (!kit?.effects[effectId]) return null
  const rows = rowsOf(kit, effectId, groups)
  const boxes = exploreBoxes(rows.length, COLUMNS)
  return (
    <div className="cell-frames" role="group" aria-label="Variations">
      <div className="cell-frame now" style={placed(boxes.present)}>
        <span className="cell-name">Present</span>
      </div>
      {rows.map((group, row) => {
        const made = variations.filter((one) => one.group === group)
        return [
          <div key={group} className="cell-row-name" style={placed(nameBox(row, rows.length))}>
            <b>{GROUP_TEXTS[group]}</b>
            {drawing.includes(group) && <small>drawing…</small>}
            {!drawing.includes(group) && made.length === 0 && (
              <small>{locks.length > 0 ? <LockOutlined fontSize="inherit" /> : null} none fits</small>
            )}
          </div>,
          ...made
            .slice(0, COLUMNS)
            .map(({ key }, column) => (
              <button
                key={key}
                type="button"
                className="cell-frame variation"
                style={placed(boxes.rows[row]![column]!)}
                aria-label={`Go on from ${GROUP_TEXTS[group].toLowerCase()} ${column + 1}`}
                title="Go on from this one"
                onClick={() => goOnFrom(effectId, key)}
              />
            )),
        ]
      })}
    </div>
  )
}

export const CellFrames = () => (useExplore((s) => s.open) ? <ExploreFrames /> : <BesideFrames />)
