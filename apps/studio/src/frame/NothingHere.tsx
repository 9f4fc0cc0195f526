/** A page that has nothing to show: what is missing, and the way on. Undo stays in the head. */
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useDocument } from '../state/document.ts'
import { AppHeader } from './AppHeader.tsx'
import './NothingHere.css'

export const NothingHere = ({ children }: { children: ReactNode }) => {
  const name = useDocument((s) => s.kit?.name)
  const id = useDocument((s) => s.kit?.id)
  const kit = id === undefined ? null : `/kit/${id}`
  return (
    <div className="nothing-here">
      <AppHeader
        crumbs={
          kit !== null && (
            <Link to={kit} className="crumb" title={name}>
              {name}
            </Link>
          )
        }
      />
      <main>
        <h1>{children}</h1>
        <Button component={Link} variant="contained" to={kit ?? '/'}>
          {kit === null ? 'To the shelf' : 'To the kit page'}
        </Button>
      </main>
    </div>
  )
}
