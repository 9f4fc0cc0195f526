/** The driver of a canvas, fed with the shown effect by the document itself, without React in between. */
import { type Kit, resolveEffect } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { useCallback, useEffect, useState } from 'react'
import { readMask } from '../../document/masks.ts'
import { chosenView, forChosenView, rectOf } from '../../document/shownView.ts'
import { ReferenceLayer } from '../../reference/layer.ts'
import { readReference, referenceOf, setSwapped, useReferences } from '../../reference/store.ts'
import type { Around } from '../../scene/effectScene.ts'
import { ResolvedCache } from '../../preview/resolvedCache.ts'
import { sceneStageOf } from '../../scene/sceneStage.ts'
import { registerPixels } from '../../shared/controls/pipette.ts'
import { prepareSounds } from '../../sound/desk.ts'
import { takeInputTime } from '../../shared/hooks/inputTime.ts'
import { shownKit, useDocument } from '../../state/document.ts'
import { inspected, useInspect } from '../../state/inspect.ts'
import { leaveBaked, useBaked } from '../../ship/liveOrBaked.ts'
import { useSession } from '../../state/session.ts'
import { type Played, usePlayed } from '../../tether/played.ts'
import { fitStage } from '../playback/camera.ts'
import { isChanged } from '../playback/changedEffect.ts'
import { StageDriver } from '../playback/driver.ts'
import { selectedOf } from '../playback/selected.ts'
import { heldKit } from '../compare/shownState.ts'
import { useTakes } from '../../state/takes.ts'

/** An effect as the stage is to show it now. */
const asInspected = (document: Kit, effectId: string): ResolvedEffect | null => {
  const kit = heldKit(document, effectId)
  const effect = kit.effects[effectId]
  return effect
    ? inspected(
        resolveEffect(forChosenView(kit), effect, readMask),
        useInspect.getState(),
        selectedOf(effectId),
      )
    : null
}

/** For stories and measurements, which look at what is run instead of at pixels: in builds for them alone. */
const letPeek = (driver: StageDriver): void => {
  if (import.meta.env.DEV || import.meta.env.VITE_GLIV_PEEK)
    Object.assign(globalThis, {
      glivStage: driver,
      glivState: { document: useDocument, session: useSession, inspect: useInspect },
    })
}

const openIn = (driver: StageDriver, effectId: string): (() => void) | undefined => {
  const { kit } = useDocument.getState()
  const effect = kit && asInspected(kit, effectId)
  if (!effect) return undefined
  prepareSounds()
  driver.onRefusal = (notice) => useDocument.setState({ notice })
  driver.setPreview(useSession.getState().preview, kit)
  driver.open(effect)
  if (useSession.getState().playing) driver.play()
  letPeek(driver)
  return registerPixels(driver.canvas, (x, y) => driver.colourAt(x, y))
}

/** Edits of the document go to the engine directly. */
const followDocument = (driver: StageDriver, effectId: string): (() => void) => {
  let kit = shownKit()
  return useDocument.subscribe((state) => {
    const next = shownKit(state)
    if (!next || next === kit) return
    const before = kit
    kit = next
    if (before && !isChanged(before, next, effectId)) return
    const effect = asInspected(next, effectId)
    if (effect) driver.edit(effect, takeInputTime())
  })
}

const viewOf = (state: string): string => state.split(' ').at(-1)!
const takeOf = (state: string): string => state.split(' ').at(-2)!

/** What is only looked at otherwise comes the same way, without touching the document. */
const followInspect = (driver: StageDriver, effectId: string): (() => void) => {
  const stateNow = (): string => {
    const { one, otherBlend } = useInspect.getState()
    const { held, other } = useTakes.getState()
    const { view, selected } = useSession.getState()
    return `${one} ${otherBlend} ${selected[effectId]} ${held ? other : ''} ${view}`
  }
  let before = stateNow()
  const follow = (): void => {
    const { one, otherBlend } = useInspect.getState()
    const now = stateNow()
    const kit = shownKit()
    const effect = now !== before && kit ? asInspected(kit, effectId) : null
    if (!effect) return
    const matters =
      one ||
      otherBlend ||
      /true/.test(before) ||
      takeOf(now) !== takeOf(before) ||
      viewOf(now) !== viewOf(before)
    before = now
    if (matters) driver.edit(effect)
  }
  const ends = [useInspect.subscribe(follow), useSession.subscribe(follow), useTakes.subscribe(follow)]
  return () => ends.forEach((end) => end())
}

/** What the scene around the effect is made of now; null while it plays alone. */
const aroundOf = (kit: Kit, effectId: string, cache: ResolvedCache): Around | null => {
  const { inScene, preview, recordings, view } = useSession.getState()
  const stage = inScene ? sceneStageOf(kit, effectId, preview.stage) : null
  if (!stage) return null
  const all = stage.recordings ?? []
  const recording = all.find(({ id }) => id === recordings[stage.id]) ?? all[0] ?? null
  return { kit, stage, recording, view: rectOf(chosenView(kit, view)), resolved: cache.of(kit) }
}

/** What of the session the scene depends on. */
const sceneState = (): string => {
  const { inScene, preview, recordings, view } = useSession.getState()
  return `${inScene} ${preview.stage} ${JSON.stringify(recordings)} ${view}`
}

/** The scene around the effect, when it is wanted: its stage, recording and all effects that it plays. */
const followScene = (driver: StageDriver, effectId: string): (() => void) => {
  const cache = new ResolvedCache()
  let before = ''
  let kit: Kit | null = null
  const follow = (): void => {
    const next = shownKit()
    const state = sceneState()
    if (!next || (state === before && (next === kit || !driver.scene))) return
    before = state
    kit = next
    const shown = driver.scene?.around.stage.id
    try {
      driver.setAround(effectId, aroundOf(next, effectId, cache))
    } catch (error) {
      useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })
    }
    if (shown !== driver.scene?.around.stage.id) fitStage(driver)
  }
  follow()
  const ends = [useDocument.subscribe(follow), useSession.subscribe(follow)]
  return () => ends.forEach((end) => end())
}

/** The clip that the effect is held against. */
const followReference = (driver: StageDriver, effectId: string): (() => void) => {
  let layer: ReferenceLayer | null = null
  const follow = (): void => {
    readReference(effectId)
    const found = referenceOf(effectId)
    const { clips, swapped } = useReferences.getState()
    const clip = found && clips[found.blob]
    if (!found || !clip) layer = null
    else if (layer?.clip !== clip) layer = new ReferenceLayer(clip, found)
    else layer.view = found
    driver.setReference(layer, swapped)
  }
  let before: unknown = null
  follow()
  const ends = [
    useReferences.subscribe(follow),
    useDocument.subscribe(() => {
      const now = shownKit()?.effects[effectId]?.reference
      if (now !== before) follow()
      before = now
    }),
  ]
  return () => {
    ends.forEach((end) => end())
    setSwapped(false)
  }
}

/** A moment of a game is shown instead of the effect as it is designed, until that is let go. */
const followPlayed = (driver: StageDriver, effectId: string): (() => void) => {
  let shown: Played | null = null
  const follow = (): void => {
    const { played } = usePlayed.getState()
    const mine = played?.effect === effectId ? played : null
    if (mine === shown) return
    shown = mine
    if (mine) driver.showPlayed(mine, mine.tick)
    else driver.showPlayed(null, driver.playback.tick)
  }
  follow()
  const end = usePlayed.subscribe(follow)
  return () => {
    end()
    if (usePlayed.getState().played === shown && shown) usePlayed.setState({ played: null })
  }
}

/** The effect's bake instead of it, while its key is held. */
const followBaked = (driver: StageDriver, effectId: string): (() => void) => {
  const follow = (): void => {
    const { effect, layer, held } = useBaked.getState()
    driver.setBaked(effect === effectId ? layer : null, held)
  }
  const end = useBaked.subscribe(follow)
  return () => {
    end()
    leaveBaked()
  }
}

/** Creates the driver for a canvas and keeps it fed with the shown effect. */
export const useStageDriver = (
  effectId: string,
): { driver: StageDriver | null; canvasRef: (canvas: HTMLCanvasElement | null) => void } => {
  const [driver, setDriver] = useState<StageDriver | null>(null)
  const canvasRef = useCallback((canvas: HTMLCanvasElement | null) => {
    setDriver((old) => {
      old?.dispose()
      return canvas ? new StageDriver(canvas) : null
    })
  }, [])
  useEffect(() => (driver ? openIn(driver, effectId) : undefined), [driver, effectId])
  useEffect(() => (driver ? followDocument(driver, effectId) : undefined), [driver, effectId])
  useEffect(() => (driver ? followInspect(driver, effectId) : undefined), [driver, effectId])
  useEffect(() => (driver ? followScene(driver, effectId) : undefined), [driver, effectId])
  useEffect(() => (driver ? followReference(driver, effectId) : undefined), [driver, effectId])
  useEffect(() => (driver ? followPlayed(driver, effectId) : undefined), [driver, effectId])
  useEffect(() => (driver ? followBaked(driver, effectId) : undefined), [driver, effectId])
  return { driver, canvasRef }
}
