/** The kit's view sizes: which one effects are judged in, which are shown beside it, and their numbers. */
import { type Kit, viewsOf, type ViewSize } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Radio from '@mui/material/Radio'
import { useViews } from '../../document/shownView.ts'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { setSession } from '../../state/session.ts'

const SIDES = [16, 8192] as const

/** `640x360`, `640 × 360`, `640, 360 px`; null for anything else. */
export const readViewSize = (text: string): Pick<ViewSize, 'w' | 'h'> | null => {
  const found = /^\s*(\d+)\s*(?:[x×*,;]|\s)\s*(\d+)\s*(?:px)?\s*$/i.exec(text)
  if (!found) return null
  const [w, h] = [Number(found[1]), Number(found[2])]
  return [w, h].every((side) => side >= SIDES[0] && side <= SIDES[1]) ? { w, h } : null
}

/** One step of undo on the kit's list, which is written down with its first change. */
const change = (label: string, recipe: (views: ViewSize[]) => ViewSize[]): void =>
  edit(label, (kit: Kit) => void (kit.views = recipe(viewsOf(kit).map((view) => ({ ...view })))))

const add = (): void =>
  change('Add a view size', (views) => {
    const last = views.at(-1)!
    return [...views, { id: makeId('view'), name: `View ${views.length + 1}`, w: last.w, h: last.h }]
  })

/** Whether files are computed for it, and the ways to change that. */
const Rank = ({ view, first }: { view: ViewSize; first: boolean }) =>
  first ? (
    <small title="Weather, percent of the view and counts for its area are computed for it in files">
      the game’s
    </small>
  ) : (
    <>
      <Button
        size="small"
        title="Files are computed for this one then"
        onClick={() =>
          change(`${view.name} first`, (views) => [view, ...views.filter(({ id }) => id !== view.id)])
        }
      >
        Make first
      </Button>
      <IconButton
        aria-label={`Remove view ${view.name}`}
        onClick={() =>
          change(`Remove view ${view.name}`, (views) => views.filter(({ id }) => id !== view.id))
        }
      >
        <Close fontSize="inherit" />
      </IconButton>
    </>
  )

const ViewRow = ({
  view,
  first,
  chosen,
  beside,
}: {
  view: ViewSize
  first: boolean
  chosen: boolean
  beside: boolean
}) => {
  const set = (next: Partial<ViewSize>): void =>
    change(`View size ${view.name}`, (views) =>
      views.map((other) => (other.id === view.id ? { ...other, ...next } : other)),
    )
  const text = `${view.w} × ${view.h}`
  return (
    <div className="view-row" data-view={view.id}>
      <Radio
        size="small"
        checked={chosen}
        slotProps={{ input: { 'aria-label': `Judge in ${view.name}, ${text}` } }}
        onChange={() => setSession({ view: view.id })}
      />
      <TypedField
        label={`Name of view ${text}`}
        shown={view.name}
        width={10}
        read={(typed) => typed.trim().slice(0, 80) || null}
        hint="Type a name"
        onCommit={(name) => set({ name })}
      />
      <TypedField
        label={`Size of ${view.name}`}
        shown={text}
        width={11}
        read={readViewSize}
        hint={`Type width × height in px, each from ${SIDES[0]} to ${SIDES[1]}`}
        onCommit={set}
      />
      <label title="Its frame is drawn on the stage, too">
        <Checkbox
          size="small"
          checked={chosen || beside}
          disabled={chosen}
          onChange={(event) =>
            setSession((s) => ({
              viewsShown: event.target.checked
                ? [...s.viewsShown, view.id]
                : s.viewsShown.filter((id) => id !== view.id),
            }))
          }
        />{' '}
        shown
      </label>
      <Rank view={view} first={first} />
    </div>
  )
}

/** What the game's camera shows: the sizes of its view. */
export const ViewRows = () => {
  const kit = useDocument((s) => s.kit)
  const { chosen, beside } = useViews()
  if (!kit || !chosen) return null
  const views = viewsOf(kit)
  return (
    <div className="stage-rows" role="group" aria-label="View sizes">
      <b>The game’s view, in px</b>
      {views.map((view, at) => (
        <ViewRow
          key={view.id}
          view={view}
          first={at === 0}
          chosen={view.id === chosen.id}
          beside={beside.includes(view)}
        />
      ))}
      {views.length < 16 && (
        <Button size="small" startIcon={<Add />} onClick={add}>
          Add a view size
        </Button>
      )}
    </div>
  )
}
