import { EASES, type Ramp } from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rampText, readRampText, readTintText, tintText } from './rampText.ts'

const share = fc.integer({ min: 0, max: 10_000 }).map((n) => n / 10_000)

const anyRamp: fc.Arbitrary<Ramp> = fc
  .array(
    fc.record({
      at: share,
      value: share,
      ease: fc.constantFrom(...EASES),
      handles: fc.tuple(share, share, share, share),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((points) => ({
    points: points
      .sort((a, b) => a.at - b.at)
      .map(({ handles, ...p }, i) =>
        i === points.length - 1
          ? { ...p, ease: 'linear' as const }
          : p.ease === 'free'
            ? { ...p, handles }
            : p,
      ),
  }))

describe('a ramp in one line', () => {
  it('reads back as it was, whatever it is', () => {
    fc.assert(fc.property(anyRamp, (ramp) => void expect(readRampText(rampText(ramp))).toEqual(ramp)))
  })

  it.each([
    [
      '0:100 75:100 100:0',
      [
        [0, 1, 'linear'],
        [0.75, 1, 'linear'],
        [1, 0, 'linear'],
      ],
    ],
    [
      '0:0~ 8:100 60:100 ~ 100:0',
      [
        [0, 0, 'ease'],
        [0.08, 1, 'linear'],
        [0.6, 1, 'ease'],
        [1, 0, 'linear'],
      ],
    ],
    [
      '0:100| 50:20',
      [
        [0, 1, 'step'],
        [0.5, 0.2, 'linear'],
      ],
    ],
    [
      '0 % : 100 %, 100% : 0%',
      [
        [0, 1, 'linear'],
        [1, 0, 'linear'],
      ],
    ],
    [
      '100 50 0',
      [
        [0, 1, 'linear'],
        [0.5, 0.5, 'linear'],
        [1, 0, 'linear'],
      ],
    ],
    [
      '100:0 0:100<~',
      [
        [0, 1, 'easeIn'],
        [1, 0, 'linear'],
      ],
    ],
    ['40', [[0, 0.4, 'linear']]],
  ] as const)('%s', (text, rows) => {
    expect(readRampText(text)?.points.map((p) => [p.at, p.value, p.ease])).toEqual(rows)
  })

  it.each(['', 'fast', '0:120', '120:0', '0:100 50', '0:1:2', '0:50~(1 2 3)', `${'1 '.repeat(65)}`])(
    'means nothing: %s',
    (text) => expect(readRampText(text)).toBeNull(),
  )
})

describe('a tint in one line', () => {
  it('takes places, short colours, held stops, and reads back', () => {
    const tint = readTintText('0:#fff 40:#f80| 100:#20102A')!
    expect(tint.points).toEqual([
      { at: 0, colour: '#ffffff', ease: 'linear' },
      { at: 0.4, colour: '#ff8800', ease: 'step' },
      { at: 1, colour: '#20102a', ease: 'linear' },
    ])
    expect(readTintText(tintText(tint))).toEqual(tint)
  })

  it('takes a list of colours as it is pasted, evenly', () => {
    for (const list of ['#ff0000, #00ff00, #0000ff', '"#f00"\n"#0f0"\n"#00f"', 'ff0000 00ff00 0000ff'])
      expect(readTintText(list)?.points.map((p) => [p.at, p.colour])).toEqual([
        [0, '#ff0000'],
        [0.5, '#00ff00'],
        [1, '#0000ff'],
      ])
    expect(readTintText('red')).toBeNull()
  })
})
