/** Who is on a stage: kind, numbers, points and pictures of each. */
import { newActor, type Stage } from '@gliv/document'
import { type Actor, ACTOR_KINDS, ACTOR_NUMBERS, type ActorKind, type ActorNumber } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { NameField } from '../document/NameField.tsx'
import { makeId } from '../state/ids.ts'
import { editActor } from './ActorPoints.tsx'
import { ClipRows, PointRows, type SetActor, TraceRows } from './ActorParts.tsx'
import { Section } from './Section.tsx'
import { KIND_TEXTS } from './texts.ts'
import { editStage } from './useStage.ts'
import { Digits, Word } from '../shared/controls/words.tsx'

/** Numbers that mean something to a kind of actor. */
const NUMBERS = {
  walker: ['walk', 'jump', 'gravity', 'dash', 'stride', 'height', 'radius', 'farX', 'farY'],
  roamer: ['walk', 'stride', 'height', 'radius'],
  flyer: ['walk', 'stride', 'height', 'radius'],
  target: ['height', 'radius'],
  thrown: ['throwX', 'throwY', 'gravity', 'radius', 'height'],
} as const satisfies Record<ActorKind, readonly ActorNumber[]>

const ActorHead = ({ stage, actor, set }: { stage: Stage; actor: Actor; set: SetActor }) => (
  <div className="stage-line">
    <NameField
      label={`Name of ${actor.name}`}
      read={(kit) => kit.stages[stage.id]?.actors?.find(({ id }) => id === actor.id)?.name}
      write={(kit, name) => {
        const to = kit.stages[stage.id]
        if (to)
          to.actors = (to.actors ?? []).map((other) => (other.id === actor.id ? { ...other, name } : other))
      }}
    />
    <Word
      label={`Kind of ${actor.name}`}
      value={actor.kind}
      options={ACTOR_KINDS.map((kind) => ({ value: kind, label: KIND_TEXTS[kind] }))}
      onChoose={(kind) => set('Kind of an actor', (a) => ({ ...a, kind: kind as ActorKind }))}
    />
    <IconButton
      aria-label={`Remove ${actor.name}`}
      onClick={() =>
        editStage(stage.id, `Remove ${actor.name}`, (draft) => {
          draft.actors = (draft.actors ?? []).filter(({ id }) => id !== actor.id)
          draft.events = (draft.events ?? []).filter((event) => event.actor !== actor.id)
        })
      }
    >
      <Close fontSize="inherit" />
    </IconButton>
  </div>
)

const ActorRows = ({
  stage,
  actor,
  chosen,
  onChoose,
}: {
  stage: Stage
  actor: Actor
  chosen: boolean
  onChoose: () => void
}) => {
  const set: SetActor = (label, make) => editActor(stage.id, actor.id, label, make)
  const withNumber =
    (id: ActorNumber, value: number) =>
    (a: Actor): Actor => ({ ...a, numbers: { ...a.numbers, [id]: value } })
  return (
    <div
      className={chosen ? 'stage-actor chosen' : 'stage-actor'}
      onFocus={onChoose}
      onPointerDown={onChoose}
    >
      <ActorHead stage={stage} actor={actor} set={set} />
      <div className="stage-numbers">
        {NUMBERS[actor.kind].map((id) => {
          const { label, low, high, unit } = ACTOR_NUMBERS[id]
          return (
            <label key={id}>
              <span>{label}</span>
              <span>
                <Digits
                  label={`${label} of ${actor.name}`}
                  value={actor.numbers[id]}
                  low={low}
                  high={high}
                  unit={unit}
                  onCommit={(value) => set(`${label} of ${actor.name}`, withNumber(id, value))}
                />
              </span>
            </label>
          )
        })}
      </div>
      <PointRows stage={stage} actor={actor} set={set} />
      <ClipRows actor={actor} set={set} />
      <TraceRows actor={actor} set={set} />
    </div>
  )
}

export const Actors = ({
  stage,
  chosen,
  onChoose,
}: {
  stage: Stage
  chosen: string | null
  onChoose: (actor: string) => void
}) => {
  const add = (kind: ActorKind): void =>
    editStage(stage.id, 'Add an actor', (draft) => {
      const made = newActor(makeId('actor'), kind, kind === 'target' ? 80 : -80, 100)
      draft.actors = [...(draft.actors ?? []), made]
    })
  return (
    <Section title="Actors">
      {(stage.actors ?? []).map((actor) => (
        <ActorRows
          key={actor.id}
          stage={stage}
          actor={actor}
          chosen={actor.id === chosen}
          onChoose={() => onChoose(actor.id)}
        />
      ))}
      <div className="stage-adds">
        {ACTOR_KINDS.map((kind) => (
          <Button key={kind} size="small" startIcon={<Add />} onClick={() => add(kind)}>
            {KIND_TEXTS[kind]}
          </Button>
        ))}
      </div>
    </Section>
  )
}
