import type { Draws } from '@gliv/engine'
import ExpandMore from '@mui/icons-material/ExpandMore'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { type ParticleType } from '@gliv/document'
import { type Range, RAMP_KINDS, type RampKind, type TintRampKind } from '@gliv/model'
import { type FoldName, setFold, useFold } from '../../state/folds.ts'
import { setSession, toggleTogether, useSession } from '../../state/session.ts'
import { RAMP_TEXTS, formatNumber } from '@gliv/words'

import { useSelectedType } from '../playback/shownEffect.ts'
import { FilmCell } from '../../preview/FilmCell.tsx'
import { FIELDS_SLOT } from '../ramps/FieldsSlot.tsx'
import { RampEditor } from '../ramps/RampEditor.tsx'
import { TraceMark } from './TraceMark.tsx'
import { TintEditor } from './TintEditor.tsx'
import './LifeStrip.css'

const CELLS = 12

const TYPICAL = ['middle'] as const
const EXTREMES = ['least', 'middle', 'most'] as const satisfies readonly Draws[]
const FILM_TEXTS = {
  least: 'The least of every range',
  middle: 'The typical particle',
  most: 'The most of every range',
} as const satisfies Record<Draws, string>

const LifeScale = () => {
  const middle = useSelectedType((type) => (type.numbers.life.from + type.numbers.life.to) / 2) ?? 0
  return (
    <div className="life-scale" aria-hidden>
      {[0, 0.25, 0.5, 0.75, 1].map((u) => (
        <span key={u} style={{ left: `${u * 100}%` }}>
          {u * 100} %
          {(u === 0.5 || u === 1) && (
            <span className="life-seconds"> · {formatNumber('life', u * middle)} s</span>
          )}
        </span>
      ))}
    </div>
  )
}

const isTint = (kind: RampKind): kind is TintRampKind => kind === 'tint' || kind === 'tintB'

const isSome = ({ from, to }: Range): boolean => from !== 0 || to !== 0

/** Ramps that have a say in how this type looks; the rest stays out of the way. */
const RELEVANT: Partial<Record<RampKind, (type: ParticleType) => boolean>> = {
  scaleY: (type) => type.scaleApart,
  frame: (type) => type.frameChoice === 'ramp',
  hue: (type) => type.numbers.hueTurn !== 0,
  spin: (type) => isSome(type.numbers.spin),
  angle: (type) => isSome(type.numbers.turnFrom) || isSome(type.numbers.turnTo),
  tintB: (type) => type.tintPick === 'ramps',
}

const Fold = ({ what, label }: { what: FoldName; label: string }) => {
  const open = useFold(what)
  return (
    <button
      type="button"
      className={open ? 'fold open' : 'fold'}
      aria-expanded={open}
      onClick={() => setFold(what, !open)}
    >
      <ExpandMore fontSize="inherit" className="chevron" />
      {label}
    </button>
  )
}

const StripSide = ({ name, filmOpen }: { name: string | undefined; filmOpen: boolean }) => (
  <div className="strip-side">
    <p className="strip-title" title={name}>
      <b>One life</b> · {name}
    </p>
    <div className="strip-folds">
      <Fold what="filmOpen" label="Film" />
      <Fold what="rampsOpen" label="Ramps" />
      {filmOpen && <Fold what="extremesOpen" label="Extremes" />}
    </div>
  </div>
)

const Films = ({ typeId }: { typeId: string }) => {
  const extremesOpen = useFold('extremesOpen')
  return (
    <div className="films">
      {(extremesOpen ? EXTREMES : TYPICAL).map((draws) => (
        <div
          key={draws}
          className="film"
          data-testid={draws === 'middle' ? 'film' : `film-${draws}`}
          title={FILM_TEXTS[draws]}
        >
          {Array.from({ length: CELLS }, (_, i) => (
            <FilmCell
              key={i}
              typeId={typeId}
              life={i / (CELLS - 1)}
              size={46}
              draws={draws}
              scaledTo={extremesOpen ? 'most' : 'middle'}
            />
          ))}
        </div>
      ))}
    </div>
  )
}

/** Which ramp is at hand; those that are edited with it are marked. */
const RampChoice = ({
  ramp,
  kinds,
  together,
}: {
  ramp: RampKind
  kinds: readonly RampKind[]
  together: readonly RampKind[]
}) => {
  const press = (shift: boolean, next: RampKind | null): void => {
    if (next === null) return
    if (shift && !isTint(next) && !isTint(ramp)) toggleTogether(ramp, next)
    else setSession({ ramp: next, ...(together.includes(next) ? {} : { rampsTogether: [] }) })
  }
  return (
    <ToggleButtonGroup
      size="small"
      exclusive
      value={ramp}
      aria-label="Ramp"
      onChange={(event: React.MouseEvent, next: RampKind | null) => press(event.shiftKey, next)}
    >
      {kinds.map((kind) => (
        <ToggleButton
          key={kind}
          value={kind}
          className={together.includes(kind) && kind !== ramp ? 'mate' : undefined}
          title={
            isTint(kind) || kind === ramp ? undefined : 'Shift-click: edit it together with the ramp at hand'
          }
        >
          {RAMP_TEXTS[kind]}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  )
}

/** The ramps of a type, one of them at hand. */
const Ramps = ({ typeId }: { typeId: string }) => {
  const wanted = useSession((s) => s.ramp)
  const rampsTogether = useSession((s) => s.rampsTogether)
  const kinds = (
    useSelectedType((type) => RAMP_KINDS.filter((kind) => RELEVANT[kind]?.(type) ?? true).join(' ')) ?? ''
  ).split(' ') as RampKind[]
  const ramp = kinds.includes(wanted) ? wanted : 'scale'
  const together: readonly RampKind[] = isTint(ramp) || !rampsTogether.includes(ramp) ? [] : rampsTogether
  return (
    <>
      <div className="strip-controls">
        <RampChoice ramp={ramp} kinds={kinds} together={together} />
        <div id={FIELDS_SLOT} />
      </div>
      {isTint(ramp) ? (
        <TintEditor key={`${typeId} ${ramp}`} typeId={typeId} kind={ramp} />
      ) : (
        <RampEditor key={`${typeId} ${ramp}`} address={{ of: 'type', type: typeId, ramp }} />
      )}
    </>
  )
}

/** One particle from birth to end as a film, its ramps on the same axis below. */
export const LifeStrip = () => {
  const typeId = useSelectedType((type) => type.id)
  const name = useSelectedType((type) => type.name)
  const filmOpen = useFold('filmOpen')
  const rampsOpen = useFold('rampsOpen')
  if (!typeId) return null
  return (
    <section className="life-strip" aria-label="Life strip">
      <StripSide name={name ?? undefined} filmOpen={filmOpen} />
      {filmOpen && <Films typeId={typeId} />}
      {rampsOpen && <Ramps typeId={typeId} />}
      {(filmOpen || rampsOpen) && <LifeScale />}
      {(filmOpen || rampsOpen) && <TraceMark typeId={typeId} />}
    </section>
  )
}
