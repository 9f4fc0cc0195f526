/** Paints its share of a bake's frames. */
import { type PaintAsked, paintOnAsked } from '@gliv/bake'

const act = paintOnAsked((told, buffers) => self.postMessage(told, { transfer: buffers }))
self.addEventListener('message', (event: MessageEvent<PaintAsked>) => act(event.data))
