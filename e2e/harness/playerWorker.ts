/** A player in a worker: on a canvas that the page handed over, and on one of its own. */
import { type Camera, loadPack, Player } from '@gliv/player'

interface Order {
  readonly pack: object
  readonly offscreen: OffscreenCanvas
  readonly camera: Camera
  readonly ground: string
  readonly effect: string
}

const picture = async (
  canvas: OffscreenCanvas,
  { pack, camera, ground, effect }: Order,
): Promise<Uint8Array> => {
  const player = new Player(canvas, await loadPack(pack))
  player.play(effect, { seed: 'designed' })
  player.play('Signal flare burst', { seed: 'designed', x: -20 })
  for (let k = 0; k < 60; k++) player.update(1 / 60 + 1e-9)
  player.draw(camera, ground)
  const gl = canvas.getContext('webgl2')!
  const out = new Uint8Array(canvas.width * canvas.height * 4)
  gl.readPixels(0, 0, canvas.width, canvas.height, gl.RGBA, gl.UNSIGNED_BYTE, out)
  player.dispose()
  return out
}

const answer = async (order: Order): Promise<void> => {
  const { width, height } = order.offscreen
  const own = await picture(new OffscreenCanvas(width, height), order)
  const handed = await picture(order.offscreen, order)
  self.postMessage({ own, handed })
}

self.onmessage = ({ data }: MessageEvent<Order>): void => {
  answer(data).catch((error: unknown) => self.postMessage({ error: String(error) }))
}
