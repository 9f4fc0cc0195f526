/** A titled part of the stage's column that folds; folded it says in a line what is in it. */
import ExpandMore from '@mui/icons-material/ExpandMore'
import { type ReactNode, useState } from 'react'

export const Section = ({
  title,
  says,
  folded = false,
  wanted = false,
  children,
}: {
  title: string
  /** What is in it, in a line. */
  says?: string
  /** At first. */
  folded?: boolean
  /** Something in it was chosen elsewhere: it opens. */
  wanted?: boolean
  children: ReactNode
}) => {
  const [open, setOpen] = useState(!folded)
  const [before, setBefore] = useState(wanted)
  if (wanted !== before) {
    setBefore(wanted)
    if (wanted) setOpen(true)
  }
  return (
    <section className="stage-section" aria-label={title}>
      <h2>
        <button
          type="button"
          className={open ? 'fold open' : 'fold'}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <ExpandMore className="chevron" fontSize="inherit" /> {title}
          {!open && says && <small>{says}</small>}
        </button>
      </h2>
      {open && children}
    </section>
  )
}
