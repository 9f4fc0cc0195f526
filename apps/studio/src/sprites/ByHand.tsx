/** A picture that is cut by hand: the form, what is offered, and what the cut gives. */
import Alert from '@mui/material/Alert'
import type { SlicingChoice } from '@gliv/document'
import { changeArrival } from './arrivals.ts'
import type { Arrival } from './arrivalStore.ts'
import { countText } from './countText.ts'
import { SliceForm } from './SliceForm.tsx'
import type { Cut } from './useCut.ts'
import './ImportDialog.css'

/** A cut in a few words. */
const cutText = (slicing: SlicingChoice): string => {
  if (slicing.by === 'whole') return 'one frame'
  if (slicing.by === 'gaps') return 'pieces that lie apart'
  return slicing.by === 'count'
    ? `${slicing.columns} × ${slicing.rows}`
    : `cells of ${slicing.width} × ${slicing.height} px`
}

/** The next best cuts, a press each. */
const OtherCuts = ({ arrival: { id, slicing, others } }: { arrival: Arrival }) => {
  const offered = others.filter((other) => JSON.stringify(other.slicing) !== JSON.stringify(slicing))
  return offered.length > 0 ? (
    <p className="soft other-cuts">
      or{' '}
      {offered.map((other) => (
        <button
          key={JSON.stringify(other.slicing)}
          type="button"
          className="word-choice"
          title={`Because ${other.why}`}
          onClick={() => changeArrival(id, { slicing: other.slicing, why: other.why })}
        >
          {cutText(other.slicing)}
        </button>
      ))}
    </p>
  ) : null
}

/** How many frames a cut gives; blank cells are offered, not taken. */
const CutCount = ({ arrival: { id, slicing }, cut }: { arrival: Arrival; cut: Cut }) => {
  if (cut.busy) return <p>cutting…</p>
  const all = slicing.by === 'count' && !slicing.keepEmpty ? slicing.columns * slicing.rows : cut.cells.length
  const blank = all - cut.cells.length
  return (
    <p>
      {countText(cut.cells.length, 'frame')}
      {blank > 0 && (
        <>
          {`; ${countText(blank, 'blank cell')} left out `}
          <button
            type="button"
            className="word-choice"
            onClick={() => changeArrival(id, { slicing: { ...slicing, keepEmpty: true } as SlicingChoice })}
          >
            take {blank === 1 ? 'it' : 'them'}, too
          </button>
        </>
      )}
    </p>
  )
}

export const ByHand = ({ arrival, cut }: { arrival: Arrival; cut: Cut }) => {
  const { width, height } = arrival.frames[0]!
  return (
    <>
      <SliceForm
        slicing={arrival.slicing}
        width={width}
        height={height}
        onChange={(slicing) => changeArrival(arrival.id, { slicing, why: '' })}
      />
      {arrival.why && <p className="soft">Offered because {arrival.why}.</p>}
      <OtherCuts arrival={arrival} />
      {cut.refusal ? (
        <Alert severity="warning">{cut.refusal}</Alert>
      ) : (
        <CutCount arrival={arrival} cut={cut} />
      )}
    </>
  )
}
