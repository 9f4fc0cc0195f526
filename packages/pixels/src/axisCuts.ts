/** How one axis of a sheet may be cut into equal parts, and what speaks for each cut. */
import type { Image } from './image.ts'

/** Equal parts along one axis. */
export interface AxisCut {
  readonly parts: number
  /** Texels of each part, left out before the first, and between two. */
  readonly length: number
  readonly margin: number
  readonly spacing: number
  /** No line between two parts cuts anything. */
  readonly clean: boolean
  /** Each part looks nearly like the one before it. */
  readonly repeats: boolean
  /** How much speaks for it; only differences count. */
  readonly weight: number
}

/** An axis that is not cut. */
export const WHOLE_AXIS = (length: number): AxisCut => ({
  parts: 1,
  length,
  margin: 0,
  spacing: 0,
  clean: true,
  repeats: true,
  weight: 0,
})

/** Most parts that are tried. */
const MOST = 64
/** Parts have at least this many texels; within gutters a few more. */
const LEAST = 2
const LEAST_IN_GUTTERS = 4
const GUTTERS = [1, 2, 4, 8]
/** Parts that differ by less than this share of what they show are taken for the same thing again. */
const SAME = 0.12
/** Texels that are compared for one cut, at most. */
const COMPARED = 60_000

/** A picture as lines along one axis: `show` is how much a texel shows, 0 to 255. */
interface Lines {
  readonly count: number
  readonly depth: number
  show(line: number, k: number): number
  /** How much two texels differ, 0 to 255. */
  differ(line: number, other: number, k: number): number
}

/** Colour of a line inside that has no other from end to end; null without one. */
const lineColour = (lines: number, depth: number, at: (line: number, k: number) => number): number | null => {
  for (let line = 1; line < lines - 1; line++) {
    const colour = at(line, 0)
    let k = 1
    while (k < depth && at(line, k) === colour) k++
    if (k >= depth && depth > 1) return colour
  }
  return null
}

/**
 * The ground of an opaque picture: the colour of a line that goes through all of it, else the one that all
 * corners have.
 */
const groundOf = ({ width, height, data }: Image): number | null => {
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return null
  const at = (x: number, y: number): number => {
    const o = (y * width + x) * 4
    return (data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!
  }
  const through = lineColour(width, height, at) ?? lineColour(height, width, (y, x) => at(x, y))
  if (through !== null) return through
  const first = at(0, 0)
  return [at(width - 1, 0), at(0, height - 1), at(width - 1, height - 1)].every((c) => c === first)
    ? first
    : null
}

const linesOf = (image: Image, vertical: boolean): Lines => {
  const { width, height, data } = image
  const ground = groundOf(image)
  const at = (line: number, k: number): number => (vertical ? k * width + line : line * width + k) * 4
  const show = (line: number, k: number): number => {
    const o = at(line, k)
    if (ground !== null && ((data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!) === ground) return 0
    return data[o + 3]!
  }
  const differ = (line: number, other: number, k: number): number => {
    const [a, b] = [show(line, k), show(other, k)]
    if (a === 0 || b === 0) return Math.max(a, b)
    const [o, p] = [at(line, k), at(other, k)]
    const colour = Math.max(
      Math.abs(data[o]! - data[p]!),
      Math.abs(data[o + 1]! - data[p + 1]!),
      Math.abs(data[o + 2]! - data[p + 2]!),
    )
    return Math.max(Math.abs(a - b), (colour * Math.min(a, b)) / 255)
  }
  return { count: vertical ? width : height, depth: vertical ? height : width, show, differ }
}

/** For each line: whether it holds anything, and whether something goes over its border to the line before. */
interface Profile {
  readonly holds: readonly boolean[]
  readonly joined: readonly boolean[]
}

const profileOf = ({ count, depth, show }: Lines): Profile => {
  const holds: boolean[] = []
  const joined: boolean[] = []
  for (let line = 0; line < count; line++) {
    let some = false
    let joins = false
    for (let k = 0; k < depth && !(some && (joins || line === 0)); k++) {
      if (show(line, k) === 0) continue
      some = true
      if (line > 0 && show(line - 1, k) > 0) joins = true
    }
    holds.push(some)
    joined.push(joins)
  }
  return { holds, joined }
}

interface Plan {
  readonly parts: number
  readonly length: number
  readonly margin: number
  readonly spacing: number
}

const startsOf = ({ parts, length, margin, spacing }: Plan): number[] =>
  Array.from({ length: parts }, (_, i) => margin + i * (length + spacing))

/** Parts that hold something, and how many blank ones lie before the last of them, as a share. */
const blanksIn = (plan: Plan, { holds }: Profile): { full: boolean[]; inside: number } => {
  const full = startsOf(plan).map((start) => holds.slice(start, start + plan.length).some(Boolean))
  const last = full.lastIndexOf(true)
  return { full, inside: full.slice(0, last + 1).filter((some) => !some).length / plan.parts }
}

/** How much each part differs from the one before, as a share of what either shows; 1 for nothing to compare. */
const difference = ({ depth, show, differ }: Lines, plan: Plan, full: readonly boolean[]): number => {
  const step = Math.max(1, Math.floor((plan.parts * plan.length * depth) / COMPARED))
  let differs = 0
  let shows = 0
  startsOf(plan).forEach((start, i) => {
    if (i === 0 || !full[i] || !full[i - 1]) return
    const before = start - plan.length - plan.spacing
    for (let line = 0; line < plan.length; line++)
      for (let k = line % step; k < depth; k += step) {
        differs += differ(start + line, before + line, k)
        shows += Math.max(show(start + line, k), show(before + line, k))
      }
  })
  return shows === 0 ? 1 : differs / shows
}

const isEmptyFrom = ({ holds }: Profile, from: number, to: number): boolean =>
  !holds.slice(Math.max(0, from), to).some(Boolean)

/** Even parts, and parts between gutters that are empty. */
const plansFor = (count: number, profile: Profile): Plan[] => {
  const plain = Array.from({ length: MOST - 1 }, (_, i) => i + 2)
    .filter((parts) => count % parts === 0 && count / parts >= LEAST)
    .map((parts) => ({ parts, length: count / parts, margin: 0, spacing: 0 }))
  const between = GUTTERS.flatMap((spacing) =>
    [0, spacing].flatMap((margin) => {
      const room = count - 2 * margin + spacing
      return Array.from({ length: MOST - 1 }, (_, i) => i + 2)
        .filter((parts) => room % parts === 0 && room / parts - spacing >= LEAST_IN_GUTTERS)
        .map((parts) => ({ parts, length: room / parts - spacing, margin, spacing }))
        .filter(
          (plan) =>
            isEmptyFrom(profile, 0, margin) &&
            isEmptyFrom(profile, count - margin, count) &&
            startsOf(plan).every((start, i) => i === 0 || isEmptyFrom(profile, start - spacing, start)) &&
            // The cells reach to the gutters, else the gutter is a guess among many.
            startsOf(plan).some(
              (start) => profile.holds[start] === true && profile.holds[start + plan.length - 1] === true,
            ),
        )
    }),
  )
  return [...plain, ...between]
}

/** Cuts of an axis that may be meant. @param vertical lines between columns, else between rows */
export const axisCuts = (image: Image, vertical: boolean): AxisCut[] => {
  const lines = linesOf(image, vertical)
  const profile = profileOf(lines)
  return plansFor(lines.count, profile).flatMap((plan): AxisCut[] => {
    const { full, inside } = blanksIn(plan, profile)
    if (full.filter(Boolean).length < 2) return []
    const clean = plan.spacing > 0 || startsOf(plan).every((start, i) => i === 0 || !profile.joined[start])
    const differs = difference(lines, plan, full)
    const repeats = differs < SAME
    const weight =
      (clean ? 0.9 : repeats ? 0.5 : 0.2) +
      1.6 * (1 - differs) +
      0.04 * Math.log2(plan.parts) -
      0.8 * inside +
      (plan.spacing > 0 ? 0.2 : 0)
    return [{ ...plan, clean, repeats, weight }]
  })
}
