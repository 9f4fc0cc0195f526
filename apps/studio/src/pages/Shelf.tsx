import Add from '@mui/icons-material/Add'
import FileOpen from '@mui/icons-material/FileOpen'
import Button from '@mui/material/Button'
import { useLiveQuery } from 'dexie-react-hooks'
import { useContext, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { db } from '../state/document.ts'
import type { KitRow } from '../state/db.ts'
import { makeId } from '../state/ids.ts'
import { addKit, kitFileOf, purgeDeleted, shelfRows } from '../state/shelf.ts'
import { keepStorage } from '../state/storageUse.ts'
import { openStorageDialog } from '../state/storageDialog.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { canPickFolders } from '../shared/folders.ts'
import { beginTour } from '../help/beginTour.ts'
import { openGuide, RECIPES } from '../help/open.ts'
import { ImportContext } from '../frame/importContext.ts'
import { importFolder } from './importKits.ts'
import { DeletedKits } from './shelf/DeletedKits.tsx'
import { KitCard } from './shelf/KitCard.tsx'
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
  const id = await addKit(db, { kit, pictures: demo.pictures }, () => makeId('kit'))
  void keepStorage()
  return id
}

/** Whether a kit has every word of a search in its name or tags. */
const isFound = ({ name, tags = [] }: KitRow, search: string): boolean => {
  const text = [name, ...tags].join(' ').toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

const exportAll = async (kits: readonly KitRow[]): Promise<void> => {
  const { exportFiles } = await import('../frame/exportKit.ts')
  await exportFiles(await Promise.all(kits.map(({ id }) => kitFileOf(db, id))))
}

/** Ways in: from files, the demo, nothing yet. */
const ShelfActions = () => {
  const navigate = useNavigate()
  const openAfter = (work: Promise<string>): void => void work.then((id) => navigate(`/kit/${id}`))
  const chooseFile = useContext(ImportContext)
  return (
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
  )
}

/** Offered at the first visit, in the way of nothing. */
const FirstRun = ({ onDone }: { onDone: () => void }) => {
  const navigate = useNavigate()
  return (
    <div className="first-run" role="note">
      <p>
        <b>New here?</b> Five steps on the real thing take two minutes.
      </p>
      <Button variant="outlined" onClick={() => void beginTour().then((path) => navigate(path))}>
        Take the tour
      </Button>
      <Button onClick={() => openGuide(RECIPES)}>See recipes</Button>
      <Button onClick={onDone}>Not now</Button>
    </div>
  )
}

const SearchBar = ({
  kits,
  search,
  onSearch,
}: {
  kits: readonly KitRow[]
  search: string
  onSearch: (text: string) => void
}) => (
  <span className="shelf-bar">
    <input
      type="search"
      className="plain-input search-field"
      aria-label="Find kits"
      placeholder="Find: a name, a tag"
      value={search}
      onChange={(event) => onSearch(event.target.value)}
    />
    <Button
      variant="outlined"
      title="One zip of all kits, which can be imported again as it is"
      onClick={() => void exportAll(kits)}
    >
      Export all
    </Button>
  </span>
)

export const Shelf = () => {
  const kits = useLiveQuery(() => shelfRows(db), [])
  const [search, setSearch] = useState('')
  const [isNew, setNew] = useState(false)
  const shown = kits?.filter((kit) => isFound(kit, search))
  useEffect(() => {
    document.title = 'Gliv'
    // The demo stands on the shelf at the first visit, and comes back only when asked for.
    void purgeDeleted(db).catch(() => undefined)
    if (wasHere()) return
    setNew(true)
    void addDemo()
  }, [])
  return (
    <div className="page">
      <AppHeader actions={<ShelfActions />} />
      <main>
        <div className="shelf-intro">
          <h1>Kits</h1>
          <p>A kit holds all effects of one game. Open one, or drop .gliv files anywhere here.</p>
          {kits && kits.length > 1 && <SearchBar kits={kits} search={search} onSearch={setSearch} />}
        </div>
        {isNew && <FirstRun onDone={() => setNew(false)} />}
        <div className="cards">
          {shown?.map((kit) => (
            <KitCard key={kit.id} kit={kit} />
          ))}
          {kits && kits.length > 0 && shown?.length === 0 && (
            <p className="empty-note">No kit has “{search}” in its name or tags.</p>
          )}
          {kits?.length === 0 && (
            <p className="empty-note">
              The shelf is empty. “Add the demo” brings Last Ferry back; “New kit” starts your own.
            </p>
          )}
        </div>
        <DeletedKits />
        <p className="shelf-foot">
          Kits lie in this browser, on this machine.{' '}
          <button type="button" className="word-choice" onClick={() => openStorageDialog(true)}>
            What is stored
          </button>
        </p>
      </main>
    </div>
  )
}
