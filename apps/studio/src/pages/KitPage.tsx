import Add from '@mui/icons-material/Add'
import Button from '@mui/material/Button'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useShallow } from 'zustand/react/shallow'
import { NameField } from '../document/NameField.tsx'
import { useDocument } from '../state/document.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { Guard } from '../frame/Guard.tsx'
import type { BeginningId } from '../starters/choices.ts'
import type { OwnStarter } from '../state/ownStarters.ts'
import { EffectsSection } from './effects/EffectsSection.tsx'
import { SoundList } from './SoundList.tsx'
import { StageList } from './StageList.tsx'
import { useEffectClip } from './effects/useEffectClip.ts'
import './common.css'

const ExportMenu = lazy(() => import('../ship/ExportMenu.tsx'))
const NewEffect = lazy(() => import('./NewEffect.tsx'))
const BeginningCards = lazy(() =>
  import('../starters/BeginningCards.tsx').then((m) => ({ default: m.BeginningCards })),
)

/** A kit without effects shows what one may begin with. */
const FirstEffect = ({
  onChoose,
  onOwn,
}: {
  onChoose: (id: BeginningId) => void
  onOwn: (starter: OwnStarter) => void
}) => (
  <section className="first-choice" aria-labelledby="first-effect">
    <h2 id="first-effect">What does the first effect begin with?</h2>
    <Guard what="The starters">
      <Suspense>
        <BeginningCards onChoose={onChoose} onOwn={onOwn} />
      </Suspense>
    </Guard>
  </section>
)

/** What draws the export menu is fetched after the page stands. */
const ExportLater = () => {
  const [ready, setReady] = useState(false)
  useEffect(() => setReady(true), [])
  return ready ? (
    <Guard what="Export">
      <Suspense>
        <ExportMenu />
      </Suspense>
    </Guard>
  ) : null
}

/** Where one goes from here, the new effect last. */
const KitActions = ({ kitId, some, onNew }: { kitId: string; some: boolean; onNew: () => void }) => (
  <>
    <ExportLater />
    <Button variant="outlined" component={Link} to={`/kit/${kitId}/sprites`}>
      Sprites
    </Button>
    {some && (
      <Button
        variant="outlined"
        component={Link}
        to={`/kit/${kitId}/many`}
        title="Colours, pictures, sizes and names of many effects at once"
      >
        Change many
      </Button>
    )}
    <Button variant="outlined" component={Link} to={`/kit/${kitId}/ship`}>
      Ship
    </Button>
    <Button variant="contained" startIcon={<Add />} onClick={onNew}>
      New effect
    </Button>
  </>
)

export const KitPage = () => {
  const navigate = useNavigate()
  const kit = useDocument(useShallow((s) => ({ id: s.kit?.id ?? '', name: s.kit?.name ?? '' })))
  const some = useDocument((s) => (s.kit?.effectOrder.length ?? 0) > 0)
  const [choosing, setChoosing] = useState(false)
  useEffectClip()
  useEffect(() => void (document.title = `${kit.name} · Gliv`), [kit.name])
  const create = async (id: BeginningId): Promise<void> => {
    const { beginEffect } = await import('../starters/choices.ts')
    void navigate(`/kit/${kit.id}/effect/${beginEffect(id)}`)
  }
  const createOwn = (starter: OwnStarter): void =>
    void import('../starters/useOwn.ts').then(({ effectFrom }) => {
      const id = effectFrom(starter)
      if (id !== null) void navigate(`/kit/${kit.id}/effect/${id}`)
    })
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
        actions={<KitActions kitId={kit.id} some={some} onNew={() => setChoosing(true)} />}
      />
      <main className="card-area">
        <h1 className="only-read">Effects of {kit.name}</h1>
        {some ? <EffectsSection /> : <FirstEffect onChoose={(id) => void create(id)} onOwn={createOwn} />}
        <StageList kitId={kit.id} />
        <SoundList />
      </main>
      {choosing && (
        <Guard what="The choice of a beginning">
          <Suspense>
            <NewEffect
              onChoose={(id) => void create(id)}
              onOwn={createOwn}
              onClose={() => setChoosing(false)}
            />
          </Suspense>
        </Guard>
      )}
    </div>
  )
}
