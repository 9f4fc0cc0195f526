import useMediaQuery from '@mui/material/useMediaQuery'
import { lazy, memo, type ReactNode, Suspense, useEffect, useLayoutEffect, useMemo, useRef } from 'react'
import { Group, Panel, Separator } from 'react-resizable-panels'
import { useParams } from 'react-router'
import { NumberMenu } from './fields/NumberMenu.tsx'
import { useDocument } from '../state/document.ts'
import { type ColumnPage, setColumn, useColumn } from '../state/column.ts'
import { usePanels } from '../shared/hooks/usePanels.ts'
import { useEscape } from '../shared/keys/escape.ts'
import { noteOpened } from '../state/effectsPage.ts'
import { useExplore } from '../state/explore.ts'
import { setSession, useSession } from '../state/session.ts'
import { useSprites } from '../state/sprites.ts'
import { Guard } from '../frame/Guard.tsx'
import { NothingHere } from '../frame/NothingHere.tsx'
import { EditorContext, useSelectedEmitter } from './playback/shownEffect.ts'
import { EditorHeader } from './EditorHeader.tsx'
import { LeversPage } from './levers/LeversPage.tsx'
import { CostPage } from './page/CostPage.tsx'
import { EffectPage } from './page/EffectPage.tsx'
import { ComparePage } from './compare/ComparePage.tsx'
import { ExplorePage } from './compare/ExplorePage.tsx'
import { TakesRow, useTakesOf } from './compare/TakesRow.tsx'
import { Recipe } from './recipe/Recipe.tsx'
import { LifeStrip } from './strip/LifeStrip.tsx'
import { Stage } from './stage/Stage.tsx'
import { useStageDriver } from './stage/useStageDriver.ts'
import type { StageDriver } from './playback/driver.ts'
import { SceneRuler } from './timeline/SceneRuler.tsx'
import { Timeline } from './timeline/Timeline.tsx'
import { BakedLine } from './transport/BakedLine.tsx'
import { GameLine } from './transport/GameLine.tsx'
import { Transport } from './transport/Transport.tsx'
import { useAddress } from './useAddress.ts'
import { useEditorClip } from './useEditorClip.ts'
import { useEditorCommands } from './useEditorCommands.ts'
import './EffectEditor.css'

/** Adds the time after which the interface has followed an edit, too; only while edits are timed. */
const EditClock = ({ driver }: { driver: StageDriver | null }) => {
  const moment = useDocument((s) => s.moment)
  useLayoutEffect(() => driver?.markInterface(), [driver, moment])
  return null
}

const SpritesDrawer = lazy(() => import('../sprites/SpritesDrawer.tsx'))

/** Pictures are chosen for the selected emitter's particle type. */
const SpritesBeside = () => <SpritesDrawer typeId={useSelectedEmitter()?.type ?? null} />

export const EffectEditor = () => {
  const { effectId = '' } = useParams()
  const exists = useDocument((s) => s.kit?.effects[effectId] !== undefined)
  if (!exists)
    return (
      <NothingHere>
        This effect is not there any more. Undo brings it back if it was deleted here.
      </NothingHere>
    )
  return <Editor key={effectId} effectId={effectId} />
}

const WidthSeparator = () => (
  <Separator className="separator vertical" aria-label="Width of the column before it" />
)

/** What the column beside the stage shows. */
const PAGES: Readonly<Record<ColumnPage, () => ReactNode>> = {
  recipe: () => <Recipe />,
  levers: () => <LeversPage />,
  effect: () => <EffectPage />,
  cost: () => <CostPage />,
  compare: () => <ComparePage />,
  explore: () => <ExplorePage />,
}

const RecipeColumn = ({ effectId }: { effectId: string }) => {
  const page = useColumn((s) => s.page)
  return (
    <>
      <Panel id="panel-recipe" defaultSize="26%" minSize="296px" className="recipe-panel">
        <Guard what="The recipe" resetKey={effectId}>
          {PAGES[page]()}
        </Guard>
      </Panel>
      <WidthSeparator />
    </>
  )
}

const SpritesColumn = () => (
  <>
    <Panel id="panel-sprites" defaultSize="36%" minSize="330px">
      <Guard what="The sprites">
        <Suspense>
          <SpritesBeside />
        </Suspense>
      </Guard>
    </Panel>
    <WidthSeparator />
  </>
)

/** The stage with all that belongs to time below it. */
const View = ({
  effectId,
  canvasRef,
}: {
  effectId: string
  canvasRef: (canvas: HTMLCanvasElement | null) => void
}) => {
  const stageOnly = useSession((s) => s.stageOnly)
  const explores = useExplore((s) => s.open)
  // Rows of variations need the height.
  const tall = stageOnly || explores
  return (
    <div className="view">
      {!stageOnly && (
        <Guard what="The takes" resetKey={effectId}>
          <TakesRow />
        </Guard>
      )}
      <Group
        orientation="vertical"
        className="view-group"
        {...usePanels('view', tall ? ['panel-stage'] : ['panel-stage', 'panel-timeline'])}
      >
        <Panel id="panel-stage" minSize="120px">
          <Guard what="The stage" resetKey={effectId}>
            <Stage canvasRef={canvasRef} />
          </Guard>
        </Panel>
        {!tall && (
          <>
            <Separator className="separator horizontal" aria-label="Height of the stage" />
            <Panel
              id="panel-timeline"
              defaultSize="208px"
              minSize="90px"
              groupResizeBehavior="preserve-pixel-size"
            >
              <Guard what="The timeline" resetKey={effectId}>
                <Transport />
                <GameLine />
                <BakedLine />
                <SceneRuler />
                <Timeline />
              </Guard>
            </Panel>
          </>
        )}
      </Group>
      {tall && <Transport />}
      {!tall && (
        <Guard what="The life strip" resetKey={effectId}>
          <LifeStrip />
        </Guard>
      )}
    </div>
  )
}

/** Goes on as it is while only the rest of the address changes. */
const Editor = memo(({ effectId }: { effectId: string }) => {
  const { driver, canvasRef } = useStageDriver(effectId)
  const context = useMemo(() => ({ effectId, driver }), [effectId, driver])
  const stageOnly = useSession((s) => s.stageOnly)
  const sprites = useSprites((s) => s.open)
  // Where there is no room for both, the sprites take the Recipe's place.
  const narrow = useMediaQuery('(max-width: 1200px)')
  const recipeShown = !stageOnly && !(sprites && narrow)
  const spritesShown = sprites && !stageOnly
  const panels = usePanels('editor', [
    ...(recipeShown ? ['panel-recipe'] : []),
    ...(spritesShown ? ['panel-sprites'] : []),
    'panel-view',
  ])
  useEditorCommands(effectId, driver)
  useTakesOf(effectId)
  useEditorClip(effectId, driver)
  const kitId = useDocument((s) => s.kit?.id)
  useEffect(() => void (kitId !== undefined && noteOpened(kitId, effectId)), [kitId, effectId])
  useAddress(effectId, driver)
  // A page of the column is gone with the effect that it was opened for.
  useEffect(() => () => setColumn('recipe'), [effectId])
  const place = useRef<HTMLDivElement>(null)
  useEscape(stageOnly, place, () => setSession({ stageOnly: false }))
  const name = useDocument((s) => s.kit?.effects[effectId]?.name)
  useEffect(() => void (document.title = `${name ?? ''} · Gliv`), [name])
  return (
    <EditorContext value={context}>
      <EditClock driver={driver} />
      <div ref={place} className={stageOnly ? 'editor stage-only' : 'editor'}>
        <EditorHeader />
        <NumberMenu />
        <main className="editor-main">
          <h1 className="only-read">{name}</h1>
          <Group orientation="horizontal" className="editor-body" {...panels}>
            {recipeShown && <RecipeColumn effectId={effectId} />}
            {spritesShown && <SpritesColumn />}
            <Panel id="panel-view" minSize="240px">
              <View effectId={effectId} canvasRef={canvasRef} />
            </Panel>
          </Group>
        </main>
      </div>
    </EditorContext>
  )
})
