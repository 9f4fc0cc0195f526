/**
 * Permanent numbers of the random streams. A number is never used again for anything else, so that no change of one
 * property ever moves another's draws. Apart from the table, because a player needs only these of it.
 */
export const STREAMS = {
  /** Where on the shape: two draws. */
  place: 1,
  fan: 2,
  speed: 3,
  life: 4,
  scale: 5,
  scaleFloor: 6,
  opacity: 7,
  opacityFloor: 8,
  startAngle: 9,
  spin: 10,
} as const
