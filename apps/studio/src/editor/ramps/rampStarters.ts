/** Ramps to start from: shapes of a value over life that are wanted again and again. */
import type { Ease, Ramp, TintRamp } from '@gliv/model'

const ramp = (...rows: readonly (readonly [number, number, Ease?])[]): Ramp => ({
  points: rows.map(([at, value, ease]) => ({ at, value, ease: ease ?? 'linear' })),
})
const tint = (...rows: readonly (readonly [number, string])[]): TintRamp => ({
  points: rows.map(([at, colour]) => ({ at, colour, ease: 'linear' })),
})

export const RAMP_STARTERS = {
  flat: { name: 'Flat', ramp: ramp([0, 1]) },
  softEnds: { name: 'Soft ends', ramp: ramp([0, 0, 'ease'], [0.08, 1], [0.6, 1, 'ease'], [1, 0]) },
  fadeOut: { name: 'Fade out', ramp: ramp([0, 1, 'easeIn'], [1, 0]) },
  fadeIn: { name: 'Fade in', ramp: ramp([0, 0, 'easeOut'], [1, 1]) },
  pop: {
    name: 'Pop',
    ramp: ramp([0, 0, 'easeOut'], [0.12, 1, 'ease'], [0.25, 0.8], [0.7, 0.8, 'easeIn'], [1, 0]),
  },
  swell: { name: 'Swell', ramp: ramp([0, 0, 'ease'], [0.45, 1, 'ease'], [1, 0]) },
  cooling: {
    name: 'Cooling ember',
    ramp: ramp([0, 1], [0.15, 0.85, 'easeOut'], [0.6, 0.35, 'ease'], [1, 0]),
  },
  blink: {
    name: 'Blink',
    ramp: ramp(
      [0, 1, 'step'],
      [0.2, 0, 'step'],
      [0.4, 1, 'step'],
      [0.6, 0, 'step'],
      [0.8, 1, 'step'],
      [0.95, 0],
    ),
  },
  pulse: {
    name: 'Pulse',
    ramp: ramp([0, 0.4, 'ease'], [0.25, 1, 'ease'], [0.5, 0.4, 'ease'], [0.75, 1, 'ease'], [1, 0.4]),
  },
  late: { name: 'Late', ramp: ramp([0, 0], [0.7, 0, 'easeIn'], [1, 1]) },
  steps: {
    name: 'Four steps',
    ramp: ramp([0, 1, 'step'], [0.25, 0.7, 'step'], [0.5, 0.4, 'step'], [0.75, 0.15, 'step']),
  },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly ramp: Ramp }>>

export const TINT_STARTERS = {
  white: { name: 'White', ramp: tint([0, '#ffffff']) },
  fire: { name: 'Fire', ramp: tint([0, '#fff4cf'], [0.25, '#ffc04a'], [0.6, '#e0551e'], [1, '#55130f']) },
  ember: { name: 'Cooling ember', ramp: tint([0, '#fff7da'], [0.35, '#ffbd50'], [1, '#7a1a12']) },
  smoke: { name: 'Smoke', ramp: tint([0, '#b9b1a8'], [1, '#4d4a4c']) },
  water: { name: 'Water', ramp: tint([0, '#e9f6ff'], [1, '#5b94bd']) },
  leaf: { name: 'Leaf', ramp: tint([0, '#e8ffc2'], [0.5, '#7fc25a'], [1, '#24503a']) },
  spell: { name: 'Spell', ramp: tint([0, '#ffffff'], [0.4, '#c79bff'], [1, '#3a1c7a']) },
  dawn: { name: 'Dawn', ramp: tint([0, '#fff3d6'], [0.5, '#ff9f8a'], [1, '#5a3d7a']) },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly ramp: TintRamp }>>
