/** A kit on the shelf: opened, renamed, duplicated, tagged, exported, deleted. */
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import MoreVert from '@mui/icons-material/MoreVert'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useLiveQuery } from 'dexie-react-hooks'
import { useState } from 'react'
import { Link } from 'react-router'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { whenText } from '../../shared/when.ts'
import { NameEntry } from '../../shared/controls/NameEntry.tsx'
import type { KitRow } from '../../state/db.ts'
import { db, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { DELETED_DAYS, duplicateKit, kitFileOf, renameKit, tagKit, takeFromShelf } from '../../state/shelf.ts'
import { readTags } from '../effects/acts.ts'

const say = (notice: string): void => useDocument.setState({ notice })
const tried = (work: Promise<unknown>): void =>
  void work.catch((error: unknown) => say(error instanceof Error ? error.message : String(error)))

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

const exportOne = async (id: string): Promise<void> => {
  const { exportFile } = await import('../../frame/exportKit.ts')
  await exportFile(await kitFileOf(db, id))
}

const deleteOne = async (kit: KitRow): Promise<void> => {
  await takeFromShelf(db, kit.id)
  say(`“${kit.name}” is deleted; it can be put back below for ${DELETED_DAYS} days`)
}

type Asking = 'name' | 'tags' | null

const KitMenu = ({ kit, onAsk }: { kit: KitRow; onAsk: (what: Asking) => void }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const item = (text: string, act: () => void) => (
    <MenuItem
      dense
      onClick={() => {
        setAnchor(null)
        // Once the menu has let go of the focus.
        setTimeout(act)
      }}
    >
      {text}
    </MenuItem>
  )
  return (
    <>
      <IconButton
        aria-label={`More of ${kit.name}`}
        title="Rename, tag, duplicate, export"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <MoreVert fontSize="inherit" />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} disableRestoreFocus>
        {item('Rename', () => onAsk('name'))}
        {item('Tags', () => onAsk('tags'))}
        {item('Duplicate', () => tried(duplicateKit(db, kit.id, makeId)))}
        {item('Export', () => tried(exportOne(kit.id)))}
      </Menu>
    </>
  )
}

export const KitCard = ({ kit }: { kit: KitRow }) => {
  const [asking, setAsking] = useState<Asking>(null)
  const tags = kit.tags ?? []
  const done = (take: (text: string) => Promise<unknown>) => (text: string | null) => {
    if (text !== null) tried(take(text))
    setAsking(null)
  }
  return (
    <article className="card kit-card" data-card data-testid="kit-card">
      <Link
        to={`/kit/${kit.id}`}
        className="card-link"
        aria-label={`Open ${kit.name}`}
        onKeyDown={(event) => {
          if (event.key === 'F2') setAsking('name')
          else if (event.key === 'Delete') tried(deleteOne(kit))
          else return
          event.preventDefault()
        }}
      >
        <Cover kit={kit} />
        {asking !== 'name' && <h2 title={kit.name}>{kit.name}</h2>}
      </Link>
      {asking === 'name' && (
        <NameEntry
          className="plain-input card-entry"
          longest={400}
          label={`Name of ${kit.name}`}
          start={kit.name}
          onDone={done((name) => renameKit(db, kit.id, name))}
        />
      )}
      {asking === 'tags' && (
        <NameEntry
          className="plain-input card-entry"
          longest={400}
          label={`Tags of ${kit.name}, with commas between`}
          start={tags.join(', ')}
          onDone={done((text) => tagKit(db, kit.id, readTags(text)))}
        />
      )}
      <footer>
        <span title={tags.join(', ')}>
          {kit.effects} effect{kit.effects === 1 ? '' : 's'} · changed {whenText(kit.updatedAt)}
          {tags.length > 0 && ` · ${tags.join(', ')}`}
        </span>
        <KitMenu kit={kit} onAsk={setAsking} />
        <IconButton
          aria-label={`Delete ${kit.name}`}
          title="Delete (can be put back)"
          onClick={() => tried(deleteOne(kit))}
        >
          <DeleteOutline fontSize="inherit" />
        </IconButton>
      </footer>
    </article>
  )
}
