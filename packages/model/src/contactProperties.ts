/** Numbers of contact, of ends before their time, and of marks: part of the table of numbers. */
import { ANGLE, FAR, number, range, SECONDS, SHARE, SIZE, TURN } from './property.ts'
import { STREAMS } from './streams.ts'

export const CONTACT_PROPERTIES = {
  bounce: range('type', 'share', 0.5, 0.5, [0, 2], SHARE, 'motion', 'none', STREAMS.bounce),
  friction: number('type', 'share', 0.1, SHARE, SHARE, 'motion', 'none'),
  contactRadius: number('type', 'px', 0, [0, 1000], [0, 32], 'motion', 'none'),
  lifeLoss: number('type', 'share', 0.25, SHARE, SHARE, 'motion', 'none'),
  slowEnd: number('type', 'px/s', 0, SIZE, [0, 100], 'motion', 'none'),
  outsideBy: number('type', 'px', 32, FAR, [0, 200], 'motion', 'none'),

  markScale: range('type', 'factor', 1, 1, [0, 1000], [0.05, 8], 'motion', 'none', STREAMS.markScale),
  markAngle: range('type', 'deg', 0, 0, ANGLE, TURN, 'motion', 'none', STREAMS.markAngle),
  markOpacity: range('type', 'share', 1, 1, SHARE, SHARE, 'motion', 'none', STREAMS.markOpacity),
  markTint: number('type', 'share', 1, SHARE, SHARE, 'motion', 'none', { stream: STREAMS.markTint }),
  markFade: number('type', 's', 0, SECONDS, [0, 10], 'motion', 'none'),
  markCap: number('type', 'count', 200, [1, 4096], [1, 500], 'motion', 'none', { whole: true }),
} as const
