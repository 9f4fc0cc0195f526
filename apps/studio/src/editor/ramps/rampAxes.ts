/** Where a ramp's axes lie in its plot, in px of the plot. */
import { useBoxSize } from '../../shared/hooks/useBoxSize.ts'

/** Room above and below the axes, px. */
export const INSET = 8

export interface Axes {
  readonly width: number
  readonly inner: number
  readonly x: (at: number) => number
  readonly y: (value: number) => number
  readonly toRamp: (clientX: number, clientY: number) => [number, number]
}

export const useAxes = (box: React.RefObject<SVGSVGElement | null>, inline: boolean): Axes => {
  const { width, height } = useBoxSize(box, inline ? 240 : 600, inline ? 54 : 80)
  const inner = Math.max(10, height - 2 * INSET)
  return {
    width,
    inner,
    x: (at) => at * width,
    y: (value) => INSET + (1 - value) * inner,
    toRamp: (clientX, clientY) => {
      const bounds = box.current!.getBoundingClientRect()
      return [(clientX - bounds.x) / bounds.width, 1 - (clientY - bounds.y - INSET) / inner]
    },
  }
}
