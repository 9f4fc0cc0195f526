/** Fills the parts of the canvas: the present state and those beside it, each where it stands. */
import { type Kit, resolveEffect, VARY_GROUPS, varies, type VaryGroup } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { useEffect } from 'react'
import { readMask } from '../../document/masks.ts'
import { forChosenView } from '../../document/shownView.ts'
import { useDocument } from '../../state/document.ts'
import { COLUMNS, useExplore } from '../../state/explore.ts'
import { useTakes } from '../../state/takes.ts'
import { sizeWithin, useCamera } from '../playback/camera.ts'
import type { Cell } from '../playback/cells.ts'
import type { StageDriver } from '../playback/driver.ts'
import type { CanvasBox } from '../playback/stageRenderer/stageRenderer.ts'
import { besideBoxes, exploreBoxes } from './layout.ts'
import { statesBeside } from './shownState.ts'

/** Rows that are shown for an effect: groups that were asked for and that may vary. */
export const rowsOf = (kit: Kit, effectId: string, groups: readonly VaryGroup[]): readonly VaryGroup[] =>
  VARY_GROUPS.filter((group) => groups.includes(group) && varies(kit, effectId, group).length > 0)

interface Placed {
  readonly key: string
  readonly kit: Kit | null
  readonly box: CanvasBox
}

/** The kit with the effect as a variation has it: its numbers alone are others. */
const varied = (kit: Kit, piece: Kit, effectId: string): Kit => ({
  ...kit,
  effects: { ...kit.effects, [effectId]: piece.effects[effectId]! },
  types: { ...kit.types, ...piece.types },
})

const explored = (kit: Kit, effectId: string): readonly Placed[] => {
  const { groups, variations } = useExplore.getState()
  const rows = rowsOf(kit, effectId, groups)
  const boxes = exploreBoxes(rows.length, COLUMNS)
  return [
    { key: 'present', kit: null, box: boxes.present },
    ...rows.flatMap((group, row) =>
      variations
        .filter((one) => one.group === group)
        .slice(0, COLUMNS)
        .map(({ key, piece }, column) => ({
          key,
          kit: varied(kit, piece, effectId),
          box: boxes.rows[row]![column]!,
        })),
    ),
  ]
}

const beside = (kit: Kit, effectId: string): readonly Placed[] => {
  const states = statesBeside(kit, effectId)
  if (states.length === 0) return []
  const boxes = besideBoxes(states.length + 1)
  return [
    { key: 'present', kit: null, box: boxes[0]! },
    ...states.map((state, k) => ({ key: state.key, kit: state.kit, box: boxes[k + 1]! })),
  ]
}

/** Effects stay the same objects while nothing that they are made of changes. */
const resolvedOnce = (): ((key: string, kit: Kit, effectId: string) => ResolvedEffect) => {
  const known = new Map<string, { readonly from: readonly unknown[]; readonly effect: ResolvedEffect }>()
  return (key, kit, effectId) => {
    const seen = forChosenView(kit)
    const own = seen.effects[effectId]!
    const types = Object.values(own.emitters).map(({ type }) => kit.types[type])
    const from = [own, seen.views?.[0], kit.wholePixels, kit.sheets, kit.sheetOrder, kit.palettes, ...types]
    const before = known.get(key)
    if (before?.from.length === from.length && before.from.every((one, k) => one === from[k]))
      return before.effect
    const effect = resolveEffect(seen, own, readMask)
    known.set(key, { from, effect })
    return effect
  }
}

/** Several states on one stage, while there are some beside the present one. */
export const useCells = (driver: StageDriver | null, effectId: string): void => {
  useEffect(() => {
    if (!driver) return
    const resolved = resolvedOnce()
    const fill = (): void => {
      const { kit } = useDocument.getState()
      if (!kit?.effects[effectId]) return
      const placed = useExplore.getState().open ? explored(kit, effectId) : beside(kit, effectId)
      if (placed.length === 0 && driver.cells.length === 0) return
      driver.setCells(
        placed.map(({ key, kit: state, box }): Cell => ({
          key,
          effect: state && resolved(key, state, effectId),
          box,
          zoom: sizeWithin(driver, box),
        })),
      )
    }
    fill()
    let kit = useDocument.getState().kit
    const ends = [
      useTakes.subscribe(fill),
      useExplore.subscribe(fill),
      useCamera.subscribe(fill),
      useDocument.subscribe((state) => {
        if (state.kit === kit) return
        kit = state.kit
        fill()
      }),
    ]
    return () => {
      ends.forEach((end) => end())
      driver.setCells([])
    }
  }, [driver, effectId])
}
