import { lazy, Suspense, useEffect, useMemo, useState } from 'react'
import { Link, Outlet, useNavigate, useParams } from 'react-router'
import { downloadRaw } from './downloadRaw.ts'
import { closeDocument, openDocument, useDocument } from '../state/document.ts'
import { isPictureFile, useArrivals } from '../sprites/arrivalStore.ts'
import { followLinks } from '../sprites/linked.ts'
import { receivePictures } from '../sprites/receive.ts'
import { useCommands } from '../shared/keys/dispatch.ts'
import { Guard } from '../frame/Guard.tsx'
import { AppHeader } from '../frame/AppHeader.tsx'
import { saveKit } from '../frame/kitFile.ts'
import { openHistory } from '../frame/history/open.ts'
import { holdOpen } from '../state/storageUse.ts'
import { followMarks } from '../state/marks.ts'
import { useUndo } from '../frame/useUndo.ts'
import { togglePause, useTethered } from '../tether/useTethered.ts'

const ImportDialog = lazy(() => import('../sprites/ImportDialog.tsx'))

/** Pictures that are pasted come in like those that are chosen; the dialog opens when some have arrived. */
const PictureArrivals = () => {
  const some = useArrivals((s) => s.list.length > 0)
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])].filter(isPictureFile)
      if (files.length === 0) return
      event.preventDefault()
      void receivePictures(files)
    }
    document.addEventListener('paste', paste)
    return () => document.removeEventListener('paste', paste)
  }, [])
  return some ? (
    <Guard what="The import">
      <Suspense>
        <ImportDialog />
      </Suspense>
    </Guard>
  ) : null
}

/** Opens the kit that the address names, for the kit page and the editor. */
export const KitLayout = () => {
  const { kitId = '' } = useParams()
  const open = useDocument((s) => s.kit?.id === kitId)
  const undo = useUndo()
  const navigate = useNavigate()
  useCommands(
    'kit',
    useMemo(
      () => ({
        ...undo,
        saveFile: () => void saveKit(),
        saveFileAs: () => void saveKit(true),
        history: () => openHistory(),
        pauseGame: togglePause,
        toKit: () => void navigate(`/kit/${kitId}`),
        toSprites: () => void navigate(`/kit/${kitId}/sprites`),
      }),
      [undo, navigate, kitId],
    ),
  )
  useTethered(kitId, open)
  useEffect(() => holdOpen(), [])
  useEffect(() => (open ? followMarks(kitId) : undefined), [kitId, open])
  useEffect(() => (open ? followLinks(kitId) : undefined), [kitId, open])
  const [failure, setFailure] = useState<string | null>(null)
  useEffect(() => {
    let current = true
    openDocument(kitId).catch(
      (error: unknown) => current && setFailure(error instanceof Error ? error.message : String(error)),
    )
    return () => {
      current = false
      closeDocument()
    }
  }, [kitId])
  if (failure)
    return (
      <>
        <AppHeader />
        <div className="empty-note" role="alert">
          <p>{failure}</p>
          <p>
            <Link to="/">Back to the shelf</Link> ·{' '}
            <button type="button" className="word-choice" onClick={() => void downloadRaw(kitId)}>
              Save its raw data as a file
            </button>
          </p>
        </div>
      </>
    )
  return open ? (
    <>
      <Outlet />
      <PictureArrivals />
    </>
  ) : (
    <p className="empty-note">Opening…</p>
  )
}
