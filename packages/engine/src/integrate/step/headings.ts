import type { Axes, Space } from '@gliv/model'
import { cosSinInto } from '../../maths/index.ts'
import type { Affine, Reference } from './reference.ts'

const turnBy = (m: Affine, out: Float64Array): void => {
  const x = out[0]!
  const y = out[1]!
  out[0] = m.a * x + m.c * y
  out[1] = m.b * x + m.d * y
}

/** A heading in degrees, of the world or of the effect, as a unit vector in the particles' own space. */
export const directionInto = (
  deg: number,
  axes: Axes,
  space: Space,
  reference: Reference,
  out: Float64Array,
): void => {
  cosSinInto(deg, out)
  if (axes === 'world') {
    if (space === 'carried') turnBy(reference.fromWorldTurn, out)
  } else if (space !== 'carried') turnBy(reference.fromLocalTurn, out)
}
