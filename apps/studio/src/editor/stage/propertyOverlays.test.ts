import { type PropertyId, propertiesOf } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { overlayOf } from './propertyOverlays.ts'

describe('what a number governs', () => {
  it.each([
    ['fan', 'fan'],
    ['shapeRadius', 'shape'],
    ['pullReach', 'pull'],
    ['gravityHeading', 'gravity'],
    ['speed', 'ways'],
    ['turn', 'ways'],
    ['scaleFloor', 'size'],
    ['offsetY', 'place'],
  ] as const)('%s: %s', (id, what) => {
    expect(overlayOf(id)?.what).toBe(what)
  })

  it('is nothing on the stage for opacity, colours and times', () => {
    expect((['opacity', 'hueSpread', 'delay', 'warmUp', 'burstAt'] as const).map(overlayOf)).toEqual([
      null,
      null,
      null,
      null,
      null,
    ])
  })

  it('every number that moves particles is seen in their ways', () => {
    const moving = (propertiesOf('type') as PropertyId[]).filter((id) =>
      /^(gravity|drag|wind|thrust|brake|drift|pull|swirl|churn|sway|limit)/.test(id),
    )
    expect(moving.filter((id) => overlayOf(id)?.ways !== true)).toEqual([])
  })
})
