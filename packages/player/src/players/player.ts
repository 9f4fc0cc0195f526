import { type Frame, type PackSheet, Refusal, type ViewRect } from '@gliv/model'
import { createRenderer, type DrawTarget } from '../draw/create.ts'
import {
  type Camera,
  type DrawPath,
  type Renderer,
  type RenderSheet,
  type SheetImage,
  shownBy,
  type Viewport,
} from '../draw/renderer.ts'
import { HeadlessPlayer, type HeadlessOptions } from './headlessPlayer.ts'
import { Hearing, type Voice } from '../hear/hearing.ts'
import { LoadedPack } from '../load/loadPack.ts'
import { loadModules } from '../load/modules.ts'
import type { EffectHandle } from '../play/effectHandle.ts'
import { INTERFACE, layerNamed } from '../play/layers.ts'
import { MergedFrame } from '../play/merged.ts'
import type { AnyNames, PackNames, PlayOptions } from '../play/options.ts'

/** How a player draws. */
export interface PlayerOptions extends HeadlessOptions {
  /** Asks for one way of drawing instead of the probe's choice. */
  readonly path?: DrawPath
  /** In a WebGL2 context of the game's own: each picture puts back the state that the game had set. */
  readonly restoreState?: boolean
}

const PLAIN_CAMERA: Camera = { x: 0, y: 0, zoom: 1 }

/** @throws Refusal for a camera that shows nothing */
const checkCamera = ({ x, y, zoom, rotation = 0 }: Camera): void => {
  if (![x, y, rotation].every(Number.isFinite) || !(zoom > 0 && zoom < Infinity))
    throw new Refusal(
      'camera',
      `it is ${JSON.stringify({ x, y, zoom, rotation })}; x, y and rotation must be finite and zoom over 0`,
    )
}

const checkGround = (ground: string | null | undefined): void => {
  if (typeof ground === 'string' ? !/^#[0-9a-f]{6}$/i.test(ground) : ground !== null && ground !== undefined)
    throw new Refusal(
      'draw',
      `the ground is ${JSON.stringify(ground)}; give a colour such as "#102030", null for transparent, or nothing to keep what is there`,
    )
}

/**
 * Plays a pack's effects on a canvas. The game calls `update` with the seconds since its last picture and
 * `draw` once
 * a picture; or `run` does both by itself.
 * @example
 * const player = new Player(canvas, await loadPack('last-ferry.glivpack.json'))
 * player.run()
 * player.play('Pier dust', { x: 120, y: 200 })
 */
export class Player<N extends PackNames = AnyNames> extends HeadlessPlayer<N> {
  /** How the interface is seen: pixels of the picture unless the game says otherwise. */
  interfaceCamera: Camera = PLAIN_CAMERA
  readonly #renderer: Renderer
  readonly #picture = new MergedFrame()
  /** Made when somebody wants to hear. */
  #hearing: Hearing | null = null
  #muted = false
  /** The pack's sheets, and after them pictures that took the place of some. */
  readonly #sheets: (RenderSheet | null)[]
  readonly #swapped = new Map<SheetImage, { sheet: number; users: number }>()
  /** How many of the sheets are the pack's own. */
  #packSheets: number
  #request = 0

  constructor(target: DrawTarget, pack: LoadedPack, options: PlayerOptions = {}) {
    super(pack, options)
    if (!(pack instanceof LoadedPack))
      throw new Refusal('pack', 'its pictures are not decoded; give what loadPack gives')
    this.#renderer = createRenderer(target, options.path, options.restoreState)
    this.#sheets = [...pack.sheets]
    this.#packSheets = pack.sheets.length
    this.#renderer.setSheets(pack.sheets)
  }

  /** The way of drawing that was chosen. */
  get path(): DrawPath {
    return this.#renderer.path
  }

  /** px of what is drawn to. @internal */
  get pictureSize(): readonly [w: number, h: number] {
    const { w, h } = this.#renderer.size
    return [w, h]
  }

  /** True while the graphics context is gone; drawing then does nothing, and goes on by itself. */
  get lost(): boolean {
    return this.#renderer.lost
  }

  /** The part of the target that is drawn to, in its pixels from the lower left corner; null for all of it. */
  get viewport(): Viewport | null {
    return this.#renderer.viewport
  }

  set viewport(viewport: Viewport | null) {
    if (viewport && !(viewport.w > 0 && viewport.h > 0 && Number.isFinite(viewport.x + viewport.y)))
      throw new Refusal(
        'viewport',
        `it is ${JSON.stringify(viewport)}; give x, y, w, h in pixels, w and h over 0, or null`,
      )
    this.#renderer.viewport = viewport
  }

  /** @internal */
  protected override started(handle: EffectHandle, { pictures }: PlayOptions): void {
    // However it ends, its loops end with it.
    handle.onEnd(() => this.#hearing?.release(handle))
    if (!pictures) return
    for (const [name, image] of Object.entries(pictures)) this.#checkSwap(name, image as SheetImage)
    const used = Object.entries(pictures).map(([name, image]) =>
      this.#swap(handle, name, image as SheetImage),
    )
    handle.onEnd(() => used.forEach((image) => this.#release(image)))
    this.#renderer.setSheets(this.#sheetList())
  }

  /** @internal */
  override takePack(pack: LoadedPack): void {
    const before = this.#loadedSheets
    super.takePack(pack)
    if (pack.sheets === before) return
    // Pictures that took the place of others stay behind the pack's own.
    const shift = pack.sheets.length - this.#packSheets
    for (const one of this.#swapped.values()) one.sheet += shift
    this.#sheets.splice(0, this.#packSheets, ...pack.sheets)
    this.#packSheets = pack.sheets.length
    for (const handle of this.handles) {
      handle.swaps.length = 0
      for (const [name, image] of Object.entries(handle.said.pictures ?? {})) {
        const sheet = pack.contents.sheets.find((one) => one.name === name || one.id === name)
        const known = this.#swapped.get(image as SheetImage)
        if (sheet && known) handle.swaps.push({ page: sheet.page, sheet: known.sheet, frames: sheet.frames })
      }
    }
    this.#renderer.setSheets(this.#sheetList())
  }

  #sheetList(): RenderSheet[] {
    // A place that nobody uses any more keeps its number.
    return this.#sheets.map((sheet) => sheet ?? this.#loadedSheets[0]!)
  }

  get #loadedSheets(): readonly RenderSheet[] {
    return (this.pack as LoadedPack).sheets
  }

  /** The sheet that a picture may take the place of. @throws Refusal */
  #checkSwap(name: string, image: SheetImage): PackSheet {
    const { sheets } = this.pack.contents
    const sheet = sheets.find((one) => one.name === name || one.id === name)
    if (!sheet)
      throw new Refusal(
        'pictures',
        `there is no sheet "${name}"; the pack has ${sheets.map((one) => one.name).join(', ')}`,
      )
    const { width, height } = (image ?? {}) as Partial<SheetImage>
    if (width !== sheet.width || height !== sheet.height)
      throw new Refusal(
        'pictures',
        `the picture for "${name}" is ${String(width)} × ${String(height)} px; it must be ${sheet.width} × ${sheet.height}, as the sheet is`,
      )
    return sheet
  }

  /** Another picture for a sheet of an effect. */
  #swap(handle: EffectHandle, name: string, image: SheetImage): SheetImage {
    const sheet = this.#checkSwap(name, image)
    const { width, height } = sheet
    let known = this.#swapped.get(image)
    if (!known) {
      const free = this.#sheets.indexOf(null)
      const place = free < 0 ? this.#sheets.length : free
      const { sampling } = this.pack.contents.pages[sheet.page]!
      this.#sheets[place] = { image, width, height, sampling }
      this.#swapped.set(image, (known = { sheet: place, users: 0 }))
    }
    known.users++
    handle.swaps.push({ page: sheet.page, sheet: known.sheet, frames: sheet.frames })
    return image
  }

  #release(image: SheetImage): void {
    const known = this.#swapped.get(image)
    if (!known || --known.users > 0) return
    this.#swapped.delete(image)
    this.#sheets[known.sheet] = null
  }

  /**
   * Lets the pack's sounds be heard: through a context, which a browser lets run after a press or a key, or by the
   * game's own voice, a function that is told of each sound and gives back what stops it. Resolves when they are
   * decoded; throws an error in words for one that cannot be.
   * @example button.onclick = () => player.sound(new AudioContext())
   */
  async sound(way: BaseAudioContext | Voice): Promise<void> {
    await loadModules(['sound'])
    const hearing = new Hearing(this.pack.contents)
    await hearing.open(way)
    this.#hearing?.dispose()
    this.#hearing = hearing
    hearing.mute(this.#muted)
    this.telling.alsoWants(hearing.kinds)
  }

  /** Nothing is heard while it is set. */
  get muted(): boolean {
    return this.#muted
  }

  set muted(muted: boolean) {
    this.#muted = muted
    this.#hearing?.mute(muted)
  }

  /** @internal */
  protected override heard(handle: EffectHandle): void {
    this.#hearing?.hear(handle, this.telling.events, this.shownView)
  }

  /**
   * Draws everything, layer by layer, each effect of a layer in the order in which it was started. While the last
   * picture is still being drawn, this one is left out: slow drawing costs pictures, never ticks.
   * @param ground `#rrggbb` is cleared to, null is transparent; left out, what is there is kept
   */
  draw(camera: Camera = PLAIN_CAMERA, ground?: string | null): void {
    checkCamera(camera)
    checkGround(ground)
    if (this.#renderer.settle()) return
    this.#renderer.begin(ground)
    const world = this.layers.filter((layer) => layer !== INTERFACE)
    this.#drawLayers(world, camera)
    this.#drawLayers([INTERFACE], this.interfaceCamera)
    this.#renderer.end()
  }

  /**
   * Draws one layer over what is there: `marks`, `behind`, `front`, a name of the pack's own, `interface`; or the n-th
   * of `layers`. A game that draws its actor between two layers calls this for each in turn.
   * @throws Refusal for a layer that there is not
   */
  drawLayer(layer: string | number, camera: Camera = PLAIN_CAMERA, ground?: string | null): void {
    checkCamera(camera)
    checkGround(ground)
    const name = layerNamed(layer, this.layers)
    this.#renderer.begin(ground)
    this.#drawLayers([name], name === INTERFACE ? this.interfaceCamera : camera)
    this.#renderer.end()
  }

  #drawLayers(layers: readonly string[], camera: Camera): void {
    const renderer = this.#renderer
    const { w, h } = renderer.size
    const shown: ViewRect | null = layers[0] === INTERFACE || !(w > 0 && h > 0) ? null : shownBy(camera, w, h)
    // Near the camera, so that places keep their digits.
    this.#picture.begin(Math.floor(camera.x), Math.floor(camera.y), renderer.joinsLight)
    for (const layer of layers) this.mergeLayer(this.#picture, layer, shown)
    const frame: Frame = this.#picture.frame
    if (frame.count > 0) renderer.draw(frame, camera)
  }

  /** Updates and draws with the screen until `pause`. */
  run(ground: string | null = null): void {
    let last = performance.now()
    const tick = (now: number): void => {
      this.update(Math.max(0, now - last) / 1000)
      last = now
      this.draw(PLAIN_CAMERA, ground)
      this.#request = requestAnimationFrame(tick)
    }
    cancelAnimationFrame(this.#request)
    this.#request = requestAnimationFrame(tick)
  }

  /** Ends `run`. */
  pause(): void {
    if (this.#request !== 0) cancelAnimationFrame(this.#request)
    this.#request = 0
  }

  override dispose(): void {
    this.pause()
    super.dispose()
    this.#hearing?.dispose()
    this.#renderer.dispose()
  }
}
