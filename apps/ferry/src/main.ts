/** Last Ferry's test page: loads a pack with the player alone and plays any effect where one clicks. */
import { loadPack, Player, type EffectHandle, type PlayOptions } from '@gliv/player'

type Surface = NonNullable<PlayOptions['surfaces']>[number]

const canvas = document.querySelector<HTMLCanvasElement>('#effects')!
const choices = document.querySelector<HTMLElement>('#choices')!
const status = document.querySelector<HTMLElement>('#status')!
const fileField = document.querySelector<HTMLInputElement>('#pack')!

let player: Player | null = null
let chosen = ''
/** A looping effect that follows the pointer while it is held. */
let held: EffectHandle | null = null

/**
 * What the town has to land on, where the picture of it lies in the canvas: its box is 960 × 540, cut to fit,
 * flush with the bottom.
 */
const townSurfaces = (): Surface[] => {
  const [w, h] = [canvas.clientWidth || 1, canvas.clientHeight || 1]
  const scale = Math.max(w / 960, h / 540)
  const [x, y] = [
    (px: number): number => (w - 960 * scale) / 2 + px * scale,
    (py: number): number => h - 540 * scale + py * scale,
  ]
  const box = (id: string, left: number, top: number, width: number, height: number): Surface => ({
    id,
    kind: 'box',
    x: x(left),
    y: y(top),
    w: width * scale,
    h: height * scale,
  })
  return [
    box('pier', 700, 410, 260, 16),
    box('cabin', 380, 346, 170, 42),
    box('funnel', 430, 296, 30, 50),
    { ...box('deck', 300, 388, 330, 8), oneWay: true },
    { id: 'water', kind: 'segment', x1: x(-2000), y1: y(436), x2: x(3000), y2: y(436) },
  ]
}

const choose = (name: string): void => {
  chosen = name
  for (const button of choices.querySelectorAll('button'))
    button.setAttribute('aria-checked', String(button.textContent === name))
}

const fitCanvas = (): void => {
  const scale = window.devicePixelRatio
  canvas.width = Math.round(canvas.clientWidth * scale)
  canvas.height = Math.round(canvas.clientHeight * scale)
}

const show = async (source: string | Blob): Promise<void> => {
  try {
    const loaded = await loadPack(source)
    player?.dispose()
    player = new Player(canvas, loaded)
    choices.replaceChildren(
      ...player.effects.map((name) => {
        const button = document.createElement('button')
        button.type = 'button'
        button.textContent = name
        button.setAttribute('role', 'radio')
        button.addEventListener('click', () => choose(name))
        return button
      }),
    )
    choose(player.effects[0] ?? '')
    status.textContent = `${loaded.name}: click in the picture`
    run(player)
  } catch (error) {
    // The pack that was there goes on.
    status.textContent = error instanceof Error ? error.message : String(error)
  }
}

const run = (mine: Player): void => {
  let last = performance.now()
  const tick = (now: number): void => {
    if (player !== mine) return
    // The first picture's time may lie before the moment that it was asked for.
    mine.update(Math.max(0, now - last) / 1000)
    last = now
    mine.setView({ x: 0, y: 0, w: canvas.clientWidth || 1, h: canvas.clientHeight || 1 })
    mine.draw({ x: 0, y: 0, zoom: window.devicePixelRatio }, null)
    document.body.dataset['alive'] = String(mine.alive)
    requestAnimationFrame(tick)
  }
  requestAnimationFrame(tick)
}

/** A browser lets nothing sound before the first press. */
let context: AudioContext | null = null
let heard: Player | null = null
const beHeard = (): void => {
  if (!player || heard === player) return
  heard = player
  context ??= new AudioContext()
  player.sound(context).catch((error: unknown) => (status.textContent = String(error)))
}

canvas.addEventListener('pointerdown', (event) => {
  if (!player || !chosen) return
  beHeard()
  held = player.play(chosen, {
    x: event.offsetX,
    y: event.offsetY,
    surfaces: townSurfaces(),
  })
  canvas.setPointerCapture(event.pointerId)
  status.textContent = `Playing ${chosen}`
})
canvas.addEventListener('pointermove', (event) => held?.moveTo(event.offsetX, event.offsetY))
for (const end of ['pointerup', 'pointercancel'] as const)
  canvas.addEventListener(end, () => {
    // What loops or sustains ends when the pointer is let go; what plays once ends by itself.
    if (held?.isEndless) held.stop()
    held = null
  })
fileField.addEventListener('change', () => {
  const [file] = fileField.files ?? []
  if (file) void show(file)
  fileField.value = ''
})
window.addEventListener('resize', fitCanvas)
fitCanvas()
void show('/demo.glivpack.json')
