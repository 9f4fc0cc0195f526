import type { Camera } from '@gliv/player/renderers'
import './Axes.css'

/** A quiet cross at the effect's origin. */
export const Axes = ({ camera }: { camera: Camera }) => {
  const scale = window.devicePixelRatio
  return (
    <svg className="overlay" aria-hidden>
      <g
        transform={`translate(${(-camera.x * camera.zoom) / scale} ${(-camera.y * camera.zoom) / scale})`}
        className="origin-cross"
      >
        <path d="M -7 0 H 7 M 0 -7 V 7" />
      </g>
    </svg>
  )
}
