/** Points of one path on the stage that are chosen together. Lifetime: while its emitter is selected. */
import { create } from 'zustand'
import { bandOf, touched, type Band } from '../../shared/hooks/band.ts'

interface ChosenPath {
  /** The name of the path that they are of. */
  readonly owner: string
  readonly indices: readonly number[]
  /** The band that is being drawn, in px of the stage. */
  readonly band: Band | null
}

export const useChosenPath = create<ChosenPath>(() => ({ owner: '', indices: [], band: null }))

/** Chooses points of a path; none of another one, then. */
export const choosePathPoints = (owner: string, indices: readonly number[]): void => {
  const { owner: before } = useChosenPath.getState()
  if (indices.length > 0 || before === owner) useChosenPath.setState({ owner, indices })
}

/** How a point is picked: alone, one more or less, or with all others of its path. */
export type PickedHow = 'alone' | 'one' | 'all'

/** What is chosen after a point was picked. */
export const pickedPoints = (
  before: readonly number[],
  index: number,
  how: PickedHow,
  count: number,
): readonly number[] => {
  if (how === 'all') return Array.from({ length: count }, (_, i) => i)
  if (how === 'alone') return [index]
  return before.includes(index) ? before.filter((i) => i !== index) : [...before, index]
}

/** Draws the band from a place to another, in px of the window; at its end the points that it touches are chosen. */
export const drawPathBand = (
  stage: HTMLElement,
  from: readonly [number, number],
  to: readonly [number, number],
  last: boolean,
): void => {
  const bounds = stage.getBoundingClientRect()
  const inStage = ([x, y]: readonly [number, number]) => [x - bounds.x, y - bounds.y] as const
  const band = bandOf(inStage(from), inStage(to))
  useChosenPath.setState({ band: last ? null : band })
  if (!last) return
  const points = [...stage.querySelectorAll<SVGElement>('[data-path-point]')]
  const rects = points.map((point) => {
    const { x, y, width, height } = point.querySelector('.handle-knob')!.getBoundingClientRect()
    return { x: x - bounds.x, y: y - bounds.y, w: width, h: height }
  })
  const hit = touched(band, rects).map((k) => points[k]!.dataset.pathPoint!.split(' '))
  // Of several paths the first that it touches: points of two have no move in common.
  const owner = hit[0]?.[0]
  if (owner === undefined) return useChosenPath.setState({ indices: [] })
  choosePathPoints(
    owner,
    hit.filter(([name]) => name === owner).map(([, index]) => Number(index)),
  )
}
