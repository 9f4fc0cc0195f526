/** The canvas, and the pack that plays on it. */
import { type LoadedPack, loadPack, Player } from '@gliv/player'
import type { LastFerry } from '../art/lastFerry.ts'
import artUrl from '../art/art.png'
import { CanvasPainter } from '../view/canvasPainter.ts'
import { GlPainter } from '../view/glPainter.ts'
import type { Painter } from '../view/painter.ts'

/** Effects without an end stand still this far outside of the picture, world px. */
const SLEEP = 700

export type FerryPlayer = Player<LastFerry>

export class Show {
  readonly canvas: HTMLCanvasElement
  readonly painter: Painter
  readonly #target: WebGL2RenderingContext | CanvasRenderingContext2D
  player: FerryPlayer | null = null
  /** Told of each new player. */
  onPlayer: (player: FerryPlayer, pack: LoadedPack) => void = () => undefined
  #audio: AudioContext | null = null

  private constructor(canvas: HTMLCanvasElement, image: ImageBitmap) {
    this.canvas = canvas
    const gl = canvas.getContext('webgl2', { alpha: false, antialias: false })
    this.#target = gl ?? canvas.getContext('2d', { alpha: false })!
    this.painter = gl
      ? new GlPainter(gl, image)
      : new CanvasPainter(this.#target as CanvasRenderingContext2D, image)
  }

  static async open(canvas: HTMLCanvasElement): Promise<Show> {
    const answer = await fetch(artUrl)
    return new Show(canvas, await createImageBitmap(await answer.blob(), { premultiplyAlpha: 'none' }))
  }

  /** Plays a pack from now on; what cannot be read is refused in words, and the one before goes on. */
  async load(source: string | Blob): Promise<void> {
    const pack = await loadPack(source)
    const before = this.player
    const player: FerryPlayer = new Player(this.#target, pack, { sleepBeyond: SLEEP })
    before?.dispose()
    this.player = player
    if (this.#audio) await player.sound(this.#audio)
    this.onPlayer(player, pack)
  }

  /** A browser lets nothing sound before the first press. */
  async hear(): Promise<void> {
    if (this.#audio || !this.player) return
    this.#audio = new AudioContext()
    await this.player.sound(this.#audio)
  }

  /** As many pixels as the screen has there. */
  fit(): void {
    const { canvas } = this
    const ratio = Math.min(2, devicePixelRatio)
    const [w, h] = [Math.round(canvas.clientWidth * ratio) || 1, Math.round(canvas.clientHeight * ratio) || 1]
    if (canvas.width !== w) canvas.width = w
    if (canvas.height !== h) canvas.height = h
  }
}
