import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { ownType, renameEmitter, shareType, usersOfType } from '@gliv/document'
import { Guard } from '../../frame/Guard.tsx'
import { lazy, Suspense, useState } from 'react'
import { NameField } from '../../document/NameField.tsx'
import { edit, shownKit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { offerShare, useOfferShare } from '../../state/offerShare.ts'
import { type Named, useNamed } from '../../document/useNamed.ts'
import { FilmCell } from '../../preview/FilmCell.tsx'
import { select } from '../../state/session.ts'
import { openMenu } from '../../shared/keys/contextMenu.ts'
import { copyNow, pasteNow } from './clip.ts'
import { type EmitterPath, pathsOf } from './emitterPath.ts'
import './Bands.css'

const TableView = lazy(() => import('./TableView.tsx'))

const TableButton = () => {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        variant="outlined"
        title="All emitters side by side, for typing across"
        onClick={() => setOpen(true)}
      >
        Table
      </Button>
      {open && (
        <Guard what="The table">
          <Suspense>
            <TableView onClose={() => setOpen(false)} />
          </Suspense>
        </Guard>
      )}
    </>
  )
}

/** How many emitters are edited at once, and the way out of it. */
const AtOnce = ({ path }: { path: EmitterPath }) => {
  const count = pathsOf(path).length
  if (count === 1) return <span className="band-kind">Emitter</span>
  return (
    <span
      className="band-kind"
      role="status"
      title="Numbers, words, forces and the first picture are set for all"
    >
      {count} emitters at once ·{' '}
      <button type="button" className="word-choice" onClick={() => select(path.effect, path.emitter)}>
        only this one
      </button>
    </span>
  )
}

export const EmitterBand = ({ path }: { path: EmitterPath }) => (
  <header className="band">
    <FilmCell typeId={path.type} life={0.25} size={38} />
    <div className="band-text">
      <AtOnce path={path} />
      <NameField
        label="Emitter name"
        read={(kit) => kit.effects[path.effect]?.emitters[path.emitter]?.name}
        write={(kit, name) => renameEmitter(kit, path.effect, path.emitter, name)}
      />
    </div>
    <TableButton />
  </header>
)

const ShareMenu = ({
  path,
  others,
  anchor,
  setAnchor,
}: {
  path: EmitterPath
  others: readonly Named[]
  anchor: HTMLElement | null
  setAnchor: (anchor: HTMLElement | null) => void
}) => (
  <>
    <Button
      variant="outlined"
      disabled={others.length === 0}
      title="Send out a particle type that another emitter uses"
      onClick={(event) => setAnchor(event.currentTarget)}
    >
      Use another
    </Button>
    <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
      {others.map((type) => (
        <MenuItem
          key={type.id}
          dense
          onClick={() => {
            setAnchor(null)
            edit(`Share ${type.name}`, (kit) => shareType(kit, path.effect, path.emitter, type.id))
          }}
        >
          Share “{type.name}”
        </MenuItem>
      ))}
    </Menu>
  </>
)

/** What a fresh duplicate offers: one particle type for both. */
const ShareInstead = ({ path }: { path: EmitterPath }) => {
  const offer = useOfferShare((s) => s.offer)
  const exists = useDocument((s) => (offer ? s.kit?.types[offer.type] !== undefined : false))
  if (!offer || !exists || offer.emitter !== path.emitter || offer.type === path.type) return null
  return (
    <Button
      variant="outlined"
      title="One particle type for the original and the duplicate: what is changed of it changes both"
      onClick={() => {
        offerShare(null)
        edit('Share instead of a copy', (kit) => shareType(kit, path.effect, path.emitter, offer.type))
      }}
    >
      Share instead
    </Button>
  )
}

export const TypeBand = ({ path }: { path: EmitterPath }) => {
  const users = useDocument((s) => {
    const kit = shownKit(s)
    return kit ? usersOfType(kit, path.type).length : 0
  })
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const types = useNamed((kit) => kit.typeOrder.map((id) => kit.types[id]!))
  const others = types.filter((t) => t.id !== path.type)
  const own = (): void =>
    edit('Own copy of the particle type', (kit) => void ownType(kit, path.effect, path.emitter, makeId))
  return (
    <header
      className="band two-lines"
      data-clip="type"
      onContextMenu={(event) => {
        if ((event.target as Element).closest('input')) return
        const band = event.currentTarget
        openMenu(event, 'type', {
          useAnother: others.length > 0 ? () => setAnchor(band) : null,
          ownCopy: users > 1 ? own : null,
          copy: () => void copyNow(path.effect, 'type'),
          paste: () => void pasteNow(path.effect),
        })
      }}
    >
      <span className="band-kind">Particle type{users > 1 ? ` · used by ${users} emitters` : ''}</span>
      <div className="band-text">
        <NameField
          label="Particle type name"
          read={(kit) => kit.types[path.type]?.name}
          write={(kit, name) => void (kit.types[path.type]!.name = name)}
        />
      </div>
      {users > 1 && (
        <Button variant="outlined" title="Give this emitter a copy that nobody else uses" onClick={own}>
          Own copy
        </Button>
      )}
      <ShareInstead path={path} />
      <ShareMenu path={path} others={others} anchor={anchor} setAnchor={setAnchor} />
    </header>
  )
}
