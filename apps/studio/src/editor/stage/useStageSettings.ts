/** What the session sets on the stage: transport, ground, place, and which emitters are seen. */
import type { Shown } from '@gliv/engine'
import { useEffect } from 'react'
import { useDocument } from '../../state/document.ts'
import { useInspect } from '../../state/inspect.ts'
import { useLoopRegion } from '../../state/loopRegion.ts'
import { otherGround as compared, shownGround, useSession } from '../../state/session.ts'
import type { StageDriver } from '../playback/driver.ts'
import { useSelectedId } from '../playback/shownEffect.ts'

export const useStageSettings = (driver: StageDriver | null): void => {
  const solo = useSession((s) => s.solo)
  const without = useInspect((s) => s.without)
  const otherGround = useInspect((s) => s.otherGround)
  const region = useLoopRegion((s) => s.region)
  const selected = useSelectedId()
  const { loop, speed, ground, preview } = useSession()
  const stages = useDocument((s) => s.kit?.stages)
  useEffect(
    () => driver?.setPreview(preview, useDocument.getState().kit ?? undefined),
    [driver, preview, stages],
  )
  useEffect(() => {
    if (!driver) return
    driver.set({ loop, region, speed, ground: shownGround(otherGround ? compared(ground) : ground) })
  }, [driver, loop, speed, ground, otherGround, region])
  useEffect(() => {
    if (!driver) return
    const heard = new Set(solo)
    const inEffect = driver.simulation?.program.effect.emitters.some((e) => heard.has(e.id))
    const isHeard = inEffect ? ({ id }: Shown): boolean => heard.has(id) : null
    driver.set({ shows: without ? ({ id }) => id !== selected : isHeard })
  }, [driver, solo, without, selected])
}
