/**
 * Keeping settings in the browser: what comes back is looked at field by field; what is not right is as it
 * was at first.
 */
import { createJSONStorage, type PersistOptions } from 'zustand/middleware'
import type { z } from 'zod'

type Shape<T> = { readonly [K in keyof T]: z.ZodType<T[K]> }

/** The fields of `stored` that are right. */
export const rightFields = <T extends object>(shape: Shape<T>, stored: unknown): Partial<T> => {
  if (typeof stored !== 'object' || stored === null) return {}
  const fields = Object.keys(shape) as (keyof T & string)[]
  return Object.fromEntries(
    fields.flatMap((key) => {
      const result = Object.hasOwn(stored, key)
        ? shape[key].safeParse((stored as Record<string, unknown>)[key])
        : null
      return result?.success ? [[key, result.data]] : []
    }),
  ) as Partial<T>
}

/** Options of zustand's `persist`. A storage that the browser refuses is done without. */
export const persisted = <T extends object>(
  name: string,
  storage: () => Storage,
  shape: Shape<T>,
): PersistOptions<T, unknown> => ({
  name,
  storage: createJSONStorage<unknown>(storage) as never,
  merge: (stored, current) => ({ ...current, ...rightFields(shape, stored) }),
})
