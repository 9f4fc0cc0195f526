/**
 * Permanent numbers of the random streams. A number is never used again for anything else, so that no change
 * of one
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
  /** Time of a birth within its slot. */
  rhythm: 11,
  burstAt: 12,
  burstCount: 13,
  burstInterval: 14,
  burstChance: 15,
  /** Two draws: x and y. */
  jitter: 16,
  /** The third direction of a ball. */
  ball: 17,
  scaleY: 18,
  scaleYFloor: 19,
  scaleRate: 20,
  scaleYRate: 21,
  opacityRate: 22,
  /** Which of several pictures. */
  picture: 23,
  /** Which frame of a picture, or where its clip starts. */
  frame: 24,
  hueSpread: 25,
  saturationSpread: 26,
  valueSpread: 27,
  redSpread: 28,
  greenSpread: 29,
  blueSpread: 30,
  tintPick: 31,
  /** Place in a shuffled draw order. */
  order: 32,
  turn: 33,
  swayPhase: 34,
  /** The first two draws of a waver: its phase; further ones belong to the steps of a walk. */
  waverSpeed: 35,
  waverHeading: 36,
  waverSpin: 37,
  waverScale: 38,
  waverOpacity: 39,
  bounce: 40,
  markScale: 41,
  markAngle: 42,
  markOpacity: 43,
  markFrame: 44,
  markTint: 45,
  relayDelay: 46,
  relayChance: 47,
  relayCount: 48,
  /** Which effect a part is. */
  part: 49,
  turnFrom: 50,
  turnTo: 51,
  /** How far away a particle is: 0 near, 1 far. */
  depth: 52,
} as const
