/** The kit's history: steps and marks, one of them looked at, compared with now, taken back in part or whole. */
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogTitle from '@mui/material/DialogTitle'
import { useLiveQuery } from 'dexie-react-hooks'
import { useEffect, useMemo, useState } from 'react'
import { useDocument } from '../../state/document.ts'
import { type KeptSizes, kitOfMark, type Mark, marksOf, sizesOf } from '../../state/marks.ts'
import { MarkList } from './MarkList.tsx'
import { openHistory } from './open.ts'
import { StateDetails } from './StateDetails.tsx'
import { stateAfter, stepsOf } from './states.ts'
import { StepList } from './StepList.tsx'
import { bytesText } from '../../shared/bytesText.ts'
import './history.css'

/** What is looked at: the state after so many steps, or a mark. */
export type Chosen = { readonly steps: number } | { readonly mark: string }

const Sizes = ({ kitId }: { kitId: string }) => {
  const [sizes, setSizes] = useState<KeptSizes | null>(null)
  useEffect(() => {
    let current = true
    void sizesOf(kitId).then(
      (found) => current && setSizes(found),
      () => undefined,
    )
    return () => void (current = false)
  }, [kitId])
  if (!sizes) return null
  return (
    <p className="history-sizes">
      In this browser: {sizes.stepCount} steps {bytesText(sizes.steps)}, snapshots{' '}
      {bytesText(sizes.snapshots)}, marks {bytesText(sizes.marks)}, takes {bytesText(sizes.takes)}
    </p>
  )
}

const useShownState = (chosen: Chosen, marks: readonly Mark[]) => {
  const kit = useDocument((s) => s.kit)
  const history = useDocument((s) => s.history)
  return useMemo(() => {
    if (!kit) return null
    if ('mark' in chosen) {
      const mark = marks.find(({ id }) => id === chosen.mark)
      return mark ? { name: mark.name, state: kitOfMark(mark) } : null
    }
    const label = chosen.steps === 0 ? 'the beginning' : stepsOf(history)[chosen.steps - 1]?.label
    return label === undefined ? null : { name: label, state: stateAfter(kit, history, chosen.steps) }
  }, [kit, history, chosen, marks])
}

const NO_MARKS: readonly Mark[] = []

const History = ({ kitId }: { kitId: string }) => {
  const present = useDocument((s) => s.history.undo.length)
  const [chosen, setChosen] = useState<Chosen>({ steps: present })
  const marks = useLiveQuery(() => marksOf(kitId), [kitId]) ?? NO_MARKS
  const shown = useShownState(chosen, marks)
  return (
    <Dialog open onClose={() => openHistory(false)} maxWidth="lg" fullWidth aria-labelledby="history-title">
      <DialogTitle id="history-title">History</DialogTitle>
      <div className="history-body">
        <div className="history-lists">
          <MarkList
            marks={marks}
            chosen={'mark' in chosen ? chosen.mark : null}
            onChoose={(mark) => setChosen({ mark })}
          />
          <StepList
            chosen={'steps' in chosen ? chosen.steps : null}
            onChoose={(steps) => setChosen({ steps })}
          />
        </div>
        <StateDetails
          name={shown?.name ?? ''}
          state={shown?.state ?? null}
          steps={'steps' in chosen ? chosen.steps : null}
        />
      </div>
      <DialogActions>
        <Sizes kitId={kitId} />
        <Button variant="contained" onClick={() => openHistory(false)}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  )
}

const HistoryDialog = () => {
  const kitId = useDocument((s) => s.kit?.id)
  return kitId === undefined ? null : <History kitId={kitId} />
}

export default HistoryDialog
