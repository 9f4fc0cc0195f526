import type { ReactNode } from 'react'
import { Link } from 'react-router'

/** Where one is: the kit, as a way back to its page, and what is shown of it. */
export const KitCrumbs = ({
  kit,
  here,
  children,
}: {
  kit: { readonly id: string; readonly name: string }
  here: string
  /** What is said behind it. */
  children?: ReactNode
}) => (
  <>
    <Link to={`/kit/${kit.id}`} className="crumb" title={kit.name}>
      {kit.name}
    </Link>
    <span aria-hidden>›</span>
    <b>{here}</b>
    {children}
  </>
)
