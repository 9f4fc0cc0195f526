import Checkbox from '@mui/material/Checkbox'
import './TickList.css'

/** A tick with its words. */
export const Tick = ({
  label,
  value,
  onSet,
}: {
  label: string
  value: boolean
  onSet: (value: boolean) => void
}) => (
  <label className="tick" title={label}>
    <Checkbox size="small" checked={value} onChange={(event) => onSet(event.target.checked)} />
    <span>{label}</span>
  </label>
)

interface Named {
  readonly id: string
  readonly name: string
}

/** A list of things with ticks, and how many of them are ticked; all of them or none at one press. */
export const TickList = ({
  title,
  list,
  out,
  onSet,
}: {
  title: string
  list: readonly Named[]
  /** Ids that are not ticked. */
  out: ReadonlySet<string>
  onSet: (out: ReadonlySet<string>) => void
}) => {
  const left = list.filter(({ id }) => !out.has(id)).length
  const all = left === list.length
  const tick = (id: string, on: boolean): void => {
    const next = new Set(out)
    if (on) next.delete(id)
    else next.add(id)
    onSet(next)
  }
  return (
    <section className="tick-list" aria-label={title}>
      <h2>
        {title}{' '}
        <button
          type="button"
          className="word-choice"
          onClick={() => onSet(all ? new Set(list.map(({ id }) => id)) : new Set())}
        >
          {all ? 'none' : 'all'}
        </button>
        <small>
          {left} of {list.length}
        </small>
      </h2>
      <ul>
        {list.map(({ id, name }) => (
          <li key={id}>
            <Tick label={name} value={!out.has(id)} onSet={(on) => tick(id, on)} />
          </li>
        ))}
      </ul>
    </section>
  )
}
