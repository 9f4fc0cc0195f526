/**
 * Effects in a scene of pixi.js: a container with a mesh for each run of blend and sheet, filled anew each picture.
 * What it needs of the renderer is handed in, so that the package has no dependency.
 */
import type { Batch, Blend, Frame, ViewRect } from '@gliv/model'
import { expandInto, VERTEX_WORDS } from '../draw/expand.ts'
import type { HeadlessPlayer } from '../players/headlessPlayer.ts'
import type { LoadedPack } from '../load/loadPack.ts'

/** A class of pixi.js. */
type Made<T> = new (options: never) => T

interface PixiBuffer {
  data: unknown
  update(size?: number): void
}

interface PixiMesh {
  blendMode: string
  visible: boolean
  destroy(): void
}

interface PixiContainer {
  addChild(...children: never[]): unknown
  destroy(): void
}

interface Destroyed {
  destroy(...options: never[]): void
}

/** As much of pixi.js (version 8) as effects need: `import * as pixi from 'pixi.js'` has it. */
export interface Pixi {
  readonly Container: new () => PixiContainer
  readonly Buffer: Made<PixiBuffer & Destroyed>
  readonly Geometry: Made<Destroyed>
  readonly Mesh: Made<PixiMesh>
  readonly Shader: { from(options: never): Destroyed }
  readonly ImageSource: Made<Destroyed & { readonly style: object }>
  readonly BufferUsage: { readonly VERTEX: number; readonly INDEX: number; readonly COPY_DST: number }
}

const BLENDS = {
  normal: 'normal',
  additive: 'add',
  screen: 'screen',
  multiply: 'multiply',
} as const satisfies Record<Blend, string>

const VERTEX = `#version 300 es
in vec2 aPosition;
in vec2 aUV;
in vec4 aBox;
in vec4 aColor;
in float aOpacity;
out vec2 vTexel;
flat out vec4 vBox;
flat out vec4 vColour;
uniform mat3 uProjectionMatrix;
uniform mat3 uWorldTransformMatrix;
uniform mat3 uTransformMatrix;
void main() {
  vec3 place = uProjectionMatrix * uWorldTransformMatrix * uTransformMatrix * vec3(aPosition, 1.0);
  gl_Position = vec4(place.xy, 0.0, 1.0);
  vTexel = aUV;
  vBox = aBox;
  vColour = vec4(aColor.rgb * aOpacity, aOpacity);
}`

const FRAGMENT = `#version 300 es
precision highp float;
in vec2 vTexel;
flat in vec4 vBox;
flat in vec4 vColour;
out vec4 result;
uniform sampler2D uSheet;
void main() {
  vec2 place = clamp(vTexel, vBox.xy + 0.5, vBox.zw - 0.5);
  result = texture(uSheet, place / vec2(textureSize(uSheet, 0))) * vColour;
}`

/** Bytes of a corner: place, texel, box of the frame, colour, opacity. */
const STRIDE = VERTEX_WORDS * 4

/** One mesh and what it draws. */
class Run {
  readonly mesh: PixiMesh
  readonly #shader: Destroyed
  readonly #vertices: PixiBuffer & Destroyed
  readonly #indices: PixiBuffer & Destroyed
  readonly #geometry: Destroyed
  #quads = 0
  #f32 = new Float32Array(0)
  #u32 = new Uint32Array(0)

  constructor(pixi: Pixi, source: Destroyed & { readonly style: object }) {
    const { VERTEX: vertex, INDEX: index, COPY_DST: copy } = pixi.BufferUsage
    this.#shader = pixi.Shader.from({
      gl: { vertex: VERTEX, fragment: FRAGMENT },
      resources: { uSheet: source, uSampler: source.style },
    } as never)
    this.#vertices = new pixi.Buffer({ data: this.#f32, usage: vertex | copy } as never)
    this.#indices = new pixi.Buffer({ data: new Uint32Array(0), usage: index | copy } as never)
    const at = (format: string, offset: number): object => ({
      buffer: this.#vertices,
      format,
      offset,
      stride: STRIDE,
    })
    this.#geometry = new pixi.Geometry({
      attributes: {
        aPosition: at('float32x2', 0),
        aUV: at('float32x2', 8),
        aBox: at('float32x4', 16),
        aColor: at('unorm8x4', 32),
        aOpacity: at('float32', 36),
      },
      indexBuffer: this.#indices,
      topology: 'triangle-list',
    } as never)
    this.mesh = new pixi.Mesh({ geometry: this.#geometry, shader: this.#shader } as never)
  }

  #reserve(quads: number): void {
    if (quads <= this.#quads) return
    this.#quads = Math.max(quads, this.#quads * 2, 64)
    this.#f32 = new Float32Array(this.#quads * 4 * VERTEX_WORDS)
    this.#u32 = new Uint32Array(this.#f32.buffer)
    this.#vertices.data = this.#f32
  }

  /** Takes the instances of a run. */
  fill(frame: Frame, { first, count, blend }: Batch): void {
    this.#reserve(count)
    expandInto(frame, this.#f32, this.#u32, first, count)
    for (let o = 0; o < count * 4 * VERTEX_WORDS; o += VERTEX_WORDS) {
      this.#f32[o]! += frame.originX
      this.#f32[o + 1]! += frame.originY
    }
    this.#vertices.update()
    this.#setCount(count)
    this.mesh.blendMode = BLENDS[blend]
    this.mesh.visible = true
  }

  /** The corners of so many quads, and no more: what is drawn is what the list of indices has. */
  #setCount(quads: number): void {
    const indices = new Uint32Array(quads * 6)
    for (let q = 0; q < quads; q++)
      indices.set([q * 4, q * 4 + 1, q * 4 + 2, q * 4 + 2, q * 4 + 1, q * 4 + 3], q * 6)
    this.#indices.data = indices
    this.#indices.update()
  }

  destroy(): void {
    this.mesh.destroy()
    this.#geometry.destroy()
    this.#shader.destroy()
    this.#vertices.destroy()
    this.#indices.destroy()
  }
}

/**
 * Shows a player's effects, or one of its layers, in a scene of pixi.js: `container` goes where the game wants it, and
 * the game's camera moves it like anything else. Pixels that are shifted are drawn as they are in their sheet.
 * @example
 * import * as pixi from 'pixi.js'
 * const effects = new PixiEffects(pixi, player, pack)
 * world.addChild(effects.container)
 * app.ticker.add(({ deltaMS }) => {
 *   player.update(deltaMS / 1000)
 *   effects.update()
 * })
 */
export class PixiEffects<C = unknown> {
  /** For the game's scene. */
  readonly container: C
  readonly #pixi: Pixi
  readonly #player: HeadlessPlayer
  readonly #layer: string | number | null
  readonly #sources: readonly (Destroyed & { readonly style: object })[]
  /** Meshes by sheet, as many as a picture has needed. */
  readonly #runs: Run[][]
  readonly #scene: PixiContainer

  /** @param layer one of the player's layers, by name or by number; all of them when it is left out */
  constructor(
    pixi: Pixi & { readonly Container: new () => C },
    player: HeadlessPlayer,
    pack: LoadedPack,
    layer: string | number | null = null,
  ) {
    this.#pixi = pixi
    this.#player = player
    this.#layer = layer
    this.#scene = new pixi.Container()
    this.container = this.#scene as unknown as C
    this.#sources = pack.sheets.map(
      ({ image, sampling }) =>
        new pixi.ImageSource({
          resource: image,
          scaleMode: sampling === 'nearest' ? 'nearest' : 'linear',
          alphaMode: 'premultiplied-alpha',
        } as never),
    )
    this.#runs = pack.sheets.map(() => [])
  }

  /** Fills the meshes with what plays now. @param view what cannot show in it is left out, in world px */
  update(view: ViewRect | null = null): void {
    const frame = this.#player.frame(this.#layer, view)
    const used = this.#runs.map(() => 0)
    for (const runs of this.#runs) for (const { mesh } of runs) mesh.visible = false
    const order: Run[] = []
    for (let b = 0; b < frame.batchCount; b++) {
      const batch = frame.batches[b]!
      const runs = this.#runs[batch.sheet]
      if (!runs || batch.count === 0) continue
      const run = (runs[used[batch.sheet]!++] ??= new Run(this.#pixi, this.#sources[batch.sheet]!))
      run.fill(frame, batch)
      order.push(run)
    }
    // Adding what is there already moves it to the end: the order is that of the runs.
    if (order.length > 0) this.#scene.addChild(...(order.map(({ mesh }) => mesh) as never[]))
  }

  /** Frees meshes and textures; the player goes on. */
  destroy(): void {
    for (const runs of this.#runs) for (const run of runs) run.destroy()
    for (const source of this.#sources) source.destroy()
    this.#scene.destroy()
  }
}
