/** The lines and the points of a ramp, of those that are edited with it, and of the type's others behind them. */
import { FLAT_RAMP, type Ramp, type ScalarRampKind } from '@gliv/model'
import { memo } from 'react'
import { type RampAddress, readRamp } from '../../document/rampAddress.ts'
import { rampPath } from '../../document/rampMaths.ts'
import { setSession } from '../../state/session.ts'
import { useShown } from '../playback/shownEffect.ts'
import { ALONE } from './chosenPoints.tsx'
import { FreeHandles } from './FreeHandles.tsx'
import { type Axes, INSET } from './rampAxes.ts'
import type { TypeRamp } from './rampEdits.ts'
import { RampPointMark } from './RampPointMark.tsx'

/**
 * The type's other ramps behind the one at hand, on the same axis; they are only seen, so that a press always
 * adds a point.
 */
const GhostRamps = memo(
  ({
    address,
    mates,
    width,
    inner,
  }: {
    address: TypeRamp
    mates: readonly TypeRamp[]
    width: number
    inner: number
  }) => {
    const ramps = useShown((kit) => kit.types[address.type]?.ramps ?? null, null)
    const together = mates.map((mate) => mate.ramp)
    const behind = (['scale', 'opacity', 'speed'] as const).filter(
      (kind) => kind !== address.ramp && !together.includes(kind),
    )
    if (!ramps) return null
    const line = (kind: ScalarRampKind, className: string) => (
      <path key={kind} d={rampPath(ramps[kind], width, inner, INSET)} className={className} />
    )
    return (
      <>
        {behind.map((kind) => line(kind, 'ghost-line'))}
        {together.map((kind) => line(kind, 'mate-line'))}
      </>
    )
  },
)
GhostRamps.displayName = 'GhostRamps'

/** Points of a ramp that is edited with the one at hand. */
const MatePoints = ({
  mate,
  mates,
  x,
  y,
  toRamp,
}: {
  mate: TypeRamp
  mates: readonly RampAddress[]
  x: (at: number) => number
  y: (value: number) => number
  toRamp: (clientX: number, clientY: number) => [number, number]
}) => {
  const ramp = useShown<Ramp>((kit) => readRamp(kit, mate) ?? FLAT_RAMP, FLAT_RAMP)
  return ramp.points.map((p, i) => (
    <RampPointMark
      key={i}
      at={mate}
      mates={mates}
      ramp={ramp}
      index={i}
      look="mate"
      x={x(p.at)}
      y={y(p.value)}
      toRamp={toRamp}
      together={ALONE}
      onChoose={() => setSession({ ramp: mate.ramp })}
    />
  ))
}

interface PlotProps {
  readonly address: RampAddress
  readonly mates: readonly TypeRamp[]
  readonly ramp: Ramp
  readonly axes: Axes
  readonly chosen: number
  readonly together: readonly number[]
  readonly onChoose: (index: number, more?: 'one' | 'all') => void
}

/** The lines and the points of a plot. */
export const RampPlot = ({ address, mates, ramp, axes, chosen, together, onChoose }: PlotProps) => {
  const { width, inner, x, y, toRamp } = axes
  const free = ramp.points[chosen]!.ease === 'free' && chosen < ramp.points.length - 1
  return (
    <>
      <path d={`M 0 ${INSET} H ${width} M 0 ${INSET + inner} H ${width}`} className="ramp-grid" />
      {address.of === 'type' && <GhostRamps address={address} mates={mates} width={width} inner={inner} />}
      <path d={rampPath(ramp, width, inner, INSET)} className="ramp-line" />
      {free && <FreeHandles address={address} ramp={ramp} index={chosen} x={x} y={y} toRamp={toRamp} />}
      {mates.map((mate) => (
        <MatePoints
          key={mate.ramp}
          mate={mate}
          mates={[address, ...mates.filter((other) => other !== mate)]}
          x={x}
          y={y}
          toRamp={toRamp}
        />
      ))}
      {ramp.points.map((p, i) => (
        <RampPointMark
          key={i}
          at={address}
          mates={mates}
          ramp={ramp}
          index={i}
          look={i === chosen ? 'chosen' : ''}
          x={x(p.at)}
          y={y(p.value)}
          toRamp={toRamp}
          together={together}
          onChoose={(more) => onChoose(i, more)}
        />
      ))}
    </>
  )
}
