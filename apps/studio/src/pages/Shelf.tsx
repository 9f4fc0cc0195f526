import Add from '@mui/icons-material/Add'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import FileOpen from '@mui/icons-material/FileOpen'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import IconButton from '@mui/material/IconButton'
import { useLiveQuery } from 'dexie-react-hooks'
import { useContext, useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { db } from '../state/document.ts'
import type { KitRow } from '../state/db.ts'
import { makeId } from '../state/ids.ts'
import { addKit, deleteKit, kitFileOf, shelfRows } from '../state/shelf.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { canPickFolders } from '../shared/folders.ts'
import { ImportContext } from './ImportZone.tsx'
import { importFolder } from './importKits.ts'
import { whenText } from '../shared/when.ts'
import { Thumbnail } from '../preview/Thumbnail.tsx'
import './Shelf.css'
import './common.css'

const FIRST_RUN_KEY = 'gliv-demo-offered'

/**
 * Whether this browser has been here before; remembers that it is now. Without storage each visit is the
 * first.
 */
const wasHere = (): boolean => {
  try {
    const before = localStorage.getItem(FIRST_RUN_KEY) !== null
    localStorage.setItem(FIRST_RUN_KEY, 'yes')
    return before
  } catch {
    return false
  }
}

const addDemo = async (): Promise<string> => {
  const { makeDemo } = await import('@gliv/demo')
  return addKit(db, makeDemo(), () => makeId('kit'))
}

/** A new kit starts with the sprites of the demo, so that the first emitter has a picture. */
const addNew = async (): Promise<string> => {
  const [{ makeDemo }, { emptyKit }] = await Promise.all([import('@gliv/demo'), import('@gliv/document')])
  const demo = makeDemo()
  const kit = {
    ...emptyKit(makeId('kit'), 'New kit'),
    sheets: demo.kit.sheets,
    sheetOrder: demo.kit.sheetOrder,
  }
  return addKit(db, { kit, pictures: demo.pictures }, () => makeId('kit'))
}

/** The kit's first effect, alive; the mark of Gliv while there is none. */
const Cover = ({ kit }: { kit: KitRow }) => {
  const file = useLiveQuery(() => kitFileOf(db, kit.id).catch(() => null), [kit.id, kit.rev])
  const first = file?.kit.effectOrder[0]
  if (file && first) return <Thumbnail kit={file.kit} effectId={first} pictures={file.pictures} />
  return (
    <div className="kit-cover" aria-hidden>
      <img src="/gliv.svg" width={56} height={56} alt="" />
    </div>
  )
}

const KitCard = ({ kit, onDelete }: { kit: KitRow; onDelete: () => void }) => (
  <article className="card kit-card" data-card data-testid="kit-card">
    <Link to={`/kit/${kit.id}`} className="card-link" aria-label={`Open ${kit.name}`}>
      <Cover kit={kit} />
      <h2 title={kit.name}>{kit.name}</h2>
    </Link>
    <footer>
      <span>
        {kit.effects} effect{kit.effects === 1 ? '' : 's'} · changed {whenText(kit.updatedAt)}
      </span>
      <IconButton aria-label={`Delete ${kit.name}`} title="Delete" onClick={onDelete}>
        <DeleteOutline fontSize="inherit" />
      </IconButton>
    </footer>
  </article>
)

const DeleteDialog = ({ kit, onClose }: { kit: KitRow; onClose: () => void }) => (
  <Dialog open onClose={onClose}>
    <DialogTitle>Delete “{kit.name}”?</DialogTitle>
    <DialogContent>
      The kit and its whole history leave this browser. This cannot be undone; export it first if you may want
      it again.
    </DialogContent>
    <DialogActions>
      <Button onClick={onClose}>Keep it</Button>
      <Button
        variant="contained"
        onClick={() => {
          void deleteKit(db, kit.id)
          onClose()
        }}
      >
        Delete
      </Button>
    </DialogActions>
  </Dialog>
)

export const Shelf = () => {
  const navigate = useNavigate()
  const kits = useLiveQuery(() => shelfRows(db), [])
  const [deleting, setDeleting] = useState<KitRow | null>(null)
  const openAfter = (work: Promise<string>): void => void work.then((id) => navigate(`/kit/${id}`))
  const chooseFile = useContext(ImportContext)
  useEffect(() => {
    document.title = 'Gliv'
    // The demo stands on the shelf at the first visit, and comes back only when asked for.
    if (wasHere()) return
    void addDemo()
  }, [])
  return (
    <div className="page">
      <AppHeader
        actions={
          <>
            <Button variant="outlined" startIcon={<FileOpen />} onClick={chooseFile}>
              Import a kit
            </Button>
            {canPickFolders() && (
              <Button
                variant="outlined"
                title="A kit as a folder of plain files, as repositories keep it"
                onClick={() => void importFolder().then((id) => id !== null && navigate(`/kit/${id}`))}
              >
                Import a folder
              </Button>
            )}
            <Button variant="outlined" onClick={() => openAfter(addDemo())}>
              Add the demo
            </Button>
            <Button variant="contained" startIcon={<Add />} onClick={() => openAfter(addNew())}>
              New kit
            </Button>
          </>
        }
      />
      <main>
        <div className="shelf-intro">
          <h1>Kits</h1>
          <p>A kit holds all effects of one game. Open one, or drop a .gliv file anywhere here.</p>
        </div>
        <div className="cards">
          {kits?.map((kit) => (
            <KitCard key={kit.id} kit={kit} onDelete={() => setDeleting(kit)} />
          ))}
          {kits?.length === 0 && (
            <p className="empty-note">
              The shelf is empty. “Add the demo” brings Last Ferry back; “New kit” starts your own.
            </p>
          )}
        </div>
      </main>
      {deleting && <DeleteDialog kit={deleting} onClose={() => setDeleting(null)} />}
    </div>
  )
}
