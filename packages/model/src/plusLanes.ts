/**
 * Numbers to which a lane adds; every other lane multiplies. Apart from the table of numbers, and tested
 * against it, because a
 * player needs only these words of it.
 */
export const PLUS_LANES: ReadonlySet<string> = new Set([
  'offsetX',
  'offsetY',
  'shapeAngle',
  'shapeTilt',
  'endX',
  'endY',
  'edgeOutset',
  'heading',
  'targetX',
  'targetY',
  'startAngle',
  'gravityHeading',
  'windHeading',
  'driftHeading',
  'pullX',
  'pullY',
  'swirlX',
  'swirlY',
  'avoidX',
  'avoidY',
])
