import { type RefObject, useMemo, useRef } from 'react'
import { useNavigate } from 'react-router'
import { type ColumnPage, setColumn, useColumn } from '../state/column.ts'
import { chooseAllAtFocus } from '../shared/keys/all.ts'
import { useCommands } from '../shared/keys/dispatch.ts'
import type { Run } from '../shared/keys/table.ts'
import { setSwapped } from '../reference/store.ts'
import { toggleMuted } from '../sound/desk.ts'
import { editStep, shownKit, useDocument } from '../state/document.ts'
import { setInspect } from '../state/inspect.ts'
import { setSession, useSession } from '../state/session.ts'
import { holdBaked } from '../ship/liveOrBaked.ts'
import { holdTake, keepTake, setTakes, toggleMeant } from '../state/takes.ts'
import { toggleExplore } from '../state/explore.ts'
import { setSprites } from '../state/sprites.ts'
import { pickTypical } from './inspect/pick.ts'
import { fitStage, zoomTo } from './playback/camera.ts'
import type { StageDriver } from './playback/driver.ts'
import { stepBy, togglePlay } from './playback/playing.ts'
import { selectedOf } from './playback/selected.ts'
import { playAtPointer } from './stage/here.ts'
import { focusSearch } from './recipe/focusSearch.ts'
import { moveTogether } from './stage/together.ts'
import { copyLink } from './useAddress.ts'
import { duplicateSelected, removeEmitter, selectAllTracks, soloTracks, toggleMute } from './timeline/acts.ts'

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
}

/** Moves the selected emitter; presses that follow each other are one step of undo. */
const nudge = (effectId: string, emitterId: string, key: string, by: number): void => {
  const [x, y] = STEPS[key] ?? [0, 0]
  const before = useDocument.getState().kit
  const start = before?.effects[effectId]?.emitters[emitterId]
  const now = shownKit()?.effects[effectId]?.emitters[emitterId]
  if (!before || !start || !now) return
  const moved = (axis: 'offsetX' | 'offsetY', step: number): number =>
    now.numbers[axis] - start.numbers[axis] + step * by
  editStep('Nudge an emitter', (kit) =>
    moveTogether(
      kit,
      before,
      effectId,
      [emitterId, ...useSession.getState().also],
      moved('offsetX', x),
      moved('offsetY', y),
    ),
  )
}

/** What the editor's commands do; they are listed in keys/table.ts. */
export const useEditorCommands = (effectId: string, driver: StageDriver | null): void => {
  const navigate = useNavigate()
  const toShip = (): void => {
    const { kit } = useDocument.getState()
    if (kit) void navigate(`/kit/${kit.id}/ship/${encodeURIComponent(effectId)}`)
  }
  const place = useRef<EditorPlace>({ effectId, driver, toShip })
  place.current = { effectId, driver, toShip }
  const runs = useMemo(() => editorRuns(place), [])
  useCommands('editor', runs)
  useCommands('view', viewRuns(effectId), () => driver?.canvas.closest('.stage') ?? null)
}

const withSelected = (effectId: string, act: (emitter: string) => void): void => {
  const emitter = selectedOf(effectId)
  if (emitter) act(emitter)
}

const viewRuns = (effectId: string) => {
  const by =
    (px: number): Run =>
    ({ key }) =>
      withSelected(effectId, (emitter) => nudge(effectId, emitter, key, px))
  return { nudge: by(1), nudgeFar: by(10) }
}

/** What commands work on. */
interface EditorPlace {
  readonly effectId: string
  readonly driver: StageDriver | null
  readonly toShip: () => void
}

/** Opens a page of the column, or goes back to the Recipe. */
const page = (of: ColumnPage) => (): void => setColumn(useColumn.getState().page === of ? 'recipe' : of)

const PAGE_RUNS = { levers: page('levers'), effectPage: page('effect'), costs: page('cost') }

/** Takes and Explore. */
const tryingRuns = (effectNow: () => string) => ({
  takes: () => setTakes(({ open }) => ({ open: !open })),
  keepTake: () => void keepTake(effectNow()),
  otherTake: (_event: KeyboardEvent, down: boolean) => holdTake(down),
  beside: toggleMeant,
  explore: toggleExplore,
})

const toggleTracer = ({ driver, effectId }: EditorPlace): void =>
  setInspect((s) =>
    s.tracer
      ? { tracer: false, traced: null }
      : { tracer: true, traced: driver ? pickTypical(driver, selectedOf(effectId) ?? null) : null },
  )

const editorRuns = (place: RefObject<EditorPlace>) => {
  const driven =
    (act: (driver: StageDriver, event: KeyboardEvent) => void): Run =>
    (event) =>
      place.current.driver && act(place.current.driver, event)
  const selected =
    (act: (effect: string, emitter: string) => void): Run =>
    () =>
      withSelected(place.current.effectId, (emitter) => act(place.current.effectId, emitter))
  const held =
    (what: 'otherBlend' | 'otherGround' | 'without'): Run =>
    (_event, down) =>
      setInspect({ [what]: down })
  return {
    toShip: () => place.current.toShip(),
    copyLink: () => void copyLink(place.current.effectId, place.current.driver),
    ...PAGE_RUNS,
    ...tryingRuns(() => place.current.effectId),
    find: focusSearch,
    play: driven(togglePlay),
    start: driven((driver) => driver.seek(0)),
    tickBack: driven((driver) => stepBy(driver, -1)),
    tickOn: driven((driver) => stepBy(driver, 1)),
    tenBack: driven((driver) => stepBy(driver, -10)),
    tenOn: driven((driver) => stepBy(driver, 10)),
    again: () => setSession((s) => ({ loop: !s.loop })),
    handles: () => setSession((s) => ({ handles: !s.handles })),
    stageOnly: () => setSession((s) => ({ stageOnly: !s.stageOnly })),
    baked: (_event: KeyboardEvent, down: boolean) => holdBaked(place.current.effectId, down),
    playHere: (_event: KeyboardEvent, down: boolean) => {
      const { driver } = place.current
      if (driver) playAtPointer(driver, down)
    },
    nine: () => setSession((s) => ({ nine: !s.nine })),
    inScene: () => setSession((s) => ({ inScene: !s.inScene })),
    sprites: () => setSprites((s) => ({ open: !s.open })),
    frameAll: driven((driver) => fitStage(driver)),
    frameEmitter: driven((driver) => fitStage(driver, selectedOf(place.current.effectId))),
    zoom: driven((driver, { key }) => zoomTo(driver, Number(key))),
    mute: selected(toggleMute),
    muteSounds: toggleMuted,
    solo: selected(soloTracks),
    selectAll: () => void (chooseAllAtFocus() || selectAllTracks(place.current.effectId)),
    duplicate: selected(duplicateSelected),
    remove: selected(removeEmitter),
    tracer: () => toggleTracer(place.current),
    paths: () => setInspect((s) => ({ paths: !s.paths })),
    one: () => setInspect((s) => ({ one: !s.one })),
    otherBlend: held('otherBlend'),
    otherGround: held('otherGround'),
    reference: (_event: KeyboardEvent, down: boolean) => setSwapped(down),
    without: held('without'),
  }
}
