/* Draws one SVG in a frame of its own, which has no rights and can be thrown away when it takes too long. */
addEventListener('message', async (event) => {
  const port = event.ports[0]
  const { svg, width, limit, most } = event.data
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const [w, h] = [image.naturalWidth || 64, image.naturalHeight || 64]
    const wide = Math.round(width ?? Math.min(limit, w))
    const high = Math.max(1, Math.round((wide * h) / w))
    if (wide * high > most) return port.postMessage({ refused: { width: wide, height: high } })
    const canvas = document.createElement('canvas')
    canvas.width = wide
    canvas.height = high
    const context = canvas.getContext('2d', { willReadFrequently: true })
    context.drawImage(image, 0, 0, wide, high)
    const { data } = context.getImageData(0, 0, wide, high)
    port.postMessage({ width: wide, height: high, data: data.buffer }, [data.buffer])
  } catch {
    port.postMessage({ damaged: true })
  } finally {
    URL.revokeObjectURL(url)
  }
})
