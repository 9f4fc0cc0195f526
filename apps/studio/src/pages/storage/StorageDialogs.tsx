/** The dialog of what is stored, fetched when it is wanted; the room is looked at while the studio is open. */
import { lazy, Suspense, useEffect } from 'react'
import { Guard } from '../../frame/Guard.tsx'
import { useStorageDialog } from '../../state/storageDialog.ts'
import { followRoom } from '../../state/storageUse.ts'

const StorageDialog = lazy(() => import('./StorageDialog.tsx'))

export const StorageDialogs = () => {
  const open = useStorageDialog((s) => s.open)
  useEffect(followRoom, [])
  return open ? (
    <Guard what="The list of what is stored">
      <Suspense>
        <StorageDialog />
      </Suspense>
    </Guard>
  ) : null
}
