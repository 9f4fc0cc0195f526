/** Templates against the document. */
import { describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'
import { PLAIN_WRITING } from '@gliv/model'
import { renderTemplate, TEMPLATES, converted, unitText } from './index.ts'

const { kit } = makeDemo()

interface Table {
  readonly effects: readonly {
    readonly name: string
    readonly emitters: readonly {
      readonly name: string
      readonly numbers: Readonly<Record<string, readonly [number, number]>>
      readonly type: Readonly<Record<string, readonly [number, number]>>
    }[]
  }[]
}

describe('templates', () => {
  it('the JSON tables hold every number of every emitter as the kit has it', () => {
    const table = JSON.parse(renderTemplate(kit, TEMPLATES[0]!.text)) as Table
    expect(table.effects.map(({ name }) => name)).toEqual(kit.effectOrder.map((id) => kit.effects[id]!.name))
    kit.effectOrder.forEach((id, k) => {
      const effect = kit.effects[id]!
      effect.emitterOrder.forEach((emitterId, m) => {
        const emitter = effect.emitters[emitterId]!
        const read = table.effects[k]!.emitters[m]!
        for (const [owner, values] of [
          [emitter.numbers, read.numbers],
          [kit.types[emitter.type]!.numbers, read.type],
        ] as const) {
          expect(Object.keys(values).length).toBe(Object.keys(owner).length)
          for (const [name, value] of Object.entries(
            owner as Record<string, number | { from: number; to: number }>,
          )) {
            const [from, to] = typeof value === 'number' ? [value, value] : [value.from, value.to]
            expect(values[name]![0]).toBeCloseTo(from, 3)
            expect(values[name]![1]).toBeCloseTo(to, 3)
          }
        }
      })
    })
  })

  it.each(TEMPLATES.map((template) => [template.id, template] as const))(
    '%s is filled in, with nothing left over',
    (_, { text }) => {
      const made = renderTemplate(kit, text, PLAIN_WRITING, ['keg-pop', 'coin'])
      expect(made.length).toBeGreaterThan(80)
      expect(made).not.toContain('{{')
      expect(made).toContain('Keg')
    },
  )

  it('constants are lines of code', () => {
    const lines = renderTemplate(kit, TEMPLATES[2]!.text)
      .split('\n')
      .filter((line) => line.startsWith('const'))
    expect(lines.length).toBeGreaterThan(100)
    for (const line of lines)
      expect(line).toMatch(/^const [\p{L}\p{N}_]+ = (-?[\d.e-]+|\[-?[\d.e-]+, -?[\d.e-]+\]);$/u)
  })

  it('angles turn and start where another program has them; times and speeds are a step’s', () => {
    const up = { ...PLAIN_WRITING, turns: 'counterclockwise', zero: 'right' } as const
    expect(converted('heading', -90, up)).toBe(90)
    expect(converted('heading', 0, { ...PLAIN_WRITING, zero: 'up' })).toBe(90)
    expect(converted('heading', -90, { ...PLAIN_WRITING, zero: 'up' })).toBe(0)
    expect(converted('spin', 30, up)).toBe(-30)
    expect(converted('fan', 30, up)).toBe(30)
    expect(converted('heading', 180, { ...PLAIN_WRITING, angles: 'radians' })).toBeCloseTo(Math.PI, 3)
    const step = { ...PLAIN_WRITING, per: 'step', steps: 50 } as const
    expect(converted('life', 2, step)).toBe(100)
    expect(converted('speed', 100, step)).toBe(2)
    expect(converted('gravity', 500, step)).toBe(0.2)
    expect([unitText('gravity', step), unitText('life', step), unitText('gravity', PLAIN_WRITING)]).toEqual([
      'px/step²',
      'steps',
      'px/s²',
    ])
  })

  it('slips of the pen are said with their line, and what would be dangerous is refused', () => {
    expect(() => renderTemplate(kit, 'a\n{{#effects}}{{nmae}}{{/effects}}')).toThrow(
      /line 2: there is no “nmae”/,
    )
    expect(() => renderTemplate(kit, '{{#effects}}')).toThrow(/cannot be read: Unclosed section "effects"/)
    expect(() => renderTemplate(kit, '{{> other}}')).toThrow(/write it as one/)
    expect(() => renderTemplate(kit, '{{=<% %>=}}')).toThrow(/write it as one/)
    expect(() => renderTemplate(kit, 'x'.repeat(200_001))).toThrow(/at most 200000/)
    expect(renderTemplate(kit, '{{kit.name}} & <b>')).toBe('Last Ferry & <b>')
  })
})
