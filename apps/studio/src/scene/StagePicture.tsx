/** The stage's picture with its surfaces and points, and the tools that draw on it. */
import { type RefObject, useEffect, useRef, useState } from 'react'
import { useViews } from '../document/shownView.ts'
import type { Band } from '../shared/hooks/band.ts'
import { setWorkplace } from '../shared/keys/focus.ts'
import { ActorPoints } from './ActorPoints.tsx'
import { EventPlaces } from './EventPlaces.tsx'
import type { SceneDriver } from './sceneDriver.ts'
import { StageBar } from './StageBar.tsx'
import {
  type Drawing,
  useCardDrop,
  useDrawing,
  useFramed,
  usePastedScreenshot,
  usePlayPointer,
} from './stageHands.ts'
import { outlineOf, SurfaceLayer } from './SurfaceLayer.tsx'
import { drawn, isByPoints, type Tool } from './surfaceTools.ts'
import { useShownScene, useStage } from './useStage.ts'
import '../shared/Picture.css'
import './StagePicture.css'

/** What is being drawn, before it is a surface. */
const Sketch = ({ drawing, tool }: { drawing: Drawing; tool: Tool }) => {
  const { points, here } = drawing
  if (isByPoints(tool))
    return (
      <path className="surface-sketch" d={`M ${[...points, here].map((p) => p.join(' ')).join(' L ')}`} />
    )
  const surface = tool === 'move' ? null : drawn(tool, 'sketch', points[0]!, here)
  return (
    surface && <path className="surface-sketch" d={outlineOf(surface)} vectorEffect="non-scaling-stroke" />
  )
}

interface OverlayProps {
  readonly driver: SceneDriver
  readonly zoom: number
  readonly tool: Tool
  readonly chosen: string | null
  readonly onChoose: (id: string) => void
  readonly drawing: Drawing | null
  readonly band: Band | null
  readonly actor: string | null
}

/** Over the picture: the view's frame, surfaces, points, and what is being drawn. */
const Overlay = ({ driver, zoom, tool, chosen, onChoose, drawing, band, actor }: OverlayProps) => {
  const stage = useStage()
  const { chosen: view } = useViews()
  const { playing } = useShownScene()
  const { camera } = driver
  if (!stage) return null
  const hands = tool === 'move' && !playing
  return (
    <svg className="overlay" data-testid="stage-overlay">
      <g transform={`translate(${-camera.x * zoom} ${-camera.y * zoom}) scale(${zoom})`}>
        {view && (
          <rect
            className="stage-view"
            x={-view.w / 2}
            y={-view.h / 2}
            width={view.w}
            height={view.h}
            vectorEffect="non-scaling-stroke"
          />
        )}
        {!playing && (
          <SurfaceLayer
            surfaces={stage.surfaces}
            stageId={stage.id}
            zoom={zoom}
            handles={tool === 'move'}
            chosen={chosen}
            onChoose={onChoose}
          />
        )}
        {hands && <ActorPoints zoom={zoom} actor={actor} />}
        {hands && <EventPlaces zoom={zoom} />}
        {band && (
          <rect
            className="surface-sketch"
            x={band.x}
            y={band.y}
            width={band.w}
            height={band.h}
            vectorEffect="non-scaling-stroke"
          />
        )}
        {drawing && <Sketch drawing={drawing} tool={tool} />}
      </g>
    </svg>
  )
}

/** Keys go on here once something is typed. */
const useWorkplace = (frame: RefObject<HTMLDivElement | null>): void =>
  useEffect(() => (frame.current ? setWorkplace(frame.current) : undefined), [frame])

interface PictureProps {
  readonly driver: SceneDriver | null
  readonly canvasRef: (canvas: HTMLCanvasElement | null) => void
  /** Whose points are shown. */
  readonly actor: string | null
  /** The surface whose points are shown. */
  readonly chosen: string | null
  readonly onChoose: (surface: string | null) => void
}

export const StagePicture = ({ driver, canvasRef, actor, chosen, onChoose }: PictureProps) => {
  const stage = useStage()
  const frame = useRef<HTMLDivElement>(null)
  const [tool, setTool] = useState<Tool>('move')
  const { zoom, fit, turn } = useFramed(driver, frame)
  const { live } = useShownScene()
  const { drawing, band, onKeyDown, drop } = useDrawing(driver, frame, tool, turn, (id) => {
    setTool('move')
    onChoose(id)
  })
  const dropped = useCardDrop(driver, frame)
  usePlayPointer(driver, frame, live)
  useEffect(() => (live ? fit() : undefined), [live, fit])
  usePastedScreenshot(stage?.id)
  useWorkplace(frame)
  const take = (next: Tool): void => {
    drop()
    setTool(next)
    frame.current?.focus()
  }
  return (
    <div className="stage-picture">
      {!live && <StageBar tool={tool} setTool={take} zoom={zoom} onFit={fit} />}
      <div className="mat">
        <div
          className={['stage', tool === 'move' ? '' : 'drawing', live ? 'live' : ''].join(' ')}
          ref={frame}
          role="group"
          tabIndex={0}
          aria-label="The stage’s picture"
          data-testid="scene-picture"
          onKeyDown={onKeyDown}
          {...dropped}
        >
          <canvas ref={canvasRef} role="img" aria-label="The stage" />
          {driver && stage && !live && (
            <Overlay
              driver={driver}
              zoom={zoom}
              tool={tool}
              chosen={chosen}
              onChoose={onChoose}
              drawing={drawing}
              band={band}
              actor={actor}
            />
          )}
        </div>
      </div>
    </div>
  )
}
