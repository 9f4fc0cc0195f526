/** Ramps as pictures and under the hand. Pure: tested without React. */
import { compileRamp, compileTint, rampAt, tintAt } from '@gliv/engine'
import type { Ease, Ramp, RampPoint, TintRamp, TintSpace, TintStop } from '@gliv/model'

/** Places along a bent way between two points; straight and held ways have none. */
const SAMPLES = 24
const unit = (value: number): number => Math.min(1, Math.max(0, value))
const round = (value: number): number => Math.round(value * 1000) / 1000

/** SVG path of a ramp over a box of `width` × `height` px, `inset` px from its top. Steps come out square. */
export const rampPath = (ramp: Ramp, width: number, height: number, inset = 0): string => {
  const compiled = compileRamp(ramp)
  const y = (value: number): string => (inset + (1 - value) * height).toFixed(2)
  const places: { at: number; value: number }[] = [
    { at: 0, value: rampAt(compiled, 0) },
    { at: 1, value: rampAt(compiled, 1) },
  ]
  ramp.points.forEach((point, i) => {
    const before = ramp.points[i - 1]
    if (before?.ease === 'step') places.push({ at: point.at - 1e-6, value: before.value })
    else if (before && before.ease !== 'linear')
      for (let k = 1; k < SAMPLES; k++) {
        const at = before.at + ((point.at - before.at) * k) / SAMPLES
        places.push({ at, value: rampAt(compiled, at) })
      }
    places.push({ at: point.at, value: point.value })
  })
  places.sort((a, b) => a.at - b.at)
  return places.map((p, i) => `${i === 0 ? 'M' : 'L'} ${(p.at * width).toFixed(2)} ${y(p.value)}`).join(' ')
}

/** The handles of a free segment: where they were put, else a third along the straight way. */
export const freeHandlesOf = (from: RampPoint, to: RampPoint): readonly [number, number, number, number] =>
  from.handles ?? [
    1 / 3,
    from.value + (to.value - from.value) / 3,
    2 / 3,
    to.value - (to.value - from.value) / 3,
  ]

/** Changes how a segment runs; free ones start with handles that keep the line as it is. */
export const withEase = (ramp: Ramp, index: number, ease: Ease): Ramp => ({
  ...ramp,
  points: ramp.points.map((p, i) => {
    const next = ramp.points[i + 1]
    return i === index
      ? { ...p, ease, ...(ease === 'free' && next ? { handles: freeHandlesOf(p, next) } : {}) }
      : p
  }),
})

/** Moves one of the two handles of a segment; it stays between the segment's ends. */
export const moveFreeHandle = (ramp: Ramp, index: number, which: 0 | 1, at: number, value: number): Ramp => {
  const from = ramp.points[index]
  const to = ramp.points[index + 1]
  if (!from || !to) return ramp
  const [x1, y1, x2, y2] = freeHandlesOf(from, to)
  const span = to.at - from.at
  const x = round(unit(span > 0 ? (at - from.at) / span : 0))
  const y = round(unit(value))
  const handles: readonly [number, number, number, number] = which === 0 ? [x, y, x2, y2] : [x1, y1, x, y]
  return { ...ramp, points: ramp.points.map((p, i) => (i === index ? { ...p, ease: 'free', handles } : p)) }
}

/** CSS gradient of a tint ramp; held stops come out hard. Mixing in OKLab is the browser's own. */
export const cssGradient = (tint: TintRamp, space: TintSpace = 'srgb'): string => {
  const stops = tint.points.flatMap((p, i) => {
    const next = tint.points[i + 1]
    const here = `${p.colour} ${p.at * 100}%`
    return p.ease === 'step' && next ? [here, `${p.colour} ${next.at * 100}%`] : [here]
  })
  return stops.length === 1
    ? tint.points[0]!.colour
    : `linear-gradient(to right${space === 'oklab' ? ' in oklab' : ''}, ${stops.join(', ')})`
}

/** Moves a point; it stays between its neighbours. */
export const movePoint = <P extends { readonly at: number }>(
  points: readonly P[],
  index: number,
  at: number,
  change: Partial<P> = {},
): P[] => {
  const low = points[index - 1]?.at ?? 0
  const high = points[index + 1]?.at ?? 1
  return points.map((p, i) =>
    i === index ? { ...p, ...change, at: round(Math.min(high, Math.max(low, at))) } : p,
  )
}

export const moveRampPoint = (ramp: Ramp, index: number, at: number, value: number): Ramp => ({
  ...ramp,
  points: movePoint<RampPoint>(ramp.points, index, at, { value: round(unit(value)) }),
})

/** Adds a point; its ease is that of the segment it splits. Gives the ramp and the new point's index. */
export const addRampPoint = (ramp: Ramp, at: number, value: number): { ramp: Ramp; index: number } => {
  const index = ramp.points.findIndex((p) => p.at > at)
  const place = index < 0 ? ramp.points.length : index
  const ease = ramp.points[place - 1]?.ease ?? 'linear'
  const point: RampPoint = { at: round(unit(at)), value: round(unit(value)), ease }
  return {
    ramp: { ...ramp, points: [...ramp.points.slice(0, place), point, ...ramp.points.slice(place)] },
    index: place,
  }
}

/** Colour of a tint ramp at a place, `#rrggbb`: what the engine gives. */
export const colourAt = (tint: TintRamp, at: number, space: TintSpace = 'srgb'): string =>
  `#${tintAt(compileTint(tint, space), at)
    .map((n) => n.toString(16).padStart(2, '0'))
    .join('')}`

export const addTintStop = (
  tint: TintRamp,
  at: number,
  space: TintSpace = 'srgb',
): { tint: TintRamp; index: number } => {
  const index = tint.points.findIndex((p) => p.at > at)
  const place = index < 0 ? tint.points.length : index
  const stop: TintStop = {
    at: round(unit(at)),
    colour: colourAt(tint, at, space),
    ease: tint.points[place - 1]?.ease ?? 'linear',
  }
  return {
    tint: { ...tint, points: [...tint.points.slice(0, place), stop, ...tint.points.slice(place)] },
    index: place,
  }
}

/** Removes a point; the last one stays. */
export const removePoint = <R extends { readonly points: readonly unknown[] }>(ramp: R, index: number): R =>
  ramp.points.length <= 1 ? ramp : { ...ramp, points: ramp.points.filter((_, i) => i !== index) }

/**
 * Moves several points together by a share of the axis and of the value: in time no further than the points between
 * them and at the ends allow, in value each as far as it can go.
 */
export const movePoints = (ramp: Ramp, indices: readonly number[], dAt: number, dValue: number): Ramp => {
  const moves = new Set(indices)
  const { points } = ramp
  let [low, high] = [-1, 1]
  for (const i of moves) {
    if (!moves.has(i - 1)) low = Math.max(low, (points[i - 1]?.at ?? 0) - points[i]!.at)
    if (!moves.has(i + 1)) high = Math.min(high, (points[i + 1]?.at ?? 1) - points[i]!.at)
  }
  const by = Math.min(high, Math.max(low, dAt))
  return {
    ...ramp,
    points: points.map((p, i) =>
      moves.has(i) ? { ...p, at: round(unit(p.at + by)), value: round(unit(p.value + dValue)) } : p,
    ),
  }
}

/** Removes several points; one stays. */
export const removePoints = (ramp: Ramp, indices: readonly number[]): Ramp => {
  const left = ramp.points.filter((_, i) => !indices.includes(i))
  return { ...ramp, points: left.length > 0 ? left : ramp.points.slice(0, 1) }
}
