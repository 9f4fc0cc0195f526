import { useEffect } from 'react'
import { frameAgain, setCamera } from '../playback/camera.ts'
import type { StageDriver } from '../playback/driver.ts'

/** Keeps the canvas as large as its box and frames the effect when it is opened. */
export const useCanvasSize = (
  driver: StageDriver | null,
  effectId: string,
  frame: React.RefObject<HTMLDivElement | null>,
): void => {
  useEffect(() => {
    const box = frame.current
    if (!driver || !box) return
    const observer = new ResizeObserver(() => {
      const scale = window.devicePixelRatio
      const { canvas } = driver
      const [w, h] = [
        Math.max(1, Math.round(box.clientWidth * scale)),
        Math.max(1, Math.round(box.clientHeight * scale)),
      ]
      const old = driver.camera
      // The middle of the picture stays in the middle.
      const middle = { x: old.x + canvas.width / 2 / old.zoom, y: old.y + canvas.height / 2 / old.zoom }
      canvas.width = w
      canvas.height = h
      // A view that somebody chose stays.
      if (!frameAgain(driver))
        setCamera(driver, { zoom: old.zoom, x: middle.x - w / 2 / old.zoom, y: middle.y - h / 2 / old.zoom })
    })
    observer.observe(box)
    return () => observer.disconnect()
  }, [driver, effectId, frame])
}
