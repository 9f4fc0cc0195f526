import type { Camera } from '@gliv/player/renderers'
import { stageOf } from '../../preview/previewOptions.ts'
import { SurfaceLayer } from '../../scene/SurfaceLayer.tsx'
import { shownKit, useDocument } from '../../state/document.ts'
import { useSession } from '../../state/session.ts'
import { useDriver } from '../playback/shownEffect.ts'

/** What the effect meets on its stage, drawn under everything. */
export const Surfaces = ({ camera }: { camera: Camera }) => {
  const driver = useDriver()
  const preview = useSession((s) => s.preview)
  const handles = useSession((s) => s.handles)
  const kit = useDocument((s) => shownKit(s))
  const effect = driver?.simulation?.program.effect
  const around = driver?.scene?.around.stage.id
  const stageId = around ?? (kit && effect ? stageOf(effect, preview, kit) : undefined)
  const stage = stageId === undefined ? undefined : kit?.stages[stageId]
  if (!stage) return null
  const zoom = camera.zoom / window.devicePixelRatio
  return (
    <svg className="overlay" data-testid="surfaces">
      <g transform={`translate(${-camera.x * zoom} ${-camera.y * zoom}) scale(${zoom})`}>
        <SurfaceLayer surfaces={stage.surfaces} stageId={stage.id} zoom={zoom} handles={handles} />
      </g>
    </svg>
  )
}
