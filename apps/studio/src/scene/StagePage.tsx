/** A stage on a page of its own: what it is made of on the left, its picture on the right, time below. */
import Button from '@mui/material/Button'
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'
import { Group, Panel, Separator } from 'react-resizable-panels'
import { Link, useNavigate, useParams } from 'react-router'
import { deleteStage } from '@gliv/document'
import { keyBit, type StageRecording } from '@gliv/model'
import { NameField } from '../document/NameField.tsx'
import { usePanels } from '../shared/hooks/usePanels.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { NothingHere } from '../frame/NothingHere.tsx'
import { Guard } from '../frame/Guard.tsx'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { setSession } from '../state/session.ts'
import { useStageClip } from './chosenSurfaces.ts'
import type { SceneDriver } from './sceneDriver.ts'
import { SceneTimeline } from './SceneTimeline.tsx'
import { StageColumn } from './StageColumn.tsx'
import { StagePicture } from './StagePicture.tsx'
import { PLAY_KEYS } from './texts.ts'
import { editStage, StageContext, useDriverOf, useRecording, useShownScene, useStage } from './useStage.ts'
import './StagePage.css'

type Run = Pick<StageRecording, 'ticks' | 'presses'>

/** Keys belong to the actors until Escape; shortcuts with Ctrl go on. */
const usePlayKeys = (driver: SceneDriver | null, onEnd: (run: Run | null) => void) => {
  const held = useRef(0)
  const { live } = useShownScene()
  useEffect(() => {
    if (!live || !driver) return
    held.current = 0
    const press = (down: boolean) => (event: globalThis.KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey) return
      if (down && event.key === 'Escape') onEnd(driver.stopLive())
      const key = PLAY_KEYS[event.key] ?? PLAY_KEYS[event.key.toLowerCase()]
      if (!key && event.key !== 'Escape') return
      event.preventDefault()
      event.stopImmediatePropagation()
      if (!key) return
      held.current = down ? held.current | keyBit(key) : held.current & ~keyBit(key)
      driver.setKeys(held.current)
    }
    const [down, up] = [press(true), press(false)]
    const lost = (): void => driver.setKeys((held.current = 0))
    window.addEventListener('keydown', down, true)
    window.addEventListener('keyup', up, true)
    window.addEventListener('blur', lost)
    return () => {
      window.removeEventListener('keydown', down, true)
      window.removeEventListener('keyup', up, true)
      window.removeEventListener('blur', lost)
    }
  }, [live, driver, onEnd])
  return live
}

/** What is offered after a run: to keep it under a name. */
const KeepRun = ({ run, onDone }: { run: Run; onDone: () => void }) => {
  const stage = useStage()
  if (!stage) return null
  const keep = (): void => {
    const id = makeId('recording')
    const name = `Run ${(stage.recordings?.length ?? 0) + 1}`
    editStage(
      stage.id,
      `Keep ${name}`,
      (draft) => void (draft.recordings = [...(draft.recordings ?? []), { id, name, ...run }]),
    )
    setSession((s) => ({ recordings: { ...s.recordings, [stage.id]: id } }))
    onDone()
  }
  return (
    <>
      <Button variant="contained" onClick={keep}>
        Keep this run
      </Button>
      <Button variant="outlined" onClick={onDone}>
        Forget it
      </Button>
    </>
  )
}

interface HeaderProps {
  readonly driver: SceneDriver | null
  readonly run: Run | null
  readonly setRun: (run: Run | null) => void
}

const Actions = ({ driver, run, setRun }: HeaderProps) => {
  const stage = useStage()
  const navigate = useNavigate()
  const kitId = useDocument((s) => s.kit?.id)
  const live = usePlayKeys(driver, setRun)
  if (!stage) return null
  if (live)
    return (
      <b role="status">Arrows walk, Z jumps, X dashes, V attacks, C is hurt, T teleports; Escape ends it</b>
    )
  if (run) return <KeepRun run={run} onDone={() => setRun(null)} />
  const remove = (): void => {
    edit(`Delete ${stage.name}`, (draft) => deleteStage(draft, stage.id))
    void navigate(`/kit/${kitId}`)
  }
  return (
    <>
      <Button onClick={remove}>Delete</Button>
      <Button
        variant="contained"
        title="Keys move the actors until Escape; every run can be kept"
        onClick={() => driver?.startLive()}
      >
        Play it yourself
      </Button>
    </>
  )
}

const Header = (props: HeaderProps) => {
  const stage = useStage()
  const kit = useDocument((s) => s.kit)
  if (!stage || !kit) return null
  return (
    <AppHeader
      crumbs={
        <>
          <Link to={`/kit/${kit.id}`} className="crumb" title={kit.name}>
            {kit.name}
          </Link>
          <span aria-hidden>›</span>
          <NameField
            className="name-field effect-name"
            label="Stage name"
            read={(k) => k.stages[stage.id]?.name}
            write={(k, name) => void (k.stages[stage.id]!.name = name)}
          />
          <small className="soft">stage</small>
        </>
      }
      actions={<Actions {...props} />}
    />
  )
}

/** Space plays, brackets step; where no field or button has the key. */
const useTimeKeys = (driver: SceneDriver | null) => {
  const { playing } = useShownScene()
  return (event: KeyboardEvent): void => {
    const isField = event.target instanceof HTMLInputElement || event.target instanceof HTMLButtonElement
    const by = { '[': -1, ']': 1, '{': -10, '}': 10 }[event.key]
    if (isField || (event.key !== ' ' && by === undefined)) return
    event.preventDefault()
    if (by !== undefined) {
      driver?.pause()
      driver?.seek(driver.shown.tick + by)
    } else if (playing) driver?.pause()
    else driver?.play()
  }
}

const Body = ({
  driver,
  canvasRef,
}: {
  driver: SceneDriver | null
  canvasRef: (canvas: HTMLCanvasElement | null) => void
}) => {
  const stage = useStage()
  const [chosenActor, setActor] = useState<string | null>(null)
  const [surface, setSurface] = useState<string | null>(null)
  const actor = stage?.actors?.find(({ id }) => id === chosenActor)?.id ?? stage?.actors?.[0]?.id ?? null
  const onKeyDown = useTimeKeys(driver)
  useStageClip(stage?.id ?? '')
  return (
    <main className="stage-main" onKeyDown={onKeyDown}>
      <h1 className="only-read">Stage {stage?.name}</h1>
      <Group orientation="horizontal" {...usePanels('stage', ['stage-column', 'stage-view'])}>
        <Panel
          id="stage-column"
          defaultSize="340px"
          minSize="260px"
          groupResizeBehavior="preserve-pixel-size"
        >
          <StageColumn actor={actor} setActor={setActor} surface={surface} setSurface={setSurface} />
        </Panel>
        <Separator className="separator vertical" aria-label="Width of the column" />
        <Panel id="stage-view" minSize="260px">
          <Group orientation="vertical" {...usePanels('stage-view', ['stage-picture', 'stage-time'])}>
            <Panel id="stage-picture" minSize="120px">
              <Guard what="The stage">
                <StagePicture
                  driver={driver}
                  canvasRef={canvasRef}
                  actor={actor}
                  chosen={surface}
                  onChoose={setSurface}
                />
              </Guard>
            </Panel>
            <Separator className="separator horizontal" aria-label="Height of the picture" />
            <Panel
              id="stage-time"
              defaultSize="190px"
              minSize="60px"
              groupResizeBehavior="preserve-pixel-size"
            >
              <SceneTimeline />
            </Panel>
          </Group>
        </Panel>
      </Group>
    </main>
  )
}

const Stage = ({ stageId }: { stageId: string }) => {
  const outer = useMemo(() => ({ stageId, driver: null }), [stageId])
  return (
    <StageContext value={outer}>
      <WithDriver stageId={stageId} />
    </StageContext>
  )
}

const WithDriver = ({ stageId }: { stageId: string }) => {
  const recording = useRecording()
  const { driver, canvasRef } = useDriverOf(stageId, recording)
  const [run, setRun] = useState<Run | null>(null)
  const value = useMemo(() => ({ stageId, driver }), [stageId, driver])
  const name = useStage()?.name
  useEffect(() => void (document.title = `${name ?? ''} · Gliv`), [name])
  return (
    <StageContext value={value}>
      <div className="stage-page">
        <Header driver={driver} run={run} setRun={setRun} />
        <Body driver={driver} canvasRef={canvasRef} />
      </div>
    </StageContext>
  )
}

/** `/kit/…/stage/…` */
export const StagePage = () => {
  const { stageId = '' } = useParams()
  const exists = useDocument((s) => s.kit?.stages[stageId] !== undefined)
  return exists ? (
    <Stage key={stageId} stageId={stageId} />
  ) : (
    <NothingHere>This stage is not there any more. Undo brings it back if it was deleted here.</NothingHere>
  )
}
