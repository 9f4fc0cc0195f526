/** The sheet as it will be written: its pages, the places of its frames, what it costs. */
import { useEffect, useRef } from 'react'
import { useBoxSize } from '../shared/hooks/useBoxSize.ts'
import type { ShownSheet } from '../workers/ship.worker.ts'
import { drawChecker } from './drawFrame.ts'
import { bytesText } from '../shared/bytesText.ts'
import { type Look, seenAt, usePane } from './pane.ts'
import { setShipView, useShipView } from './shipView.ts'
import { WholeButton } from './WholeButton.tsx'

/** How the page lies in its box, px. */
const placed = (w: number, h: number, width: number, height: number) => {
  const scale = Math.min(width / w, height / h, 4)
  return { scale, x: Math.floor((width - w * scale) / 2), y: Math.floor((height - h * scale) / 2) }
}

const paint = (
  context: CanvasRenderingContext2D,
  sheet: ShownSheet,
  page: number,
  shown: number,
  look: Look,
): void => {
  const { main, light, w, h } = sheet.pages[page]!
  const { width, height } = context.canvas
  const { scale, x, y } = seenAt(look, placed(w, h, width, height))
  drawChecker(context, '#20242f', '#191c25')
  context.imageSmoothingEnabled = scale < 1
  context.drawImage(main, x, y, w * scale, h * scale)
  if (light) {
    context.globalCompositeOperation = 'lighter'
    context.drawImage(light, x, y, w * scale, h * scale)
    context.globalCompositeOperation = 'source-over'
  }
  context.strokeStyle = 'rgb(255 255 255 / 35%)'
  context.strokeRect(x + 0.5, y + 0.5, w * scale - 1, h * scale - 1)
  sheet.frames.forEach((frame, k) => {
    if ((frame.page ?? 0) !== page) return
    context.strokeStyle = k === shown ? '#ffb020' : 'rgb(255 255 255 / 22%)'
    context.lineWidth = k === shown ? 2 : 1
    context.strokeRect(
      x + frame.x * scale + 0.5,
      y + frame.y * scale + 0.5,
      frame.w * scale - 1,
      frame.h * scale - 1,
    )
  })
  context.lineWidth = 1
}

/** Texture memory of all pages, 4 bytes a texel; a draft is told as it will be. */
export const textureBytes = ({ pages, draft }: Pick<ShownSheet, 'pages' | 'draft'>): number =>
  pages.reduce((sum, { w, h, light }) => sum + (w * h * 4 * (light ? 2 : 1)) / (draft * draft), 0)

const captionOf = (sheet: ShownSheet): string => {
  const about = sheet.draft < 1 ? 'about ' : ''
  const sizes = sheet.pages
    .map(({ w, h }) => `${Math.round(w / sheet.draft)} × ${Math.round(h / sheet.draft)}`)
    .join(' + ')
  return `${about}${sizes} · ${Math.round(sheet.used * 100)} % used · ${bytesText(textureBytes(sheet))} of texture memory`
}

const Pages = ({ sheet, page }: { sheet: ShownSheet; page: number }) =>
  sheet.pages.length < 2 ? null : (
    <span role="group" aria-label="Pages">
      {sheet.pages.map((_, k) => (
        <button
          key={k}
          type="button"
          aria-pressed={k === page}
          aria-label={`Page ${k + 1}`}
          onClick={() => setShipView({ page: k })}
        >
          {k + 1}
        </button>
      ))}
    </span>
  )

/** The right picture. A press on a frame shows it. */
export const SheetPicture = ({ sheet }: { sheet: ShownSheet | null }) => {
  const ref = useRef<HTMLDivElement>(null)
  const box = useBoxSize(ref, 400, 300)
  const canvas = useRef<HTMLCanvasElement>(null)
  const { look, moved, showWhole } = usePane(ref)
  const frame = useShipView((s) => s.frame)
  const chosen = useShipView((s) => s.page)
  const page = sheet ? Math.min(chosen, sheet.pages.length - 1) : 0
  const [width, height] = [Math.max(1, Math.floor(box.width)), Math.max(1, Math.floor(box.height))]
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (context && sheet) paint(context, sheet, page, Math.min(frame, sheet.frames.length - 1), look)
  }, [sheet, page, frame, width, height, look])
  const press = (event: React.MouseEvent): void => {
    if (!sheet || moved.current) return
    const { w, h } = sheet.pages[page]!
    const { scale, x, y } = seenAt(look, placed(w, h, width, height))
    const [px, py] = [(event.nativeEvent.offsetX - x) / scale, (event.nativeEvent.offsetY - y) / scale]
    const hit = sheet.frames.findIndex(
      (one) =>
        (one.page ?? 0) === page && px >= one.x && py >= one.y && px < one.x + one.w && py < one.y + one.h,
    )
    if (hit >= 0) setShipView({ frame: hit, playing: false })
  }
  return (
    <section className="ship-picture" aria-label="The sheet">
      <div ref={ref} className="ship-box">
        <canvas ref={canvas} width={width} height={height} data-testid="ship-sheet" onClick={press} />
      </div>
      <p className="ship-caption">
        {sheet && <span data-testid="sheet-facts">{captionOf(sheet)}</span>}{' '}
        {sheet && <Pages sheet={sheet} page={page} />}
        <WholeButton look={look} onPress={showWhole} />
      </p>
    </section>
  )
}
