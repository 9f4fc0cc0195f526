/** Effects that were written and would be written differently now. */
import { groupsOf, inputHash } from '@gliv/bake'
import type { Kit } from '@gliv/document'
import { useEffect, useState } from 'react'
import { nextTask } from '../shared/tasks.ts'
import { useDocument } from '../state/document.ts'
import { jobsOf } from './jobs.ts'

const NONE: ReadonlySet<string> = new Set()

const known = new WeakMap<Kit, ReadonlySet<string>>()

/** Compares what was written with what would be; once for each state of a kit. */
export const changedIn = (kit: Kit, pictures: ReadonlyMap<string, Uint8Array>): ReadonlySet<string> => {
  const before = known.get(kit)
  if (before) return before
  const changed = compared(kit, pictures)
  known.set(kit, changed)
  return changed
}

const compared = (kit: Kit, pictures: ReadonlyMap<string, Uint8Array>): ReadonlySet<string> => {
  const written = kit.effectOrder.filter((id) => kit.ship?.effects[id]?.written)
  if (written.length === 0) return NONE
  const changed = new Set<string>()
  for (const group of groupsOf(jobsOf(kit, written)))
    try {
      const hash = inputHash({ kit, pictures }, group)
      for (const { effect } of group)
        if (kit.ship?.effects[effect.id]?.written !== hash) changed.add(effect.id)
    } catch {
      // What cannot be baked any more has changed.
      for (const { effect } of group) changed.add(effect.id)
    }
  return changed
}

/** The same, a moment after the last edit. */
export const useChanged = (): ReadonlySet<string> => {
  const kit = useDocument((s) => s.kit)
  const pictures = useDocument((s) => s.pictures)
  const [changed, setChanged] = useState(NONE)
  useEffect(() => {
    if (!kit) return
    let current = true
    void nextTask().then(() => {
      if (current) setChanged(changedIn(kit, pictures))
    })
    return () => {
      current = false
    }
  }, [kit, pictures])
  return changed
}
