import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { checkKit, resolveEffect } from '@gliv/document'
import { compileRamp, rampAt } from '@gliv/engine'
import { SHAPE_KINDS } from '@gliv/model'
import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { moveFreeHandle, withEase } from '../document/rampMaths.ts'
import { previewOptions, shownEnd } from '../preview/previewOptions.ts'
import { STILL } from '../state/stagePreview.ts'
import { choiceOf, choiceOptions, CHOICES, type MenuChoice } from './recipe/choices.ts'
import { GROUPS } from './recipe/groups.tsx'
import { facingSentence, howManySentence, launchSentence, whereSentence } from './recipe/sentences.ts'
import { type Token } from './recipe/tokens.ts'
import { outlineData } from './stage/outlines.tsx'

const { kit, pictures } = makeDemo()
const emitterOf = (effect: string, emitter: string) => kit.effects[effect]!.emitters[emitter]!
const read = (tokens: readonly Token[]): string =>
  tokens
    .map((t) => (t.kind === 'words' ? t.text : t.kind === 'choice' ? `[${t.text}]` : `{${t.id}}`))
    .join('')

describe('free handles', () => {
  const ramp = {
    points: [
      { at: 0, value: 0, ease: 'linear' as const },
      { at: 0.5, value: 1, ease: 'linear' as const },
      { at: 1, value: 0, ease: 'linear' as const },
    ],
  }
  it('begin on the straight way, so that the line stays as it is', () => {
    const free = withEase(ramp, 0, 'free')
    expect(free.points[0]!.handles!.map((n) => Number(n.toFixed(4)))).toEqual([
      0.3333, 0.3333, 0.6667, 0.6667,
    ])
    for (const u of [0, 0.1, 0.25, 0.4, 0.5, 0.8])
      expect(rampAt(compileRamp(free), u)).toBeCloseTo(rampAt(compileRamp(ramp), u), 3)
  })

  it('are moved inside their segment, and bend the line', () => {
    const bent = moveFreeHandle(withEase(ramp, 0, 'free'), 0, 0, 0.25, 1)
    expect(bent.points[0]!.handles!.slice(0, 2)).toEqual([0.5, 1])
    expect(rampAt(compileRamp(bent), 0.2)).toBeGreaterThan(rampAt(compileRamp(ramp), 0.2))
    expect(moveFreeHandle(bent, 0, 1, 9, -4).points[0]!.handles!.slice(2)).toEqual([1, 0])
    // The last point has nothing to bend.
    expect(moveFreeHandle(ramp, 2, 0, 0.5, 0.5)).toBe(ramp)
  })
})

describe('the preview of a placed effect', () => {
  const shown = (id: string, preview = STILL) =>
    previewOptions(
      resolveEffect(
        kit,
        kit.effects[id]!,
        maskReader(() => pictures),
      ),
      preview,
    )
  it('turns the knobs that an effect has, within their ends, and no others', () => {
    const knobs = { heat: 4, wetness: 0.2, colour: '#ff0000' }
    expect(shown('stove-fire', { ...STILL, knobs }).knobs).toEqual({ heat: 1 })
    expect(shown('signal-flare', { ...STILL, knobs }).knobs).toEqual({ colour: '#ff0000' })
  })
  it('leaves an effect as it is designed, but moves what emits along its way', () => {
    expect(shown('pier-dust')).toEqual({ rotate: 0, scale: 1, mirror: false, surfaces: [], tape: [] })
    const { tape } = shown('boat-wake')
    expect(tape![0]).toEqual({ tick: 0, do: 'move', x: 0, y: 0 })
    expect(Math.max(...tape!.map((e) => (e.do === 'move' ? e.x! : 0)))).toBeCloseTo(180, 0)
    expect(shown('boat-wake', { ...STILL, move: 'still' }).tape).toEqual([])
  })

  it('lets a sustained effect go after a while', () => {
    const effect = resolveEffect(kit, { ...kit.effects['pier-dust']!, play: 'sustain' })
    expect(previewOptions(effect, STILL).tape).toEqual([{ tick: 210, do: 'stop' }])
    expect(shownEnd(effect)).toBeGreaterThan(2)
  })
})

describe('sentences of shapes and choices', () => {
  const emitter = emitterOf('hook-swipe', 'swipe-blades')
  const type = kit.types['swipe-blade']!
  it.each(SHAPE_KINDS)('%s has a sentence, rows and an outline that can be drawn', (shape) => {
    const made = {
      ...emitter,
      shape,
      mask: { sheet: 'pixels', frame: 0, part: 'area' as const, keepColours: true },
    }
    expect(whereSentence(made).length).toBeGreaterThan(0)
    expect(GROUPS.find((g) => g.id === 'where')!.rows({ kit, emitter: made, type, emitters: {} })).toContain(
      '@shape',
    )
    expect(outlineData(made, 2)).not.toContain('NaN')
  })

  it.each(Object.keys(CHOICES) as MenuChoice[])('every option of "%s" is applied and read back', (id) => {
    const copy = JSON.parse(JSON.stringify(kit)) as typeof kit
    const at = { effect: 'hook-swipe', emitter: 'swipe-blades', type: 'swipe-blade' }
    const owner = copy.effects[at.effect]!.emitters[at.emitter]!
    owner.travel = { path: owner.path, mode: 'once', ease: 'linear' }
    owner.mask = { sheet: 'pixels', frame: 0, part: 'area', keepColours: true }
    for (const { value } of choiceOptions(id, copy, owner, copy.types[at.type]!, at)) {
      choiceOf(id).apply(copy, at, value)
      expect(choiceOf(id).current(owner, copy.types[at.type]!)).toBe(value)
      expect(checkKit(copy)).toEqual([])
    }
  })

  it('say only what differs from nothing', () => {
    expect(read(howManySentence(emitterOf('tow-line-spark', 'tow-arcs')))).toBe(
      'one for each place at {burstAt}, {burstRepeats} times every {burstInterval}, chance {burstChance}',
    )
    expect(read(howManySentence(emitterOf('boat-wake', 'wake-foam-layer')))).toBe(
      '{flowPerPx} travelled for {duration}',
    )
    expect(read(launchSentence(emitter))).toBe('[along the path], {speed}')
    expect(read(facingSentence(kit.types['blast-spark']!))).toBe(
      '[along travel], stretched {stretch} [behind the head]',
    )
  })
})
