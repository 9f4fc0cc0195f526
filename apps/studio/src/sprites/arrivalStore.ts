/** Pictures that were read and wait for a word how to come in. Lifetime: moment; cancelling forgets them. */
import type { SlicingChoice } from '@gliv/document'
import type { DiskFile } from '../shared/files.ts'
import type { Guess, Image, SheetNumbers } from '@gliv/pixels'
import { create } from 'zustand'

export interface Arrival {
  readonly id: number
  /** The file's name without its ending. */
  readonly name: string
  readonly frames: readonly Image[]
  /** How long each frame of an animation is shown; 0 for a still picture. */
  readonly seconds: readonly number[]
  readonly slicing: SlicingChoice
  /** What spoke for the slicing. */
  readonly why: string
  /** Whether the slicing is more than an offer. */
  readonly sure: boolean
  /** The next best cuts. */
  readonly others: readonly Guess[]
  /** The drawing itself, for pictures that can be read at any size. */
  readonly svg: string | null
  /** PNG bytes of the first frame, for cutting in a worker. */
  readonly png: Uint8Array
  /** Cells, pivot and rate that came in a file beside it; null where it is cut by `slicing`. */
  /** The file on the disk, where the browser hands it out: the picture can follow it. */
  readonly handle: DiskFile | null
  readonly numbers: (SheetNumbers & { readonly file: string }) | null
}

interface Arrivals {
  readonly list: readonly Arrival[]
  /** Files being read. */
  readonly reading: number
  /** The sheet whose picture is to be replaced. */
  readonly replaces: string | null
}

export const useArrivals = create<Arrivals>(() => ({ list: [], reading: 0, replaces: null }))

/**
 * What waits once more pictures are read: all of them, or the latest alone where it is to replace another.
 */
export const withArrived = (
  waiting: readonly Arrival[],
  arrived: readonly Arrival[],
  alone: boolean,
): readonly Arrival[] => (alone ? [...waiting, ...arrived].slice(-1) : [...waiting, ...arrived])

export const stemOf = (fileName: string): string =>
  fileName.replace(/\.[^.]+$/, '').slice(0, 120) || 'picture'

/** Files that may hold a sheet's numbers. */
export const isNumbersFile = (file: File): boolean =>
  /\.json$/i.test(file.name) && !/\.gliv(pack)?\.json$/i.test(file.name)

/** Picture files among others, by type or by ending; a zip may hold a sequence of them. */
export const isPictureFile = (file: File): boolean =>
  file.type.startsWith('image/') || /\.(a?png|gif|webp|jpe?g|svg|zip)$/i.test(file.name)
