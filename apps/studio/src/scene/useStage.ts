/** The stage that is edited, its driver, and the driver's pictures. */
import { resolveEffect, type Stage } from '@gliv/document'
import type { ResolvedEffect, StageRecording } from '@gliv/model'
import { createContext, useCallback, useContext, useEffect, useState } from 'react'
import { readMask } from '../document/masks.ts'
import { chosenView, rectOf } from '../document/shownView.ts'
import { renderSheetsOf } from '../shared/sheetImages.ts'
import { edit, shownKit, useDocument } from '../state/document.ts'
import { useSession } from '../state/session.ts'
import { SceneDriver, type Shown } from './sceneDriver.ts'

interface StageValue {
  readonly stageId: string
  readonly driver: SceneDriver | null
}

export const StageContext = createContext<StageValue>({ stageId: '', driver: null })

export const useStageId = (): string => useContext(StageContext).stageId
export const useSceneDriver = (): SceneDriver | null => useContext(StageContext).driver

/** The stage as it is shown now; null when it was deleted. */
export const useStage = (): Stage | null => {
  const id = useStageId()
  return useDocument((s) => shownKit(s)?.stages[id] ?? null)
}

/** One step of undo on a stage. */
export const editStage = (
  id: string,
  label: string,
  recipe: (stage: Stage) => void,
  how: typeof edit = edit,
): void =>
  how(label, (kit) => {
    const stage = kit.stages[id]
    if (stage) recipe(stage)
  })

const RESTING: Shown = { tick: 0, playing: false, live: false, alive: 0, effects: 0, draws: 0, ms: 0 }

/** What the driver shows, a few times a second while it plays. */
export const useShownScene = (): Shown => {
  const driver = useSceneDriver()
  const [shown, setShown] = useState(driver?.shown ?? RESTING)
  useEffect(() => driver?.subscribe(setShown), [driver])
  return shown
}

/** The recording that is chosen for a stage: the first unless another was. */
export const useRecording = (): StageRecording | null => {
  const stage = useStage()
  const chosen = useSession((s) => s.recordings[stage?.id ?? ''])
  const all = stage?.recordings ?? []
  return all.find(({ id }) => id === chosen) ?? all[0] ?? null
}

/** A driver for a canvas, fed with the stage and the kit by the document itself. */
export const useDriverOf = (stageId: string, recording: StageRecording | null) => {
  const [driver, setDriver] = useState<SceneDriver | null>(null)
  const canvasRef = useCallback((canvas: HTMLCanvasElement | null) => {
    setDriver((old) => {
      old?.dispose()
      return canvas ? new SceneDriver(canvas) : null
    })
  }, [])
  const kit = useDocument((s) => shownKit(s))
  const pictures = useDocument((s) => s.pictures)
  const view = useSession((s) => s.view)
  useEffect(() => {
    const { kit: stored } = useDocument.getState()
    if (!driver || !stored) return
    let current = true
    void renderSheetsOf(stored, pictures).then((ready) => current && driver.setSheets(ready))
    return () => void (current = false)
  }, [driver, kit?.sheets, pictures])
  useEffect(() => {
    const stage = kit?.stages[stageId]
    if (!driver || !kit || !stage) return
    const known = new Map<string, ResolvedEffect>()
    const resolved = (id: string): ResolvedEffect | null => {
      const effect = kit.effects[id]
      if (!effect) return null
      if (!known.has(id)) known.set(id, resolveEffect(kit, effect, readMask))
      return known.get(id)!
    }
    driver.onRefusal = (notice) => useDocument.setState({ notice })
    driver.show({ kit, stage, view: rectOf(chosenView(kit, view)), resolved }, recording)
  }, [driver, kit, stageId, recording, view])
  return { driver, canvasRef }
}
