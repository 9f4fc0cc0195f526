/** Numbers of relays and parts: part of the table of numbers. */
import { ANGLE, FAR, NEAR, number, range, SECONDS, SHARE, SIZE, TURN } from './property.ts'
import { STREAMS } from './streams.ts'

export const RELAY_PROPERTIES = {
  relayDelay: range('relay', 's', 0, 0, [0, 60], [0, 2], 'emission', 'none', STREAMS.relayDelay),
  relayChance: number('relay', 'share', 1, SHARE, SHARE, 'emission', 'none', { stream: STREAMS.relayChance }),
  relayCount: range('relay', 'count', 1, 1, [0, 1000], [0, 32], 'emission', 'none', STREAMS.relayCount, {
    whole: true,
  }),
  relayPx: number('relay', 'px', 24, [1, 100_000], [4, 200], 'emission', 'none'),
  relaySeconds: number('relay', 's', 0.1, [0.005, 600], [0.02, 2], 'emission', 'none'),
  relaySlow: number('relay', 'px/s', 20, SIZE, [0, 200], 'emission', 'none'),
  relayVelocity: number('relay', 'share', 0, [-4, 4], [-1, 1], 'emission', 'none'),
  relayTint: number('relay', 'share', 0, SHARE, SHARE, 'emission', 'none'),
  relayScale: number('relay', 'share', 0, SHARE, SHARE, 'emission', 'none'),
  relayInstances: number('relay', 'count', 16, [1, 256], [1, 64], 'emission', 'none', { whole: true }),

  partAt: number('part', 's', 0, SECONDS, [0, 4], 'emission', 'none'),
  partX: number('part', 'px', 0, FAR, NEAR, 'emission', 'none'),
  partY: number('part', 'px', 0, FAR, NEAR, 'emission', 'none'),
  partRotate: number('part', 'deg', 0, ANGLE, TURN, 'emission', 'none'),
  partScale: number('part', 'factor', 1, [0.01, 100], [0.1, 4], 'emission', 'none'),
  partTime: number('part', 'factor', 1, [0.05, 8], [0.25, 4], 'emission', 'none'),
  partFrom: number('part', 's', 0, SECONDS, [0, 4], 'emission', 'none'),
  partTo: number('part', 's', 0, SECONDS, [0, 8], 'emission', 'none'),
  partLength: number('part', 's', 2, [0.05, 600], [0.1, 8], 'emission', 'none'),
} as const
