import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useDrag } from '@use-gesture/react'
import type { ParticleType } from '@gliv/document'
import { TINT_EASES, type TintEase, type TintRamp, type TintRampKind, type TintStop } from '@gliv/model'
import { type KeyboardEvent, useRef, useState } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { edit, editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { RAMP_TEXTS, TINT_EASE_TEXTS } from '@gliv/words'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { addTintStop, cssGradient, movePoint, removePoint } from '../../document/rampMaths.ts'
import { readTintText, tintText } from '../../document/rampText.ts'
import { InFieldsSlot } from '../ramps/FieldsSlot.tsx'
import { useShown } from '../playback/shownEffect.ts'
import { RampLine } from '../ramps/RampLine.tsx'
import { RampsAtHand } from '../ramps/RampsAtHand.tsx'
import { ShareInput } from '../ramps/ShareInput.tsx'
import { pasteColour, writeClipboard } from '../../document/clipboard.ts'
import { openMenu } from '../../shared/keys/contextMenu.ts'
import './TintEditor.css'

/** Share of the axis that an arrow key moves by. */
const KEY_STEP = 0.01

const write = (
  type: ParticleType,
  kind: TintRampKind,
  what: string,
  next: TintRamp,
  how: typeof edit,
): void =>
  how(
    `${what}: ${RAMP_TEXTS[kind]} ramp of ${type.name}`,
    (kit) => void (kit.types[type.id]!.ramps[kind] = next),
  )

interface StopProps {
  readonly type: ParticleType
  readonly kind: TintRampKind
  readonly index: number
  readonly chosen: boolean
  readonly toShare: (clientX: number) => number
  readonly onChoose: () => void
  readonly onRemove: () => void
}

const moveStop = ({ type, kind, index }: StopProps, before: TintRamp, at: number, how: typeof edit): void =>
  write(type, kind, 'Move a stop', { ...before, points: movePoint(before.points, index, at) }, how)

const useStopDrag = (props: StopProps) =>
  useDrag(
    ({ event, first, last, tap, xy: [x] }) => {
      event.stopPropagation()
      if (first) props.onChoose()
      if (tap) return
      noteInput(event)
      const before = useDocument.getState().kit?.types[props.type.id]?.ramps[props.kind]
      if (before) moveStop(props, before, props.toShare(x), editMoment)
      if (last) endMoment()
    },
    { filterTaps: true },
  )

const Stop = (props: StopProps) => {
  const { type, kind, index, chosen, onChoose, onRemove } = props
  const bind = useStopDrag(props)
  const stop = type.ramps[kind].points[index]!
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = (arrowSteps(event)?.[0] ?? 0) * KEY_STEP
    if (event.key === 'Delete' || event.key === 'Backspace') onRemove()
    if (by === 0) return
    event.stopPropagation()
    moveStop(props, type.ramps[kind], stop.at + by, editStep)
  }
  return (
    <span
      {...bind()}
      className={chosen ? 'tint-stop chosen' : 'tint-stop'}
      data-testid="tint-stop"
      role="slider"
      tabIndex={0}
      aria-label={`Stop ${index + 1} of the ${kind} ramp`}
      aria-valuenow={stop.at}
      aria-valuemin={0}
      aria-valuemax={1}
      aria-valuetext={`${stop.colour} at ${Math.round(stop.at * 100)} % of life`}
      style={{ left: `${stop.at * 100}%`, touchAction: 'none' }}
      onFocus={onChoose}
      onKeyDown={onKeyDown}
      onContextMenu={(event) =>
        openMenu(event, 'swatch', {
          copyColour: () => void writeClipboard(stop.colour, `Copied ${stop.colour}`),
          pasteColour: () =>
            void pasteColour((colour) => {
              const before = useDocument.getState().kit?.types[type.id]?.ramps[kind]
              if (before)
                write(
                  type,
                  kind,
                  'Colour of a stop',
                  { ...before, points: before.points.map((p, k) => (k === index ? { ...p, colour } : p)) },
                  edit,
                )
            }),
          takeOut: type.ramps[kind].points.length > 1 ? onRemove : null,
        })
      }
      onDoubleClick={(event) => {
        event.stopPropagation()
        onRemove()
      }}
      onClick={(event) => event.stopPropagation()}
    >
      <span style={{ background: stop.colour }} />
    </span>
  )
}

/** Tint over life: drag stops, click the band to add one, double-click or Delete to remove. */
export const TintEditor = ({ typeId, kind }: { typeId: string; kind: TintRampKind }) => {
  const type = useShown<ParticleType | null>((kit) => kit.types[typeId] ?? null, null)
  return type && <TintOf type={type} kind={kind} />
}

/** Exact values of the chosen stop. */
const StopFields = ({
  stop,
  last,
  only,
  set,
  onRemove,
}: {
  stop: TintStop
  last: boolean
  only: boolean
  set: (change: Partial<TintStop>, how?: typeof edit) => void
  onRemove: () => void
}) => (
  <div className="ramp-fields">
    <ShareInput label="at" value={stop.at} onCommit={(at) => set({ at })} />
    <ColourField
      value={stop.colour}
      onMove={(colour) => set({ colour }, editMoment)}
      onDone={endMoment}
      onCommit={(colour) => set({ colour })}
    />
    <Select
      size="small"
      variant="standard"
      disableUnderline
      value={stop.ease}
      disabled={last}
      inputProps={{ 'aria-label': 'Way to the next stop' }}
      onChange={(event) => set({ ease: event.target.value as TintEase })}
    >
      {TINT_EASES.map((ease) => (
        <MenuItem key={ease} value={ease} dense>
          {TINT_EASE_TEXTS[ease]}
        </MenuItem>
      ))}
    </Select>
    <Button disabled={only} onClick={onRemove}>
      Remove
    </Button>
  </div>
)

/** The whole ramp as a line, or a list of colours that is pasted over it. */
const TintLine = ({ type, kind }: { type: ParticleType; kind: TintRampKind }) => (
  <RampLine
    label={`${RAMP_TEXTS[kind]} as text`}
    shown={tintText(type.ramps[kind])}
    read={readTintText}
    hint="Type or paste colours, like #fff #f80 #200, or with places: 0:#fff 40:#f80 100:#200; | after one holds it"
    onCommit={(next) => write(type, kind, 'Type', next, edit)}
  />
)

const TintOf = ({ type, kind }: { type: ParticleType; kind: TintRampKind }) => {
  const [index, setIndex] = useState(0)
  const band = useRef<HTMLDivElement>(null)
  const tint = type.ramps[kind]
  const chosen = Math.min(index, tint.points.length - 1)
  const stop = tint.points[chosen]!
  const toShare = (clientX: number): number => {
    const box = band.current!.getBoundingClientRect()
    return (clientX - box.x) / box.width
  }
  const set = (change: Partial<typeof stop>, how: typeof edit = edit): void => {
    const points = movePoint(tint.points, chosen, change.at ?? stop.at, change)
    write(type, kind, 'Set a stop', { ...tint, points }, how)
  }
  const addAt = (share: number): void => {
    const added = addTintStop(tint, Math.min(1, Math.max(0, share)), type.tintSpace)
    write(type, kind, 'Add a stop', added.tint, edit)
    setIndex(added.index)
  }
  const remove = (at: number): void => write(type, kind, 'Remove a stop', removePoint(tint, at), edit)
  return (
    <div className="ramp-editor" data-testid={`ramp-${kind}`}>
      <div
        ref={band}
        className="tint-band"
        style={{ background: cssGradient(tint, type.tintSpace) }}
        onClick={(event) => addAt(toShare(event.clientX))}
      >
        {tint.points.map((_, i) => (
          <Stop
            key={i}
            type={type}
            kind={kind}
            index={i}
            chosen={i === chosen}
            toShare={toShare}
            onChoose={() => setIndex(i)}
            onRemove={() => remove(i)}
          />
        ))}
      </div>
      <InFieldsSlot>
        <TintLine type={type} kind={kind} />
        <StopFields
          stop={stop}
          last={chosen === tint.points.length - 1}
          only={tint.points.length <= 1}
          set={set}
          onRemove={() => remove(chosen)}
        />
        <RampsAtHand
          kind="tint"
          ramp={tint}
          onUse={(next, name) => write(type, kind, `Use ${name}`, next, edit)}
        />
      </InFieldsSlot>
    </div>
  )
}
