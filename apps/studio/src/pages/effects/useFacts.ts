/** What orders effects beside their documents: when they were changed, what their stills tell of cost and length. */
import type { Kit } from '@gliv/document'
import { useEffect, useMemo, useState } from 'react'
import type { Show } from '../../preview/still.ts'
import { showsOf } from '../../preview/stills.ts'
import { useDocument } from '../../state/document.ts'
import { placeOf } from '../../state/place.ts'
import { type Facts, NO_FACTS, type Sort } from './effectList.ts'

const NO_SHOWS: ReadonlyMap<string, Show> = new Map()

/** When each effect was changed last, as far as the history tells. */
const useChanged = (kit: Kit, wanted: boolean): ReadonlyMap<string, number> => {
  const steps = useDocument((s) => s.history.undo)
  return useMemo(() => {
    const changed = new Map<string, number>()
    if (!wanted) return changed
    for (const step of steps) {
      const place = placeOf(step, kit, null)
      if (place.page === 'effect' && step.at !== undefined) changed.set(place.effect, step.at)
    }
    return changed
  }, [kit, steps, wanted])
}

export const useFacts = (kit: Kit, sort: Sort): ((id: string) => Facts) => {
  const [shows, setShows] = useState(NO_SHOWS)
  const changed = useChanged(kit, sort === 'changed')
  const weighs = sort === 'cost' || sort === 'length'
  useEffect(() => {
    if (!weighs) return
    let current = true
    const { pictures } = useDocument.getState()
    void showsOf(kit, kit.effectOrder, pictures, setShows, () => current)
    return () => void (current = false)
  }, [kit, weighs])
  return useMemo(
    () => (id) => {
      const show = shows.get(id)
      const at = changed.get(id) ?? 0
      return show || at > 0 ? { changed: at, most: show?.most ?? 0, seconds: show?.seconds ?? 0 } : NO_FACTS
    },
    [shows, changed],
  )
}
