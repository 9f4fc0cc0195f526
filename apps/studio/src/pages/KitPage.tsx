import { PLAY_TEXTS } from '../document/texts/kinds.ts'
import Add from '@mui/icons-material/Add'
import ContentCopy from '@mui/icons-material/ContentCopy'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { addEffect, deleteEffect, duplicateEffect, type Effect, usersOfEffect } from '@gliv/document'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useShallow } from 'zustand/react/shallow'
import { NameField } from '../document/NameField.tsx'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { Guard } from '../frame/Guard.tsx'
import { Thumbnail } from '../preview/Thumbnail.tsx'
import './common.css'

const ExportMenu = lazy(() => import('../ship/ExportMenu.tsx'))

/** Deletes an effect; says so where others lose it. */
const remove = ({ id, name }: Effect): void => {
  const users = usersOfEffect(useDocument.getState().kit!, id).map((user) => `“${user.name}”`)
  edit(`Delete ${name}`, (kit) => deleteEffect(kit, id))
  if (users.length > 0)
    useDocument.setState({
      notice: `“${name}” was also played by ${users.join(', ')} and is gone there. Undo brings all of it back.`,
    })
}

const EffectCard = ({ effect, kitId }: { effect: Effect; kitId: string }) => {
  const count = effect.emitterOrder.length
  const kit = useDocument((s) => s.kit)
  const pictures = useDocument((s) => s.pictures)
  return (
    <article className="card effect-card" data-testid="effect-card">
      <Link to={`/kit/${kitId}/effect/${effect.id}`} className="card-link" aria-label={`Open ${effect.name}`}>
        {kit && <Thumbnail kit={kit} effectId={effect.id} pictures={pictures} />}
        <h2 title={effect.name}>{effect.name}</h2>
      </Link>
      <footer>
        <span>
          {count} emitter{count === 1 ? '' : 's'} ·{' '}
          {effect.play === 'loop'
            ? `loops every ${effect.numbers.loopSeconds} s`
            : effect.play === 'period'
              ? `repeats every ${effect.numbers.periodSeconds} s`
              : effect.play !== 'once'
                ? PLAY_TEXTS[effect.play]
                : 'plays once'}
        </span>
        <IconButton
          aria-label={`Duplicate ${effect.name}`}
          title="Duplicate"
          onClick={() =>
            edit(`Duplicate ${effect.name}`, (kit) => void duplicateEffect(kit, effect.id, makeId))
          }
        >
          <ContentCopy fontSize="inherit" />
        </IconButton>
        <IconButton
          aria-label={`Delete ${effect.name}`}
          title="Delete (can be undone)"
          onClick={() => remove(effect)}
        >
          <DeleteOutline fontSize="inherit" />
        </IconButton>
      </footer>
    </article>
  )
}

export const KitPage = () => {
  const navigate = useNavigate()
  const kit = useDocument(useShallow((s) => ({ id: s.kit?.id ?? '', name: s.kit?.name ?? '' })))
  const effects = useDocument(useShallow((s) => s.kit?.effectOrder.map((id) => s.kit!.effects[id]!) ?? []))
  const [ready, setReady] = useState(false)
  useEffect(() => setReady(true), [])
  useEffect(() => void (document.title = `${kit.name} · Gliv`), [kit.name])
  const create = (): void => {
    let id = ''
    edit('New effect', (draft) => void (id = addEffect(draft, makeId)))
    void navigate(`/kit/${kit.id}/effect/${id}`)
  }
  return (
    <div className="page">
      <AppHeader
        crumbs={
          <NameField
            label="Kit name"
            className="name-field effect-name"
            read={(k) => k.name}
            write={(k, name) => void (k.name = name)}
          />
        }
        actions={
          <>
            {ready && (
              <Guard what="Export">
                <Suspense>
                  <ExportMenu />
                </Suspense>
              </Guard>
            )}
            <Button variant="outlined" component={Link} to={`/kit/${kit.id}/sprites`}>
              Sprites
            </Button>
            <Button variant="contained" startIcon={<Add />} onClick={create}>
              New effect
            </Button>
          </>
        }
      />
      <main className="cards">
        <h1 className="only-read">Effects of {kit.name}</h1>
        {effects.map((effect) => (
          <EffectCard key={effect.id} effect={effect} kitId={kit.id} />
        ))}
        {effects.length === 0 && (
          <p className="empty-note">
            This kit has no effect yet. “New effect” starts one, with a first emitter running.
          </p>
        )}
      </main>
    </div>
  )
}
