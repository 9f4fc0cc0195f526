/** A frame of a sheet as a game draws it, and the stage that it stands before, on canvases of two dimensions. */
import type { Kit, Stage } from '@gliv/document'
import { layerQuads } from '../scene/backdrop.ts'
import { sheetImages } from '../shared/sheetImages.ts'
import type { ShownSheet } from '../workers/ship.worker.ts'

type Context = CanvasRenderingContext2D

/** Draws frame `k` so that its left top corner lies at (x, y); `scale` is in canvas px a texel as it is written. */
export const drawFrame = (
  context: Context,
  sheet: ShownSheet,
  k: number,
  x: number,
  y: number,
  scale: number,
): void => {
  const frame = sheet.frames[k]
  if (!frame) return
  const page = sheet.pages[frame.page ?? 0]!
  const by = scale / sheet.draft
  const at = [
    frame.x,
    frame.y,
    frame.w,
    frame.h,
    x + frame.offsetX * by,
    y + frame.offsetY * by,
    frame.w * by,
    frame.h * by,
  ] as const
  context.imageSmoothingEnabled = by < 1
  context.drawImage(page.main, ...at)
  if (!page.light) return
  context.globalCompositeOperation = 'lighter'
  context.drawImage(page.light, ...at)
  context.globalCompositeOperation = 'source-over'
}

/** The layers of a stage, its world's origin at (x, y). */
export const drawStage = (
  context: Context,
  kit: Kit,
  stage: Stage,
  x: number,
  y: number,
  scale: number,
): void => {
  const { width, height } = context.canvas
  const seen = { x: -x / scale, y: -y / scale, w: width / scale, h: height / scale }
  const own = kit.sheetOrder.length
  context.imageSmoothingEnabled = false
  for (const layer of stage.layers ?? [])
    for (const quad of layerQuads(kit, layer, seen, own)) {
      context.globalAlpha = quad.opacity ?? 1
      const to = [x + quad.x * scale, y + quad.y * scale, quad.w * scale, quad.h * scale] as const
      const sheet = kit.sheets[kit.sheetOrder[quad.sheet] ?? '']
      const image = sheet && sheetImages.get(sheet.picture)
      if (image) context.drawImage(image, quad.tx, quad.ty, quad.tw, quad.th, ...to)
      else if (!sheet) {
        context.fillStyle = quad.colour ?? '#ffffff'
        context.fillRect(...to)
      }
    }
  context.globalAlpha = 1
}

const CELL = 8
/** Squares that show where nothing is. */
export const drawChecker = (context: Context, light: string, dark: string): void => {
  const { width, height } = context.canvas
  context.fillStyle = dark
  context.fillRect(0, 0, width, height)
  context.fillStyle = light
  for (let y = 0; y < height; y += CELL)
    for (let x = (y / CELL) % 2 === 0 ? 0 : CELL; x < width; x += CELL * 2) context.fillRect(x, y, CELL, CELL)
}
