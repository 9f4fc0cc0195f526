/** Which points of a ramp are chosen, by press and by band, and what the fields do to them. */
import { useDrag } from '@use-gesture/react'
import type { Ramp, RampPoint } from '@gliv/model'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { RampAddress } from '../../document/rampAddress.ts'
import { withEase } from '../../document/rampMaths.ts'
import { type Band, bandOf, touched } from '../../shared/hooks/band.ts'
import { edit } from '../../state/document.ts'
import { useSession } from '../../state/session.ts'
import type { Axes } from './rampAxes.ts'
import { removeAt, togetherNow, type TypeRamp, writeTogether } from './rampEdits.ts'
import type { PointChange } from './RampFields.tsx'
import { moveTogether } from './rampTogether.ts'

export const ALONE: readonly number[] = []

/** Ramps of the same type that were asked for beside this one. */
export const useMates = (address: RampAddress): readonly TypeRamp[] => {
  const together = useSession((s) => s.rampsTogether)
  return useMemo(
    () =>
      address.of === 'type' && together.includes(address.ramp)
        ? together
            .filter((ramp) => ramp !== address.ramp)
            .map((ramp) => ({ of: 'type', type: address.type, ramp }))
        : [],
    [address, together],
  )
}

/** What the fields do to the chosen point. They keep their first callbacks; these always reach the latest. */
export const usePointChanges = (
  address: RampAddress,
  mates: readonly TypeRamp[],
  chosen: number,
  point: RampPoint,
): { readonly change: (next: PointChange) => void; readonly remove: () => void } => {
  const latest = useRef<{ change: (next: PointChange) => void; remove: () => void }>(null)
  const change = (next: PointChange): void => {
    const before = togetherNow(address, mates)
    if (!before) return
    const moved = moveTogether(before, chosen, next.at ?? point.at, next.value ?? point.value)
    const eased = next.ease ? { ...moved, ramp: withEase(moved.ramp, chosen, next.ease) } : moved
    writeTogether(address, mates, 'Set a point', eased, edit)
  }
  useEffect(() => void (latest.current = { change, remove: () => removeAt(address, mates, chosen) }))
  const [stable] = useState(() => ({
    change: (next: PointChange) => latest.current?.change(next),
    remove: () => latest.current?.remove(),
  }))
  return stable
}

/** Which points are chosen: one for the fields, and those that go with it. */
export const usePoints = (count: number, withMates: boolean) => {
  const [index, setIndex] = useState(0)
  const [many, setMany] = useState<readonly number[]>([])
  const chosen = Math.min(index, count - 1)
  // Of several ramps that are edited at once points go by their moments, one at a time.
  const together = withMates ? ALONE : many.filter((i) => i < count)
  const choose = (i: number, more?: 'one' | 'all'): void => {
    if (more === 'all') return setMany(Array.from({ length: count }, (_, k) => k))
    const before = together.length > 0 ? together : [chosen]
    setMany(more === 'one' ? (before.includes(i) ? before.filter((k) => k !== i) : [...before, i]) : [])
    setIndex(i)
  }
  const chooseMany = (indices: readonly number[]): void => {
    setMany(indices)
    if (indices[0] !== undefined) setIndex(indices[0])
  }
  return { chosen, together, choose, chooseMany }
}

/** Shift and a drag over the plot choose the points that a band touches. */
export const usePointBand = (
  box: React.RefObject<SVGSVGElement | null>,
  ramp: Ramp,
  { x, y }: Axes,
  onDone: (indices: readonly number[]) => void,
) => {
  const [band, setBand] = useState<Band | null>(null)
  const bind = useDrag(
    ({ first, last, tap, initial: [fromX, fromY], xy: [cx, cy], memo, shiftKey }) => {
      const bounds = box.current!.getBoundingClientRect()
      const here = [cx - bounds.x, cy - bounds.y] as const
      const start = first
        ? shiftKey
          ? ([fromX - bounds.x, fromY - bounds.y] as const)
          : null
        : (memo as typeof here | null)
      if (!start || tap) return start
      const drawn = bandOf(start, here)
      setBand(last ? null : drawn)
      if (last)
        onDone(
          touched(
            drawn,
            ramp.points.map((p) => ({ x: x(p.at) - 2, y: y(p.value) - 2, w: 4, h: 4 })),
          ),
        )
      return start
    },
    { filterTaps: true, pointer: { keys: false } },
  )
  const shown = band && <rect className="point-band" x={band.x} y={band.y} width={band.w} height={band.h} />
  return { bind, shown }
}
