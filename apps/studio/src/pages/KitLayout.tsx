import { useEffect, useState } from 'react'
import { Outlet, useParams } from 'react-router'
import { closeDocument, openDocument, useDocument } from '../store/document.ts'
import { AppHeader } from './AppHeader.tsx'

/** Opens the kit that the address names, for the kit page and the editor. */
export const KitLayout = () => {
  const { kitId = '' } = useParams()
  const open = useDocument((s) => s.kit?.id === kitId)
  const [failure, setFailure] = useState<string | null>(null)
  useEffect(() => {
    let current = true
    openDocument(kitId).catch((error: unknown) => current && setFailure(error instanceof Error ? error.message : String(error)))
    return () => {
      current = false
      closeDocument()
    }
  }, [kitId])
  if (failure)
    return (
      <>
        <AppHeader />
        <p className="empty-note" role="alert">
          {failure}
        </p>
      </>
    )
  return open ? <Outlet /> : <p className="empty-note">Opening…</p>
}
