/** Ramps as pictures and under the hand. Pure: tested without React. */
import { compileRamp, compileTint, rampAt, tintAt } from '@gliv/engine'
import type { Ramp, RampPoint, TintRamp, TintStop } from '@gliv/model'

const SAMPLES = 48

/** SVG path of a ramp over a box of `width` × `height` px, `inset` px from its top. Steps come out square. */
export const rampPath = (ramp: Ramp, width: number, height: number, inset = 0): string => {
  const compiled = compileRamp(ramp)
  const y = (value: number): string => (inset + (1 - value) * height).toFixed(2)
  const places: { at: number; value: number }[] = []
  for (let i = 0; i <= SAMPLES; i++) places.push({ at: i / SAMPLES, value: rampAt(compiled, i / SAMPLES) })
  ramp.points.forEach((point, i) => {
    const before = ramp.points[i - 1]
    if (before?.ease === 'step') places.push({ at: point.at - 1e-6, value: before.value })
    places.push({ at: point.at, value: point.value })
  })
  places.sort((a, b) => a.at - b.at)
  return places.map((p, i) => `${i === 0 ? 'M' : 'L'} ${(p.at * width).toFixed(2)} ${y(p.value)}`).join(' ')
}

/** CSS gradient of a tint ramp; held stops come out hard. */
export const cssGradient = (tint: TintRamp): string => {
  const stops = tint.points.flatMap((p, i) => {
    const next = tint.points[i + 1]
    const here = `${p.colour} ${p.at * 100}%`
    return p.ease === 'step' && next ? [here, `${p.colour} ${next.at * 100}%`] : [here]
  })
  return stops.length === 1 ? tint.points[0]!.colour : `linear-gradient(to right, ${stops.join(', ')})`
}

const unit = (value: number): number => Math.min(1, Math.max(0, value))
const round = (value: number): number => Math.round(value * 1000) / 1000

/** Moves a point; it stays between its neighbours. */
export const movePoint = <P extends { readonly at: number }>(points: readonly P[], index: number, at: number, change: Partial<P> = {}): P[] => {
  const low = points[index - 1]?.at ?? 0
  const high = points[index + 1]?.at ?? 1
  return points.map((p, i) => (i === index ? { ...p, ...change, at: round(Math.min(high, Math.max(low, at))) } : p))
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
  return { ramp: { ...ramp, points: [...ramp.points.slice(0, place), point, ...ramp.points.slice(place)] }, index: place }
}

/** Colour of a tint ramp at a place, `#rrggbb`: what the engine gives. */
export const colourAt = (tint: TintRamp, at: number): string => `#${tintAt(compileTint(tint), at).map((n) => n.toString(16).padStart(2, '0')).join('')}`

export const addTintStop = (tint: TintRamp, at: number): { tint: TintRamp; index: number } => {
  const index = tint.points.findIndex((p) => p.at > at)
  const place = index < 0 ? tint.points.length : index
  const stop: TintStop = { at: round(unit(at)), colour: colourAt(tint, at), ease: tint.points[place - 1]?.ease ?? 'linear' }
  return { tint: { ...tint, points: [...tint.points.slice(0, place), stop, ...tint.points.slice(place)] }, index: place }
}

/** Removes a point; the last one stays. */
export const removePoint = <R extends { readonly points: readonly unknown[] }>(ramp: R, index: number): R =>
  ramp.points.length <= 1 ? ramp : { ...ramp, points: ramp.points.filter((_, i) => i !== index) }
