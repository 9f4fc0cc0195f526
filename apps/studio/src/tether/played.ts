/** A moment of a game that is looked at in the studio. Lifetime: moment. */
import type { SimulationOptions } from '@gliv/engine'
import type { PoseParts, Surface, TapeEntry } from '@gliv/model'
import type { ToStudio } from '@gliv/player/tether'
import { create } from 'zustand'

/** An effect as a game has played it. */
export interface Played {
  readonly effect: string
  readonly tick: number
  readonly strength: number
  readonly seed: number
  /** The game, as it calls itself. */
  readonly title: string
  readonly options: SimulationOptions
}

export const usePlayed = create<{ readonly played: Played | null }>(() => ({ played: null }))

const movedSurface = (surface: Surface, dx: number, dy: number): Surface => {
  if (surface.kind === 'segment')
    return { ...surface, x1: surface.x1 + dx, y1: surface.y1 + dy, x2: surface.x2 + dx, y2: surface.y2 + dy }
  if ('points' in surface)
    return { ...surface, points: surface.points.map(([x, y]) => [x + dx, y + dy] as const) } as Surface
  return { ...surface, x: surface.x + dx, y: surface.y + dy }
}

const movedEntry = (entry: TapeEntry, dx: number, dy: number): TapeEntry => {
  if (entry.do === 'surfaces')
    return { ...entry, surfaces: entry.surfaces.map((one) => movedSurface(one, dx, dy)) }
  if (entry.do === 'view') return { ...entry, x: entry.x + dx, y: entry.y + dy }
  if (entry.do !== 'move' && entry.do !== 'teleport') return entry
  return {
    ...entry,
    ...(entry.x === undefined ? {} : { x: entry.x + dx }),
    ...(entry.y === undefined ? {} : { y: entry.y + dy }),
  }
}

/** What a game says of a moment, brought to the middle of the stage. */
export const playedOf = (
  { played, moment }: Pick<Extract<ToStudio, { kind: 'moment' }>, 'played' | 'moment'>,
  title: string,
): Played => {
  const { effect, tick, seed, strength, knobs } = played
  const head = { effect, tick, seed, strength, title }
  if (!moment) return { ...head, options: { seed, knobs } }
  const [dx, dy] = [-played.x, -played.y]
  const { x = 0, y = 0, ...rest } = moment.start as PoseParts
  return {
    ...head,
    options: {
      ...{ ...rest, x: x + dx, y: y + dy, seed, knobs: moment.knobs },
      view: { ...moment.view, x: moment.view.x + dx, y: moment.view.y + dy },
      surfaces: moment.surfaces.map((one) => movedSurface(one, dx, dy)),
      tape: moment.tape.map((entry) => movedEntry(entry, dx, dy)),
    },
  }
}
