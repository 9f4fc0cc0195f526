import { expect, it } from 'vitest'
import { whenText } from './when.ts'

const at = (...parts: [number, number, number, number?, number?]): number => new Date(...parts).getTime()
const NOW = at(2026, 2, 1, 0, 10)

it.each([
  [at(2026, 2, 1, 0, 0), 'today, 00:00'],
  [at(2026, 2, 1, 15, 20), 'today, 15:20'],
  [at(2026, 1, 28, 23, 59), 'yesterday, 23:59'],
  [at(2026, 1, 27, 23, 59), '27 February'],
  [at(2026, 11, 3), '3 December'],
  [at(2025, 11, 31, 12), '31 December 2025'],
])('%d is said as "%s"', (ms, said) => expect(whenText(ms, NOW)).toBe(said))

it('the first of January has a yesterday', () =>
  expect(whenText(at(2025, 11, 31, 8, 5), at(2026, 0, 1, 9))).toBe('yesterday, 08:05'))
