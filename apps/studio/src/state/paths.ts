import type { Patch } from 'immer'

const isPrefix = (a: readonly (string | number)[], b: readonly (string | number)[]): boolean =>
  a.length <= b.length && a.every((step, i) => step === b[i])

/** Whether two lists of patches touch the same part of a document: one's path is inside the other's. */
export const overlaps = (a: readonly Patch[], b: readonly Patch[]): boolean =>
  a.some((p) => b.some((q) => isPrefix(p.path, q.path) || isPrefix(q.path, p.path)))
