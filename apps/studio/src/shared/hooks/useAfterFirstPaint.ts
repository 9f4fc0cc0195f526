import { startTransition, useEffect, useState } from 'react'

/**
 * False at first and true soon after: for what is heavy and may come once the rest is there, in a task of its
 * own.
 */
export const useAfterFirstPaint = (): boolean => {
  const [late, setLate] = useState(false)
  useEffect(() => startTransition(() => setLate(true)), [])
  return late
}
