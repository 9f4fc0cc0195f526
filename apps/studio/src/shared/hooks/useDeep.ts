import equal from 'fast-deep-equal'
import { useRef } from 'react'

/**
 * A selector that gives its last value as long as the next one is equal in depth: for stores, so that plain data
 * which is made anew with every change renders only when something in it differs.
 * @example const names = useStore(useDeep((s) => s.items.map((item) => item.name)))
 */
export const useDeep = <S, T>(select: (state: S) => T): ((state: S) => T) => {
  const last = useRef<{ readonly value: T } | null>(null)
  return (state) => {
    const value = select(state)
    if (last.current && equal(last.current.value, value)) return last.current.value
    last.current = { value }
    return value
  }
}
