import Pause from '@mui/icons-material/Pause'
import PlayArrow from '@mui/icons-material/PlayArrow'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { type Clip, clipFrames, type Sheet } from '@gliv/document'
import { useEffect, useRef, useState } from 'react'
import { useGround } from './PictureView.tsx'
import { roundLength, timeAt } from './sheets/clips.ts'
import { useBitmap } from '../preview/bitmaps.ts'
import './ClipPlayer.css'

/** Side of the zoomed picture, px. */
const LARGE = 132

/** One frame at a place, its pivot on the middle. */
const put = (
  context: CanvasRenderingContext2D,
  bitmap: ImageBitmap,
  sheet: Sheet,
  frame: number,
  middle: number,
  zoom: number,
  alpha: number,
): void => {
  const f = sheet.frames[frame]
  if (!f) return
  context.globalAlpha = alpha
  context.imageSmoothingEnabled = sheet.sampling === 'smooth'
  context.drawImage(
    bitmap,
    f.x,
    f.y,
    f.w,
    f.h,
    Math.round(middle - (f.w / 2) * zoom),
    Math.round(middle - (f.h / 2) * zoom),
    f.w * zoom,
    f.h * zoom,
  )
}

interface Showing {
  readonly sheet: Sheet
  readonly clip: Clip
  readonly bitmap: ImageBitmap | null
  readonly ground: string
}

/** The clip's frame at a place of its order, with those before and after under it when they are asked for. */
const drawClip = (
  canvas: HTMLCanvasElement | null,
  { sheet, clip, bitmap, ground }: Showing,
  at: number,
  zoom: number,
  onion: boolean,
): void => {
  const context = canvas?.getContext('2d')
  if (!context || !canvas || !bitmap) return
  const frames = clipFrames(clip)
  context.globalAlpha = 1
  context.fillStyle = ground
  context.fillRect(0, 0, canvas.width, canvas.height)
  const middle = canvas.width / 2
  for (const near of onion ? [at - 1, at + 1] : [])
    put(context, bitmap, sheet, frames[near] ?? -1, middle, zoom, 0.28)
  put(context, bitmap, sheet, frames[at]!, middle, zoom, 1)
}

/** Calls `draw` with the place in the clip's order at each picture of the screen. */
const useClipTime = (clip: Clip, playing: boolean, draw: (at: number) => void): void => {
  const seconds = useRef(0)
  const latest = useRef(draw)
  useEffect(() => void (latest.current = draw))
  useEffect(() => {
    let request = 0
    let last = performance.now()
    const tick = (now: number): void => {
      request = requestAnimationFrame(tick)
      if (playing) seconds.current += (now - last) / 1000
      last = now
      // A clip that plays once is shown again after a breath.
      const round = roundLength(clip) / clip.fps
      if (clip.play === 'once' && seconds.current > round + 0.5) seconds.current = 0
      latest.current(timeAt(clip, seconds.current))
    }
    request = requestAnimationFrame(tick)
    return () => cancelAnimationFrame(request)
  }, [clip, playing])
}

/**
 * The clip running, at true size and zoomed; onion view lays the frames before and after under the present
 * one.
 */
export const ClipPlayer = ({ sheet, clip }: { sheet: Sheet; clip: Clip }) => {
  const bitmap = useBitmap(sheet)
  const ground = useGround(bitmap)
  const [playing, setPlaying] = useState(true)
  const [onion, setOnion] = useState(false)
  const large = useRef<HTMLCanvasElement>(null)
  const small = useRef<HTMLCanvasElement>(null)
  const frames = clipFrames(clip)
  const side = Math.max(...frames.map((k) => Math.max(sheet.frames[k]?.w ?? 1, sheet.frames[k]?.h ?? 1)))
  const zoom = Math.max(0.05, LARGE / side >= 1 ? Math.floor(LARGE / side) : LARGE / side)
  useClipTime(clip, playing, (at) => {
    const showing = { sheet, clip, bitmap, ground }
    drawClip(large.current, showing, at, zoom, onion)
    drawClip(small.current, showing, at, 1, false)
  })
  return (
    <div className="clip-player">
      <canvas ref={large} width={LARGE} height={LARGE} aria-label={`${clip.name}, zoomed`} />
      <div className="clip-player-side">
        <canvas
          ref={small}
          width={Math.min(LARGE, side + 8)}
          height={Math.min(LARGE, side + 8)}
          aria-label={`${clip.name} at true size`}
        />
        <span className="soft">true size</span>
        <IconButton
          size="small"
          aria-label={playing ? 'Pause the clip' : 'Play the clip'}
          onClick={() => setPlaying(!playing)}
        >
          {playing ? <Pause fontSize="small" /> : <PlayArrow fontSize="small" />}
        </IconButton>
        <label className="check-row">
          <Checkbox size="small" checked={onion} onChange={(event) => setOnion(event.target.checked)} /> Onion
        </label>
      </div>
    </div>
  )
}
