/** Points of an actor, and the clips that it is drawn with. */
import type { Stage } from '@gliv/document'
import {
  type Actor,
  ACTOR_STATES,
  type ActorPoint,
  type ActorState,
  type AfterImage,
  type Silhouette,
} from '@gliv/model'
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { useDocument } from '../state/document.ts'
import { STATE_TEXTS } from './texts.ts'
import { editStage } from './useStage.ts'
import { LayerColour } from './LayerColour.tsx'
import { Digits, Word } from '../shared/controls/words.tsx'

export type SetActor = (label: string, make: (actor: Actor) => Actor) => void

interface Props {
  readonly actor: Actor
  readonly set: SetActor
}

const readPairs = (text: string): [number, number][] | null => {
  const pairs = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((pair) => pair.replace('−', '-').split(',').map(Number))
  return pairs.every(
    (pair) => pair.length === 2 && pair.every((v) => Number.isFinite(v) && Math.abs(v) < 1e5),
  )
    ? (pairs as [number, number][])
    : null
}

/** Further px for each frame of the clip of a state. */
const FrameRows = ({ point, change }: { point: ActorPoint; change: (next: ActorPoint) => void }) => {
  const [state, setState] = useState<ActorState>('attack')
  const frames = point.frames?.[state] ?? []
  const setFrames = (pairs: [number, number][]): void => {
    const { [state]: _, ...others } = point.frames ?? {}
    change({ ...point, frames: pairs.length > 0 ? { ...others, [state]: pairs } : others })
  }
  return (
    <p className="soft">
      while{' '}
      <Word
        label={`State of ${point.name}`}
        value={state}
        options={ACTOR_STATES.map((value) => ({ value, label: STATE_TEXTS[value] }))}
        onChoose={(value) => setState(value as ActorState)}
      />{' '}
      each frame by{' '}
      <TypedField
        label={`Each frame of ${point.name}`}
        shown={frames.map((pair) => pair.join(',')).join(' ')}
        width={18}
        read={readPairs}
        hint="Type →,↓ for each frame: 0,0 4,-2 9,-6; nothing leaves it where it is"
        onCommit={setFrames}
      />
    </p>
  )
}

type ChangePoint = (next: ActorPoint) => void

const PointName = ({ actor, at, change }: { actor: Actor; at: number; change: ChangePoint }) => {
  const point = actor.points[at]!
  const readName = (text: string): string | null => {
    const name = text.trim()
    return name && name.length <= 80 && !actor.points.some((other, k) => k !== at && other.name === name)
      ? name
      : null
  }
  return (
    <TypedField
      label={`Name of point ${point.name}`}
      shown={point.name}
      width={9}
      read={readName}
      hint="Type a name that no other point has"
      onCommit={(name) => change({ ...point, name })}
    />
  )
}

const PointPlace = ({ point, change }: { point: ActorPoint; change: ChangePoint }) => (
  <>
    <Digits
      label={`${point.name} →`}
      value={point.x}
      low={-1e5}
      high={1e5}
      onCommit={(x) => change({ ...point, x })}
    />
    <Digits
      label={`${point.name} ↓`}
      value={point.y}
      low={-1e5}
      high={1e5}
      onCommit={(y) => change({ ...point, y })}
    />
  </>
)

/** A point under another name is still where its sentences play. */
const renamed = (stage: Stage, actor: string, from: string, to: string): void => {
  if (from !== to)
    stage.events = (stage.events ?? []).map((event) =>
      event.actor === actor && event.point === from ? { ...event, point: to } : event,
    ) as never
}

const PointRow = ({ actor, set, at, of }: Props & { at: number; of: Stage }) => {
  const point = actor.points[at]!
  const [open, setOpen] = useState(false)
  const change: ChangePoint = (next) =>
    editStage(of.id, `Point ${point.name}`, (draft) => {
      draft.actors = (draft.actors ?? []).map((a) =>
        a.id === actor.id ? { ...a, points: a.points.map((other, k) => (k === at ? next : other)) } : a,
      ) as never
      renamed(draft, actor.id, point.name, next.name)
    })
  const used = (of.events ?? []).some((event) => event.actor === actor.id && event.point === point.name)
  return (
    <>
      <div className="stage-line">
        <PointName actor={actor} at={at} change={change} />
        <PointPlace point={point} change={change} />
        <button
          type="button"
          className="sentence-extra"
          aria-expanded={open}
          aria-label={`Frames of ${point.name}`}
          onClick={() => setOpen(!open)}
        >
          …
        </button>
        <IconButton
          aria-label={`Remove point ${point.name}`}
          disabled={used}
          title={used ? 'A sentence plays something there' : 'Remove'}
          onClick={() =>
            set(`Remove point ${point.name}`, (a) => ({ ...a, points: a.points.filter((_, k) => k !== at) }))
          }
        >
          <Close fontSize="inherit" />
        </IconButton>
      </div>
      {open && <FrameRows point={point} change={change} />}
    </>
  )
}

export const PointRows = ({ stage, actor, set }: Props & { stage: Stage }) => {
  const free = (): string => {
    let k = actor.points.length + 1
    while (actor.points.some(({ name }) => name === `point ${k}`)) k++
    return `point ${k}`
  }
  return (
    <details>
      <summary>Points: {actor.points.map(({ name }) => name).join(', ') || 'none'}</summary>
      {actor.points.map((_, at) => (
        <PointRow key={at} actor={actor} set={set} at={at} of={stage} />
      ))}
      <button
        type="button"
        className="word-choice"
        onClick={() =>
          set(`Add a point to ${actor.name}`, (a) => ({
            ...a,
            points: [...a.points, { name: free(), x: 0, y: -20 }],
          }))
        }
      >
        add a point
      </button>
    </details>
  )
}

/** A clip of a sheet for each state; the project's own figure without one. */
export const ClipRows = ({ actor, set }: Props) => {
  const kit = useDocument((s) => s.kit)
  if (!kit) return null
  const clips = kit.sheetOrder.flatMap((sheet) =>
    kit.sheets[sheet]!.clips.map((clip) => ({
      value: `${sheet} ${clip.id}`,
      label: `${clip.name} · ${kit.sheets[sheet]!.name}`,
    })),
  )
  const valueOf = (state: ActorState): string => {
    const found = actor.clips[state]
    return found ? `${found.sheet} ${found.clip}` : ''
  }
  const choose = (state: ActorState, value: string): void =>
    set(`Picture of ${actor.name}`, (a) => {
      const { [state]: _, ...others } = a.clips
      const [sheet, clip] = value.split(' ')
      return { ...a, clips: sheet && clip ? { ...others, [state]: { sheet, clip } } : others }
    })
  return (
    <details>
      <summary>Pictures: {Object.keys(actor.clips).length === 0 ? 'a plain figure' : 'clips'}</summary>
      <div className="stage-numbers">
        {ACTOR_STATES.filter((state) => state !== 'gone').map((state) => (
          <label key={state}>
            <span>{STATE_TEXTS[state]}</span>
            <Word
              label={`Clip while ${STATE_TEXTS[state]}`}
              value={valueOf(state)}
              options={[{ value: '', label: 'plain' }, ...clips]}
              onChoose={(value) => choose(state, value)}
            />
          </label>
        ))}
      </div>
    </details>
  )
}

const AFTER: AfterImage = { count: 5, every: 0.05, tint: '#9fc4ff', opacity: 0.5, during: 'dash' }
const SILHOUETTE: Silhouette = { at: 'dash', seconds: 0.6, tint: '#9fc4ff', opacity: 0.6 }

const AfterRows = ({ actor, set }: Props) => {
  const { afterImage } = actor
  const change = (next: Partial<AfterImage>): void =>
    set(`After-image of ${actor.name}`, (a) => ({ ...a, afterImage: { ...AFTER, ...a.afterImage, ...next } }))
  if (!afterImage)
    return (
      <button type="button" className="word-choice" onClick={() => change({})}>
        leave an after-image
      </button>
    )
  return (
    <p>
      After-image of{' '}
      <Digits
        label="Pictures"
        value={afterImage.count}
        low={1}
        high={32}
        onCommit={(count) => change({ count: Math.round(count) })}
      />
      , each{' '}
      <Digits
        label="Each"
        value={afterImage.every}
        low={0.005}
        high={2}
        unit="s"
        onCommit={(every) => change({ every })}
      />{' '}
      at{' '}
      <Digits
        label="Opacity of the after-image"
        value={afterImage.opacity * 100}
        low={0}
        high={100}
        unit="%"
        onCommit={(opacity) => change({ opacity: opacity / 100 })}
      />{' '}
      while{' '}
      <Word
        label="While"
        value={afterImage.during ?? ''}
        options={[
          { value: '', label: 'always' },
          ...ACTOR_STATES.map((value) => ({ value, label: STATE_TEXTS[value] })),
        ]}
        onChoose={(value) => change({ during: value === '' ? null : (value as ActorState) })}
      />{' '}
      <LayerColour value={afterImage.tint} set={(tint) => change({ tint })} />
      <button
        type="button"
        className="word-choice"
        onClick={() => set(`No after-image of ${actor.name}`, ({ afterImage: _, ...a }) => a)}
      >
        none
      </button>
    </p>
  )
}

const SilhouetteRows = ({ actor, set }: Props) => {
  const { silhouette } = actor
  const change = (next: Partial<Silhouette>): void =>
    set(`Silhouette of ${actor.name}`, (a) => ({
      ...a,
      silhouette: { ...SILHOUETTE, ...a.silhouette, ...next },
    }))
  if (!silhouette)
    return (
      <button type="button" className="word-choice" onClick={() => change({})}>
        leave a silhouette
      </button>
    )
  return (
    <p>
      Silhouette where{' '}
      <Word
        label="Silhouette at"
        value={silhouette.at}
        options={ACTOR_STATES.map((value) => ({ value, label: STATE_TEXTS[value] }))}
        onChoose={(at) => change({ at: at as ActorState })}
      />{' '}
      begins, for{' '}
      <Digits
        label="Silhouette for"
        value={silhouette.seconds}
        low={0.02}
        high={60}
        unit="s"
        onCommit={(seconds) => change({ seconds })}
      />{' '}
      at{' '}
      <Digits
        label="Opacity of the silhouette"
        value={silhouette.opacity * 100}
        low={0}
        high={100}
        unit="%"
        onCommit={(opacity) => change({ opacity: opacity / 100 })}
      />{' '}
      <LayerColour value={silhouette.tint} set={(tint) => change({ tint })} />
      <button
        type="button"
        className="word-choice"
        onClick={() => set(`No silhouette of ${actor.name}`, ({ silhouette: _, ...a }) => a)}
      >
        none
      </button>
    </p>
  )
}

/** What it leaves behind: pictures that fade, and one that stays for a while. */
export const TraceRows = (props: Props) => {
  const { afterImage, silhouette } = props.actor
  return (
    <details>
      <summary>Leaves behind: {afterImage || silhouette ? 'itself' : 'nothing'}</summary>
      <AfterRows {...props} /> <SilhouetteRows {...props} />
    </details>
  )
}
