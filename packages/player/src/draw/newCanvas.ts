/** A canvas that is never shown: of the page, or in a worker one without. */
export const newCanvas = (width: number, height: number): HTMLCanvasElement | OffscreenCanvas => {
  if (typeof document === 'undefined') return new OffscreenCanvas(width, height)
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  return canvas
}
