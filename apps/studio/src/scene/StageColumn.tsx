/** The column of a stage: picture, surfaces, actors, what happens, recordings, camera; each reads as a sentence. */
import type { Stage } from '@gliv/document'
import type { SurfaceKind } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Button from '@mui/material/Button'
import { SURFACE_TEXTS } from '../document/surfaces.ts'
import { makeId } from '../state/ids.ts'
import { Actors } from './Actors.tsx'
import { CameraRows } from './CameraRows.tsx'
import { CueRows } from './CueRows.tsx'
import { EffectCards } from './EffectCards.tsx'
import { EventSentences } from './EventSentences.tsx'
import { LayerRows } from './LayerRows.tsx'
import { Recordings } from './Recordings.tsx'
import { Section } from './Section.tsx'
import { STARTS, SurfaceRow } from './SurfaceRow.tsx'
import { editStage, useStage } from './useStage.ts'
import './StageColumn.css'

const SurfaceRows = ({
  stage,
  chosen,
  onChoose,
}: {
  stage: Stage
  chosen: string | null
  onChoose: (surface: string) => void
}) => (
  <Section
    title="Surfaces"
    folded
    wanted={chosen !== null}
    says={`${stage.surfaces.length}: ${stage.surfaces
      .slice(0, 4)
      .map(({ kind }) => SURFACE_TEXTS[kind].toLowerCase())
      .join(', ')}${stage.surfaces.length > 4 ? '…' : ''}`}
  >
    {stage.surfaces.length === 0 && <p className="soft">None yet; draw one with the tools on the picture.</p>}
    {stage.surfaces.slice(0, 60).map((surface) => (
      <SurfaceRow
        key={surface.id}
        stageId={stage.id}
        surface={surface}
        chosen={surface.id === chosen}
        onChoose={() => onChoose(surface.id)}
      />
    ))}
    {stage.surfaces.length > 60 && (
      <p className="soft">…and {stage.surfaces.length - 60} more; press one on the picture to change it.</p>
    )}
    <div className="stage-adds">
      {(Object.keys(STARTS) as SurfaceKind[]).map((kind) => (
        <Button
          key={kind}
          size="small"
          startIcon={<Add />}
          onClick={() => {
            const made = STARTS[kind](makeId('surface'))
            editStage(
              stage.id,
              `Add ${SURFACE_TEXTS[kind]}`,
              (draft) => void (draft.surfaces = [...draft.surfaces, made]),
            )
            onChoose(made.id)
          }}
        >
          {SURFACE_TEXTS[kind]}
        </Button>
      ))}
    </div>
  </Section>
)

interface Chosen {
  readonly actor: string | null
  readonly setActor: (id: string) => void
  readonly surface: string | null
  readonly setSurface: (id: string) => void
}

export const StageColumn = ({ actor, setActor, surface, setSurface }: Chosen) => {
  const stage = useStage()
  if (!stage) return null
  return (
    <aside className="stage-column" aria-label="What the stage is made of">
      <Section
        title="Picture"
        folded={stage.layers !== undefined && stage.layers.length > 0}
        says={(stage.layers ?? []).map(({ name }) => name).join(', ') || 'the plain ground'}
      >
        <LayerRows stage={stage} />
      </Section>
      <SurfaceRows stage={stage} chosen={surface} onChoose={setSurface} />
      <Actors stage={stage} chosen={actor} onChoose={setActor} />
      <Section title="What happens">
        <EventSentences />
        <EffectCards />
      </Section>
      <CueRows />
      <Section
        title="Camera"
        folded
        says={stage.camera?.follows ? 'goes with somebody' : stage.camera ? 'moves' : 'stays where it is'}
      >
        <CameraRows stage={stage} />
      </Section>
      <Recordings stage={stage} />
    </aside>
  )
}
