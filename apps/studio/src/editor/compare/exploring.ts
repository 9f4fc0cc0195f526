/** Draws rows of variations, and goes on from one of them. */
import { keptPiece, putBack, type VaryGroup } from '@gliv/document'
import { type Remote, wrap } from 'comlink'
import { useEffect } from 'react'
import type { VaryApi } from '../../preview/vary.worker.ts'
import { edit, useDocument } from '../../state/document.ts'
import { COLUMNS, setExplore, type Step, useExplore, type Variation } from '../../state/explore.ts'
import { makeId } from '../../state/ids.ts'
import { GROUP_TEXTS } from './texts.ts'
import { rowsOf } from './useCells.ts'

let ended = 0
let keys = 0

/** Draws rows anew in a worker of its own; what was being drawn before is given up. */
const drawRows = (effectId: string): (() => void) => {
  const { kit, pictures } = useDocument.getState()
  if (!kit?.effects[effectId]) return () => undefined
  const run = ++ended
  const { groups, spread, locks } = useExplore.getState()
  const rows = rowsOf(kit, effectId, groups)
  const worker = new Worker(new URL('../../preview/vary.worker.ts', import.meta.url), { type: 'module' })
  setExplore({ variations: [], drawing: rows })
  void fill(wrap<VaryApi>(worker), effectId, rows, () => run === ended)
    .catch(() => useDocument.setState({ notice: 'Variations could not be drawn; press “Draw again”' }))
    .finally(() => {
      worker.terminate()
      if (run === ended) setExplore({ drawing: [] })
    })
  return () => {
    worker.terminate()
    if (run === ended) ended++
  }

  async function fill(api: Remote<VaryApi>, id: string, all: readonly VaryGroup[], current: () => boolean) {
    const piece = keptPiece(kit!, id)
    const needed = new Map(
      Object.values(piece.sheets).flatMap(({ picture }) => {
        const bytes = pictures.get(picture)
        return bytes ? [[picture, bytes] as const] : []
      }),
    )
    await api.begin(piece, id, needed)
    // The first of each row, then the second: all rows fill at one pace.
    for (let column = 0; column < COLUMNS; column++)
      for (const group of all) {
        const made = await api.draw(id, group, spread, locks)
        if (!current()) return
        if (made) take({ key: `variation-${++keys}`, group, piece: made })
        if (column === COLUMNS - 1)
          setExplore(({ drawing }) => ({ drawing: drawing.filter((one) => one !== group) }))
      }
  }
}

const take = (variation: Variation): void =>
  setExplore(({ variations }) => ({ variations: [...variations, variation] }))

const become = (label: string, effectId: string, piece: Step['piece']): void =>
  edit(label, (kit) => putBack(kit, piece, effectId, { makeId, whenShared: 'own' }))

/** The variation becomes the effect; what was there leads the trail on. */
export const goOnFrom = (effectId: string, key: string): void => {
  const { kit } = useDocument.getState()
  const { variations, trail } = useExplore.getState()
  const chosen = variations.find((one) => one.key === key)
  if (!kit || !chosen) return
  const step: Step = { key: `step-${++keys}`, group: chosen.group, piece: keptPiece(kit, effectId) }
  setExplore({ trail: [...trail, step] })
  become(`Go on from a variation: ${GROUP_TEXTS[chosen.group]}`, effectId, chosen.piece)
}

/** Back to a state that led here; those after it leave the trail. */
export const goBackTo = (effectId: string, key: string): void => {
  const { trail } = useExplore.getState()
  const at = trail.findIndex((step) => step.key === key)
  if (at === -1) return
  const { piece } = trail[at]!
  setExplore({ trail: trail.slice(0, at) })
  become('Back along the trail', effectId, piece)
}

/** How long an edit may be followed by another before rows are drawn anew, in ms. */
const REST_MS = 150

/** Keeps rows drawn around the present state, and around what is asked for, while Explore is open. */
export const useRows = (effectId: string): void => {
  const open = useExplore((s) => s.open)
  const asked = useExplore((s) => `${s.spread} ${s.locks.join()} ${s.groups.join()} ${s.round}`)
  const effect = useDocument((s) => s.kit?.effects[effectId])
  const types = useDocument((s) => s.kit?.types)
  useEffect(() => {
    if (!open) return
    let end: (() => void) | null = null
    const timer = setTimeout(() => (end = drawRows(effectId)), REST_MS)
    return () => {
      clearTimeout(timer)
      end?.()
    }
  }, [open, asked, effect, types, effectId])
}
