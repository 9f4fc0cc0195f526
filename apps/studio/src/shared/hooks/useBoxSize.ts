import { type RefObject, useEffect, useState } from 'react'

/** Size of an element in px, followed as it changes. */
export const useBoxSize = (
  ref: RefObject<Element | null>,
  width: number,
  height: number,
): { width: number; height: number } => {
  const [size, setSize] = useState({ width, height })
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const observer = new ResizeObserver(() => {
      const box = element.getBoundingClientRect()
      setSize({ width: box.width, height: box.height })
    })
    observer.observe(element)
    return () => observer.disconnect()
  }, [ref])
  return size
}
