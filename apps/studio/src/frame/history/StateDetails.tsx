/** One state of the history beside now: what differs, effect by effect, and what can be taken back. */
import Button from '@mui/material/Button'
import { keptPiece, type Kit, putBack } from '@gliv/document'
import type { Difference } from '@gliv/words'
import { useEffect, useMemo } from 'react'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { edit, fetchNamed, goToStep, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { takeAllBack } from '../../state/marks.ts'
import { changedBesides, changedEffects, type EffectChange } from './states.ts'

/** Differences that are told before one has to ask for more. */
const TOLD = 4

const takeOneBack = (name: string, state: Kit, id: string): void =>
  edit(`“${state.effects[id]!.name}” as in “${name}”`, (kit) =>
    putBack(kit, keptPiece(state, id), id, { makeId, whenShared: 'own' }),
  )

const Sentence = ({ one: { where, what, from, to } }: { one: Difference }) => (
  <li>
    {where.slice(1).join(' › ')}
    {where.length > 1 && ': '}
    {what === null ? (
      `${where.at(-1)} ${to === 'there' ? 'was there' : 'was not there'}`
    ) : (
      <>
        {what} <span className="was">{from}</span> → <b>{to}</b>
      </>
    )}
  </li>
)

const Sentences = ({ list }: { list: readonly Difference[] }) => {
  const rows = (some: readonly Difference[]) => some.map((one) => <Sentence key={one.place} one={one} />)
  return (
    <>
      <ul>{rows(list.slice(0, TOLD))}</ul>
      {list.length > TOLD && (
        <details>
          <summary>and {list.length - TOLD} more</summary>
          <ul>{rows(list.slice(TOLD))}</ul>
        </details>
      )}
    </>
  )
}

const WHEN_TEXTS = {
  now: 'There only now',
  then: 'Deleted since',
  both: '',
} as const satisfies Record<EffectChange['when'], string>

const ChangeRow = ({
  change,
  name,
  now,
  then,
}: {
  change: EffectChange
  name: string
  now: Kit
  then: Kit
}) => {
  const pictures = useDocument((s) => s.pictures)
  const { id, when, list } = change
  const picture = (kit: Kit, title: string) => (
    <figure data-card>
      {kit.effects[id] ? (
        <Thumbnail kit={kit} effectId={id} pictures={pictures} />
      ) : (
        <span className="no-picture" />
      )}
      <figcaption>{title}</figcaption>
    </figure>
  )
  return (
    <article className="state-change">
      <header>
        <b>{change.name}</b>
        {when !== 'now' && (
          <Button
            size="small"
            variant="outlined"
            aria-label={`Take ${change.name} back`}
            onClick={() => takeOneBack(name, then, id)}
          >
            Take this back
          </Button>
        )}
      </header>
      <div>
        {picture(then, 'then')}
        {picture(now, 'now')}
        <div className="state-words">
          {when === 'both' ? <Sentences list={list} /> : <p>{WHEN_TEXTS[when]}</p>}
        </div>
      </div>
    </article>
  )
}

const Changes = ({ name, state, steps }: { name: string; state: Kit; steps: number | null }) => {
  const kit = useDocument((s) => s.kit)
  const present = useDocument((s) => s.history.undo.length)
  // Pictures that only the older state names.
  useEffect(() => void fetchNamed(state).catch(() => undefined), [state])
  const effects = useMemo(() => (kit ? changedEffects(kit, state) : []), [kit, state])
  const besides = useMemo(() => (kit ? changedBesides(kit, state) : []), [kit, state])
  if (!kit) return null
  const same = effects.length === 0 && besides.length === 0
  return (
    <>
      <div className="state-actions">
        {steps !== null && (
          <Button variant="contained" disabled={steps === present} onClick={() => goToStep(steps)}>
            {steps <= present ? `Undo ${present - steps} to here` : `Redo ${steps - present} to here`}
          </Button>
        )}
        <Button
          variant={steps === null ? 'contained' : 'outlined'}
          disabled={same}
          title="As one step that can be undone; what was made since stays in the history"
          onClick={() => void takeAllBack(`All as in “${name}”`, state)}
        >
          Take all of it back
        </Button>
      </div>
      {same && <p className="group-hint">It is what the kit is now.</p>}
      {effects.map((change) => (
        <ChangeRow key={change.id} change={change} name={name} now={kit} then={state} />
      ))}
      {besides.length > 0 && (
        <article className="state-change">
          <header>
            <b>Beside effects</b>
          </header>
          <div className="state-words">
            <Sentences list={besides} />
          </div>
        </article>
      )}
    </>
  )
}

interface Props {
  readonly name: string
  readonly state: Kit | null
  readonly steps: number | null
}

export const StateDetails = ({ name, state, steps }: Props) => (
  <section className="history-state" aria-label="This state beside now">
    <h3>{name}</h3>
    {state ? (
      <Changes name={name} state={state} steps={steps} />
    ) : (
      <p className="group-hint">
        This state cannot be put together: another tab’s edit stands in between, or it was kept by a newer
        Gliv.
      </p>
    )}
  </section>
)
