/** The animation as a game shows it, on the ground or before a stage. */
import type { Kit } from '@gliv/document'
import Pause from '@mui/icons-material/Pause'
import PlayArrow from '@mui/icons-material/PlayArrow'
import { useEffect, useRef } from 'react'
import { useAllBitmaps } from '../preview/bitmaps.ts'
import { Word } from '../shared/controls/words.tsx'
import { useBoxSize } from '../shared/hooks/useBoxSize.ts'
import { setSession, shownGround, type StageGround, useSession } from '../state/session.ts'
import type { ShownSheet } from '../workers/ship.worker.ts'
import { drawChecker, drawFrame, drawStage } from './drawFrame.ts'
import { type Look, seenAt, usePane } from './pane.ts'
import { setShipView, useShipView } from './shipView.ts'
import { WholeButton } from './WholeButton.tsx'

interface Props {
  readonly kit: Kit
  readonly sheet: ShownSheet | null
}

/** The clip that a frame belongs to. */
const clipAt = (sheet: ShownSheet, frame: number) =>
  sheet.clips.find(({ from, count }) => frame >= from && frame < from + count) ?? sheet.clips[0]!

/** Canvas px a texel, so that the whole frame is seen; whole numbers where it is enlarged. */
const fitScale = (w: number, h: number, width: number, height: number): number => {
  const most = Math.min(width / w, height / h) * 0.92
  return most >= 1 ? Math.min(8, Math.floor(most)) : most
}

/** How the frame lies in its box, px. @param zoom times the size of a texel; 0 as fits */
const placed = (w: number, h: number, width: number, height: number, zoom: number) => {
  const scale = zoom === 0 ? fitScale(w, h, width, height) : zoom
  return { scale, x: Math.round((width - w * scale) / 2), y: Math.round((height - h * scale) / 2) }
}

interface Drawn {
  readonly look: Look
  readonly sheet: ShownSheet
  readonly frame: number
  readonly zoom: number
  readonly ground: StageGround
}

/** Size of a whole frame as it is written. */
const wholeSize = (sheet: ShownSheet, frame: number) => {
  const clip = clipAt(sheet, frame)
  const by = 1 / sheet.draft
  return {
    w: clip.frame.w * by,
    h: clip.frame.h * by,
    pivot: { x: clip.pivot.x * by, y: clip.pivot.y * by },
    scale: clip.scale,
  }
}

const paint = (context: CanvasRenderingContext2D, kit: Kit, stageId: string | null, shown: Drawn): number => {
  const { sheet, frame, zoom, ground, look } = shown
  const { width, height } = context.canvas
  const { w, h, pivot, scale: drawnAt } = wholeSize(sheet, frame)
  const { scale, x, y } = seenAt(look, placed(w, h, width, height, zoom))
  const stage = stageId === null ? null : kit.stages[stageId]
  if (stage) {
    context.fillStyle = '#000000'
    context.fillRect(0, 0, width, height)
    drawStage(context, kit, stage, x + pivot.x * scale, y + pivot.y * scale, scale * drawnAt)
  } else if (ground === 'checker') drawChecker(context, '#7b8290', '#5d6470')
  else {
    context.fillStyle = shownGround(ground)
    context.fillRect(0, 0, width, height)
  }
  drawFrame(context, sheet, frame, x, y, scale)
  context.strokeStyle = 'rgb(255 255 255 / 60%)'
  context.beginPath()
  const [px, py] = [x + pivot.x * scale + 0.5, y + pivot.y * scale + 0.5]
  context.moveTo(px - 6, py)
  context.lineTo(px + 6, py)
  context.moveTo(px, py - 6)
  context.lineTo(px, py + 6)
  context.stroke()
  return scale
}

const ZOOMS = [
  { value: '0', label: 'as fits' },
  ...[1, 2, 3, 4, 6, 8].map((zoom) => ({ value: String(zoom), label: `${zoom}×` })),
]
const GROUND_OPTIONS = [
  { value: 'dark', label: 'dark' },
  { value: 'middle', label: 'middle' },
  { value: 'light', label: 'light' },
  { value: 'checker', label: 'squares' },
]

const Choices = ({ kit }: { kit: Kit }) => {
  const zoom = useShipView((s) => s.zoom)
  const stage = useShipView((s) => s.stage)
  const ground = useSession((s) => s.ground)
  const options = [
    ...GROUND_OPTIONS,
    ...(ground.startsWith('#') ? [{ value: ground, label: ground }] : []),
    ...kit.stageOrder.map((id) => ({ value: `stage ${id}`, label: kit.stages[id]!.name })),
  ]
  return (
    <>
      <Word
        label="Zoom"
        value={String(zoom)}
        options={ZOOMS}
        onChoose={(value) => setShipView({ zoom: Number(value) })}
      />
      {' · on '}
      <Word
        label="Shown on"
        value={stage === null ? ground : `stage ${stage}`}
        options={options}
        onChoose={(value) => {
          if (value.startsWith('stage ')) return setShipView({ stage: value.slice(6) })
          setShipView({ stage: null })
          setSession({ ground: value as StageGround })
        }}
      />
    </>
  )
}

const ClipChoice = ({ sheet }: { sheet: ShownSheet }) => {
  const clip = useShipView((s) => s.clip)
  if (sheet.clips.length < 2) return null
  const options = sheet.clips.map(({ name, effect }, k) => ({ value: String(k), label: name || effect }))
  return (
    <>
      {' · '}
      <Word
        label="Clip"
        value={String(Math.min(clip, sheet.clips.length - 1))}
        options={options}
        onChoose={(value) => setShipView({ clip: Number(value), frame: sheet.clips[Number(value)]!.from })}
      />
    </>
  )
}

/** The left picture. */
export const ShipPicture = ({ kit, sheet }: Props) => {
  const ref = useRef<HTMLDivElement>(null)
  const box = useBoxSize(ref, 400, 300)
  const canvas = useRef<HTMLCanvasElement>(null)
  const { look, showWhole } = usePane(ref)
  const frame = useShipView((s) => s.frame)
  const playing = useShipView((s) => s.playing)
  const zoom = useShipView((s) => s.zoom)
  const stage = useShipView((s) => s.stage)
  const ground = useSession((s) => s.ground)
  const shown = sheet ? Math.min(frame, sheet.frames.length - 1) : 0
  const [width, height] = [Math.max(1, Math.floor(box.width)), Math.max(1, Math.floor(box.height))]
  const ready = useAllBitmaps(kit, stage !== null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (context && sheet) paint(context, kit, stage, { sheet, frame: shown, zoom, ground, look })
  }, [kit, sheet, shown, zoom, stage, ground, width, height, ready, look])
  const clip = sheet && clipAt(sheet, shown)
  return (
    <section className="ship-picture" aria-label="As the game shows it">
      <div ref={ref} className="ship-box">
        <canvas ref={canvas} width={width} height={height} data-testid="ship-animation" data-frame={shown} />
      </div>
      <p className="ship-caption">
        <button
          type="button"
          aria-label={playing ? 'Pause' : 'Play'}
          title="Space"
          onClick={() => setShipView({ playing: !playing })}
        >
          {playing ? <Pause fontSize="inherit" /> : <PlayArrow fontSize="inherit" />}
        </button>{' '}
        {clip && (
          <span>
            frame {shown - clip.from + 1} of {clip.count} ·{' '}
          </span>
        )}
        <Choices kit={kit} />
        {sheet && <ClipChoice sheet={sheet} />} <WholeButton look={look} onPress={showWhole} />
      </p>
    </section>
  )
}
