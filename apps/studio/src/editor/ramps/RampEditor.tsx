import { FLAT_RAMP, type Ramp } from '@gliv/model'
import { useRef } from 'react'
import { type RampAddress, rampKey, rampName, readRamp } from '../../document/rampAddress.ts'
import { rampText, readRampText } from '../../document/rampText.ts'
import { edit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import { useMates, usePointBand, usePointChanges, usePoints } from './chosenPoints.tsx'
import { InFieldsSlot } from './FieldsSlot.tsx'
import { useAxes } from './rampAxes.ts'
import { readNow, togetherNow, write, writeTogether } from './rampEdits.ts'
import { type PointChange, RampFields } from './RampFields.tsx'
import { RampLine } from './RampLine.tsx'
import { openRampMenu } from './rampMenu.ts'
import { RampPlot } from './RampPlot.tsx'
import { RampsAtHand } from './RampsAtHand.tsx'
import { addTogether } from './rampTogether.ts'
import './RampEditor.css'
import './common.css'

interface Props {
  readonly address: RampAddress
  /** Fields stand under the plot instead of in the strip's side. */
  readonly inline?: boolean
}

/** Where the menu of a ramp reads and writes it. */
const placeOf = (address: RampAddress): Parameters<typeof openRampMenu>[1] => ({
  name: rampName(address),
  read: () => readNow(address),
  write: (next, label) => write(address, label, next as Ramp, edit),
  show: null,
})

/** The ramp as text, and the exact values of the chosen point. */
const PointFields = ({
  address,
  ramp,
  chosen,
  change,
  remove,
}: {
  address: RampAddress
  ramp: Ramp
  chosen: number
  change: (next: PointChange) => void
  remove: () => void
}) => (
  <>
    <RampLine
      label={`${rampName(address)} as text`}
      shown={rampText(ramp)}
      read={readRampText}
      hint="Type points as at:value in percent, like 0:100 75:100 100:0; ~ after a point eases, | holds"
      onCommit={(next) => write(address, 'Type', next, edit)}
    />
    <RampFields
      point={ramp.points[chosen]!}
      last={chosen === ramp.points.length - 1}
      only={ramp.points.length <= 1}
      onChange={change}
      onRemove={remove}
    />
  </>
)

/**
 * A ramp: drag points, click the line's ground to add one, double-click or Delete to remove; exact values by
 * typing.
 */
export const RampEditor = ({ address, inline = false }: Props) => {
  const box = useRef<SVGSVGElement>(null)
  const axes = useAxes(box, inline)
  const ramp = useShown<Ramp>((kit) => readRamp(kit, address) ?? FLAT_RAMP, FLAT_RAMP)
  const mates = useMates(address)
  const { chosen, together, choose, chooseMany } = usePoints(ramp.points.length, mates.length > 0)
  const changes = usePointChanges(address, mates, chosen, ramp.points[chosen]!)
  const band = usePointBand(box, ramp, axes, chooseMany)
  const add = (event: React.MouseEvent): void => {
    if (event.shiftKey || (event.target as Element).closest('.ramp-point, .free-handle')) return
    const before = togetherNow(address, mates)
    if (!before) return
    const added = addTogether(before, ...axes.toRamp(event.clientX, event.clientY))
    writeTogether(address, mates, 'Add a point', added, edit)
    choose(added.index)
  }
  const atHand = (
    <RampsAtHand kind="ramp" ramp={ramp} onUse={(next, name) => write(address, `Use ${name}`, next, edit)} />
  )
  return (
    <div className={inline ? 'ramp-editor inline' : 'ramp-editor'} data-testid={`ramp-${rampKey(address)}`}>
      <svg
        ref={box}
        className="ramp-plot"
        {...band.bind()}
        onClick={add}
        aria-label={rampName(address)}
        onContextMenu={(event) => openRampMenu(event, placeOf(address))}
        {...(address.of === 'type' ? { 'data-clip': `ramp ${address.ramp}` } : {})}
      >
        <RampPlot
          address={address}
          mates={mates}
          ramp={ramp}
          axes={axes}
          chosen={chosen}
          together={together}
          onChoose={choose}
        />
        {band.shown}
      </svg>
      {inline ? (
        <>
          <PointFields address={address} ramp={ramp} chosen={chosen} {...changes} />
          {atHand}
        </>
      ) : (
        <InFieldsSlot>
          <PointFields address={address} ramp={ramp} chosen={chosen} {...changes} />
          {atHand}
        </InFieldsSlot>
      )}
    </div>
  )
}
