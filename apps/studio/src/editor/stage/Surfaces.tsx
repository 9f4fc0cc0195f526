import type { Surface, SurfaceKind } from '@gliv/model'
import type { Camera } from '@gliv/player'
import { useSession } from '../../state/session.ts'
import { useDocument } from '../../state/document.ts'
import { useDriver } from '../playback/shownEffect.ts'
import { surfacesOn } from '../../preview/previewOptions.ts'
import './Surfaces.css'

type Outline<K extends SurfaceKind> = (surface: Extract<Surface, { kind: K }>) => string

/** World pixels. */
const OUTLINES: { readonly [K in SurfaceKind]: Outline<K> } = {
  segment: ({ x1, y1, x2, y2 }) => `M ${x1} ${y1} L ${x2} ${y2}`,
  box: ({ x, y, w, h }) => `M ${x} ${y} h ${w} v ${h} h ${-w} Z`,
  circle: ({ x, y, r }) => `M ${x - r} ${y} a ${r} ${r} 0 1 0 ${2 * r} 0 a ${r} ${r} 0 1 0 ${-2 * r} 0`,
  polygon: ({ points }) => `M ${points.map(([x, y]) => `${x} ${y}`).join(' L ')} Z`,
  tiles: ({ x, y, size, rows }) =>
    rows
      .flatMap((row, r) =>
        [...row].flatMap((tile, c) =>
          tile === '#'
            ? [`M ${x + c * size} ${y + r * size} h ${size} v ${size} h ${-size} Z`]
            : tile === '-'
              ? [`M ${x + c * size} ${y + r * size} h ${size}`]
              : [],
        ),
      )
      .join(' '),
}

export const outlineOf = (surface: Surface): string =>
  (OUTLINES[surface.kind] as (surface: Surface) => string)(surface)

/** What the effect meets on its stage, drawn under everything. */
export const Surfaces = ({ camera }: { camera: Camera }) => {
  const driver = useDriver()
  const preview = useSession((s) => s.preview)
  const kit = useDocument((s) => s.kit)
  const effect = driver?.simulation?.program.effect
  if (!kit || !effect) return null
  const surfaces = surfacesOn(effect, preview, kit)
  if (surfaces.length === 0) return null
  const zoom = camera.zoom / window.devicePixelRatio
  return (
    <svg className="overlay" aria-hidden data-testid="surfaces">
      <g transform={`translate(${-camera.x * zoom} ${-camera.y * zoom}) scale(${zoom})`}>
        {surfaces.map((surface) => (
          <path
            key={surface.id}
            d={outlineOf(surface)}
            className={
              surface.oneWay ? 'surface one-way' : surface.kind === 'segment' ? 'surface line' : 'surface'
            }
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
    </svg>
  )
}
