/** Layers and actors of a stage as quads, in the order in which they are drawn. Pure. */
import type { Kit } from '@gliv/document'
import type { ActorNow, Track } from '@gliv/scene'
import type { Actor, StageLayer, ViewRect } from '@gliv/model'
import { CELL, figureCell, POSE_RATE, WHITE } from './figures.ts'
import type { Quad } from '../shared/quads.ts'

/** Bands that a gradient is drawn in. */
const BANDS = 48

const mixed = (a: string, b: string, t: number): string => {
  const channel = (at: number): string => {
    const [from, to] = [Number.parseInt(a.slice(at, at + 2), 16), Number.parseInt(b.slice(at, at + 2), 16)]
    return Math.round(from + (to - from) * t)
      .toString(16)
      .padStart(2, '0')
  }
  return `#${channel(1)}${channel(3)}${channel(5)}`
}

/** Copies of a picture that cover what is seen, along the ways that it is tiled. */
const copiesOf = (from: number, length: number, size: number, tiled: boolean): number[] => {
  if (!tiled || size <= 0) return [0]
  const first = Math.floor(from / size)
  const last = Math.ceil((from + length) / size)
  return Array.from({ length: Math.min(64, Math.max(1, last - first)) }, (_, k) => first + k)
}

const pictureQuads = (kit: Kit, layer: StageLayer, seen: ViewRect, moveX: number, moveY: number): Quad[] => {
  const sheet = layer.sheet === null ? undefined : kit.sheets[layer.sheet]
  const frame = sheet?.frames[layer.frame]
  if (!sheet || !frame) return []
  const [w, h] = [frame.w * layer.scale, frame.h * layer.scale]
  const [left, top] = [layer.x + moveX - w / 2, layer.y + moveY - h / 2]
  const across = copiesOf(seen.x - left, seen.w, w, layer.tiled === 'x' || layer.tiled === 'both')
  const down = copiesOf(seen.y - top, seen.h, h, layer.tiled === 'y' || layer.tiled === 'both')
  return down.flatMap((row) =>
    across.map((column) => ({
      sheet: kit.sheetOrder.indexOf(sheet.id),
      x: left + column * w,
      y: top + row * h,
      w,
      h,
      tx: frame.x,
      ty: frame.y,
      tw: frame.w,
      th: frame.h,
    })),
  )
}

/**
 * A layer as quads.
 * @param seen world px that are on the screen
 * @param own number of the sheet of figures
 */
export const layerQuads = (kit: Kit, layer: StageLayer, seen: ViewRect, own: number): Quad[] => {
  const stay = 1 - layer.parallax
  const [moveX, moveY] = [(seen.x + seen.w / 2) * stay, (seen.y + seen.h / 2) * stay]
  if (layer.kind === 'picture') return pictureQuads(kit, layer, seen, moveX, moveY)
  if (layer.kind === 'colour') return [{ sheet: own, ...seen, ...WHITE, colour: layer.colour }]
  return Array.from({ length: BANDS }, (_, k) => ({
    sheet: own,
    x: seen.x,
    y: seen.y + (k * seen.h) / BANDS,
    w: seen.w,
    h: seen.h / BANDS + 0.6,
    ...WHITE,
    colour: mixed(layer.colour, layer.foot, k / (BANDS - 1)),
  }))
}

/** An actor as it stands: a frame of the clip of its state, else a plain figure. */
const standing = (kit: Kit, actor: Actor, now: ActorNow, tick: number, own: number): Quad | null => {
  if (now.state === 'gone') return null
  const seconds = (tick - now.since) / kit.rate
  const found = actor.clips[now.state]
  const sheet = found && kit.sheets[found.sheet]
  const clip = sheet?.clips.find(({ id }) => id === found?.clip)
  if (sheet && clip && clip.steps.length > 0) {
    const step = clip.steps[Math.floor(seconds * clip.fps) % clip.steps.length]!
    const frame = sheet.frames[step.frame]!
    return {
      sheet: kit.sheetOrder.indexOf(sheet.id),
      x: now.x - (now.facing === 1 ? frame.pivotX : frame.w - frame.pivotX),
      y: now.y - frame.pivotY,
      w: frame.w * now.facing,
      h: frame.h,
      tx: frame.x,
      ty: frame.y,
      tw: frame.w,
      th: frame.h,
    }
  }
  const scale = actor.numbers.height / 52
  const [w, h] = [CELL.w * scale, CELL.h * scale]
  const pose = Math.floor(seconds * POSE_RATE)
  const at = { x: now.x - w / 2, y: now.y - CELL.foot * scale, w: w * now.facing, h }
  return { sheet: own, ...at, ...figureCell(actor.kind, now.state, pose) }
}

/** The pictures of itself that an actor left behind, the oldest first. */
const afterImages = (kit: Kit, actor: Actor, track: Track, tick: number, own: number): Quad[] => {
  const { afterImage } = actor
  if (!afterImage) return []
  const step = Math.max(1, Math.round(afterImage.every * kit.rate))
  return Array.from({ length: afterImage.count }, (_, k) => afterImage.count - k).flatMap((k): Quad[] => {
    // They stay where they were left: on whole steps of the clock.
    const at = Math.floor(tick / step) * step - (k - 1) * step
    const then = at < 0 || at === tick ? null : track.actorAt(actor.id, at)
    if (!then || (afterImage.during !== null && then.state !== afterImage.during)) return []
    const quad = standing(kit, actor, then, at, own)
    const opacity = afterImage.opacity * (1 - (tick - at) / ((afterImage.count + 1) * step))
    return quad ? [{ ...quad, colour: afterImage.tint, opacity: Math.max(0, opacity) }] : []
  })
}

/** The still picture that an actor left where a state began. */
const silhouetteOf = (kit: Kit, actor: Actor, track: Track, tick: number, own: number): Quad[] => {
  const { silhouette } = actor
  if (!silhouette) return []
  const at = track.lastBegin(actor.id, silhouette.at, tick)
  if (at === undefined || at === tick || tick - at > silhouette.seconds * kit.rate) return []
  const then = track.actorAt(actor.id, Math.max(0, at - 1))
  const quad = then && standing(kit, actor, then, at - 1, own)
  return quad ? [{ ...quad, colour: silhouette.tint, opacity: silhouette.opacity }] : []
}

/** An actor with what it leaves behind, from the far to the near. */
export const actorQuads = (kit: Kit, actor: Actor, track: Track, tick: number, own: number): Quad[] => {
  const now = track.actorAt(actor.id, tick)
  if (!now) return []
  const quad = standing(kit, actor, now, tick, own)
  return [
    ...silhouetteOf(kit, actor, track, tick, own),
    ...afterImages(kit, actor, track, tick, own),
    ...(quad ? [quad] : []),
  ]
}
