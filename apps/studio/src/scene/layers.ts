/** New layers of a backdrop. */
import type { StageLayer } from '@gliv/model'

export const newLayer = (id: string, kind: StageLayer['kind'], name: string): StageLayer => ({
  id,
  name,
  kind,
  colour: kind === 'colour' ? '#20242e' : '#141a30',
  foot: '#3b4668',
  sheet: null,
  frame: 0,
  x: 0,
  y: 0,
  scale: 1,
  parallax: 1,
  tiled: 'none',
  front: false,
})
