/** Places of births as a cloud of dots, for showing a shape with its fill. */
import type { EmitterChoices, MaskPlaces, NumbersOf, ViewRect } from '@gliv/model'
import { createShape, emptySpot, SHAPE_SAMPLERS } from './shapes.ts'
import { sample } from '../maths/index.ts'

/** Key of the dots: any will do, as long as it stays. */
const HI = 0x6c697667
const STREAM = 1

/**
 * So many places on a shape, drawn at random as births draw them, in px from the emitter's centre as x, y, x, y, ….
 * Lanes, order of places and the emitter's own chance have no say.
 * @param view what the view shows, for shapes that follow it
 */
export const placeCloud = (
  choices: Pick<EmitterChoices, 'shape' | 'fill' | 'side' | 'path' | 'edgeSlant'>,
  numbers: NumbersOf<'emitter'>,
  mask: MaskPlaces | null,
  view: ViewRect,
  count: number,
): Float64Array => {
  const shape = createShape(choices, numbers, mask)
  Object.assign(shape.view, view)
  const spot = emptySpot()
  const at = new Float64Array(2)
  const dots = new Float64Array(count * 2)
  for (let k = 0; k < count; k++) {
    at[0] = sample(HI, k, STREAM, 0)
    at[1] = sample(HI, k, STREAM, 1)
    SHAPE_SAMPLERS[choices.shape](shape, at, spot)
    dots[k * 2] = spot.x
    dots[k * 2 + 1] = spot.y
  }
  return dots
}
