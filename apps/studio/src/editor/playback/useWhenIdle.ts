import { useEffect, useState } from 'react'
import { resolveEffect } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import type { SimulationOptions } from '@gliv/engine'
import { shownKit, useDocument } from '../../state/document.ts'
import { readMask } from '../../document/masks.ts'
import { forChosenView } from '../../document/shownView.ts'
import { useSession } from '../../state/session.ts'
import { previewOptions } from '../../preview/previewOptions.ts'
import { useEffectId } from './shownEffect.ts'
import { inspected, useInspect } from '../../state/inspect.ts'

const IDLE_MS = 60

/**
 * Something that is computed from the shown effect beside the stage: anew when there is time after a change,
 * so that
 * it never stands in the way of an edit.
 */
export const useWhenIdle = <T>(
  wanted: boolean,
  key: string,
  compute: (effect: ResolvedEffect, options: SimulationOptions) => T,
  nothing: T,
): T => {
  const effectId = useEffectId()
  const kit = useDocument((s) => (wanted ? shownKit(s) : null))
  const preview = useSession((s) => s.preview)
  const one = useInspect((s) => s.one)
  const selected = useSession((s) => s.selected[effectId])
  const view = useSession((s) => s.view)
  const [made, setMade] = useState<{ key: string; value: T } | null>(null)
  useEffect(() => {
    const effect = kit?.effects[effectId]
    if (!wanted || !kit || !effect) return
    const timer = setTimeout(() => {
      try {
        const resolved = inspected(
          resolveEffect(forChosenView(kit), effect, readMask),
          { one, otherBlend: false },
          selected,
        )
        setMade({ key, value: compute(resolved, previewOptions(resolved, preview, kit)) })
      } catch {
        // What cannot be simulated is said by the stage; here it just has no lines.
        setMade(null)
      }
    }, IDLE_MS)
    return () => clearTimeout(timer)
    // `compute` is given anew with each render; `key` says when it means something else.
  }, [wanted, key, kit, effectId, preview, one, selected, view])
  return wanted && made?.key === key ? made.value : nothing
}
