/** Frames on the stage: what the game's view shows, in each size that is looked at, and where weather wraps. */
import type { Emitter } from '@gliv/document'
import type { ViewRect } from '@gliv/model'
import { rectOf, useViews } from '../../document/shownView.ts'
import type { Camera } from '@gliv/player/renderers'
import { usesView } from './outlines.tsx'

const Frame = ({
  rect,
  camera,
  zoom,
  label,
}: {
  rect: ViewRect
  camera: Camera
  zoom: number
  label: string | null
}) => {
  const [x, y] = [(rect.x - camera.x) * zoom, (rect.y - camera.y) * zoom]
  return (
    <g className="view-frame" data-testid="view-frame">
      <rect x={x} y={y} width={rect.w * zoom} height={rect.h * zoom} />
      {label && (
        <text x={x + 4} y={y - 4}>
          {label}
        </text>
      )}
    </g>
  )
}

/**
 * The chosen view is drawn while something of the emitter depends on it, or when others are shown beside it; a
 * rectangle to wrap in whenever there is one.
 */
export const ViewFrames = ({ camera, zoom, emitter }: { camera: Camera; zoom: number; emitter: Emitter }) => {
  const { chosen, beside } = useViews()
  const { wrap, wrapIn, numbers } = emitter
  const box = wrap !== 'none' && wrapIn === 'box'
  const [w, h] = [numbers.wrapWidth, numbers.wrapHeight]
  const labelled = beside.length > 0
  const views = chosen && (labelled || usesView(emitter)) ? [chosen, ...beside] : beside
  return (
    <>
      {views.map((view) => (
        <Frame
          key={view.id}
          rect={rectOf(view)}
          camera={camera}
          zoom={zoom}
          label={labelled ? `${view.name} ${view.w} × ${view.h}` : null}
        />
      ))}
      {box && (
        <Frame rect={{ x: -w / 2, y: -h / 2, w, h }} camera={camera} zoom={zoom} label="comes in again" />
      )}
    </>
  )
}
