/** A take beside the present state: what differs, each to be taken over, and the way back. */
import Button from '@mui/material/Button'
import Radio from '@mui/material/Radio'
import { sharedThatDiffer, takeOver, type WhenShared } from '@gliv/document'
import type { Difference } from '@gliv/words'
import { useMemo } from 'react'
import { hintOf, useTitle } from '../../shared/keys/keymap.ts'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { goToTake, setTakes, type Take, toggleBeside, useTakes } from '../../state/takes.ts'
import { ColumnFrame } from '../fields/ColumnFrame.tsx'
import { useEffectId } from '../playback/shownEffect.ts'
import { differing } from './differing.ts'
import './ComparePage.css'

const takeThis = (take: Take, { what, where, place }: Difference): void => {
  const { whenShared } = useTakes.getState()
  edit(`${what ?? where.at(-1) ?? 'A part'} as in “${take.name}”`, (kit) =>
    takeOver(kit, take.piece, take.effect, place, { makeId, whenShared }),
  )
}

const told = ({ what, from, to }: Difference) =>
  what === null ? (
    <span>{to === 'there' ? 'only in the take' : 'not in the take'}</span>
  ) : (
    <span>
      {what}: <span className="was">{from}</span> → <b>{to}</b>
    </span>
  )

const labelOf = ({ what, where, to }: Difference): string =>
  what === null ? `Use this: ${where.at(-1)} ${to}` : `Use this: ${what} ${to}`

const DifferenceRows = ({ take }: { take: Take }) => {
  const kit = useDocument((s) => s.kit)
  const groups = useMemo(
    () => (kit?.effects[take.effect] ? differing(kit, take.piece, take.effect) : []),
    [kit, take],
  )
  if (groups.length === 0) return <p className="group-hint">Nothing differs: this is the present state.</p>
  return groups.map(({ title, list }) => (
    <section key={title} className="difference-group" aria-label={title}>
      <h2>{title}</h2>
      <ul>
        {list.map((one) => (
          <li key={one.place}>
            {told(one)}
            <Button
              size="small"
              variant="outlined"
              aria-label={labelOf(one)}
              onClick={() => takeThis(take, one)}
            >
              Use this
            </Button>
          </li>
        ))}
      </ul>
    </section>
  ))
}

/** What happens to types that others send out, too: only asked where there are some that differ. */
const SharedChoice = ({ take }: { take: Take }) => {
  const kit = useDocument((s) => s.kit)
  const whenShared = useTakes((s) => s.whenShared)
  const shared = useMemo(() => (kit ? sharedThatDiffer(kit, take.piece, take.effect) : []), [kit, take])
  if (shared.length === 0) return null
  const others = shared.reduce((sum, one) => sum + one.others, 0)
  const option = (value: WhenShared, text: string) => (
    <label>
      <Radio
        size="small"
        name="when-shared"
        checked={whenShared === value}
        onChange={() => setTakes({ whenShared: value })}
      />
      {text}
    </label>
  )
  return (
    <fieldset className="shared-choice">
      <legend>
        {shared.map(({ name }) => `“${name}”`).join(', ')}: sent out by {others} emitter
        {others === 1 ? '' : 's'} of other effects, too
      </legend>
      {option('own', 'own copy for this effect')}
      {option('all', `change all ${others + 1}`)}
    </fieldset>
  )
}

const Beside = ({ take }: { take: Take }) => {
  const beside = useTakes((s) => s.beside.includes(take.id))
  const title = useTitle()
  return (
    <Button
      variant="outlined"
      aria-pressed={beside}
      title={title('Both in step on the stage', 'beside')}
      onClick={() => toggleBeside(take.id)}
    >
      Side by side
    </Button>
  )
}

export const ComparePage = () => {
  const effectId = useEffectId()
  const take = useTakes((s) => s.takes.find(({ id }) => id === s.other))
  return (
    <ColumnFrame
      label="Compare with a take"
      kind="Take, beside the present state"
      title={take?.name ?? 'No take'}
      closeLabel="Close the comparison"
      className="compare-page"
    >
      {take && take.effect === effectId ? (
        <>
          <div className="compare-actions">
            <Button
              variant="contained"
              title="The present state is kept as a take first"
              onClick={() => void goToTake(take.id)}
            >
              Go back to it
            </Button>
            <Beside take={take} />
          </div>
          <p className="group-hint">Hold {hintOf('otherTake')} to see it instead of the present state.</p>
          <SharedChoice take={take} />
          <DifferenceRows take={take} />
        </>
      ) : (
        <p className="group-hint">
          Press a take in the row above the stage to compare it with the present state; {hintOf('keepTake')}{' '}
          keeps one.
        </p>
      )}
    </ColumnFrame>
  )
}
