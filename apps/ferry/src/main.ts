/** Last Ferry's test page: loads a pack with the player alone and plays any effect where one clicks. */
import { loadPack, Player, type EffectHandle } from '@gliv/player'

const canvas = document.querySelector<HTMLCanvasElement>('#effects')!
const choices = document.querySelector<HTMLElement>('#choices')!
const status = document.querySelector<HTMLElement>('#status')!
const fileField = document.querySelector<HTMLInputElement>('#pack')!

let player: Player | null = null
let chosen = ''
/** A looping effect that follows the pointer while it is held. */
let held: EffectHandle | null = null

const choose = (name: string): void => {
  chosen = name
  for (const button of choices.querySelectorAll('button')) button.setAttribute('aria-checked', String(button.textContent === name))
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
    status.textContent = `${loaded.pack.name}: click in the picture`
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
    mine.update((now - last) / 1000)
    last = now
    mine.setView({ x: 0, y: 0, w: canvas.clientWidth || 1, h: canvas.clientHeight || 1 })
    mine.draw({ x: 0, y: 0, zoom: window.devicePixelRatio }, null)
    document.body.dataset['alive'] = String(mine.alive)
    requestAnimationFrame(tick)
  }
  requestAnimationFrame(tick)
}

canvas.addEventListener('pointerdown', (event) => {
  if (!player || !chosen) return
  held = player.play(chosen, { x: event.offsetX, y: event.offsetY, seed: crypto.getRandomValues(new Uint32Array(1))[0]! })
  canvas.setPointerCapture(event.pointerId)
  status.textContent = `Playing ${chosen}`
})
canvas.addEventListener('pointermove', (event) => held?.moveTo(event.offsetX, event.offsetY))
for (const end of ['pointerup', 'pointercancel'] as const)
  canvas.addEventListener(end, () => {
    // What loops or sustains ends when the pointer is let go; what plays once ends by itself.
    if (held && held.simulation.program.effect.play !== 'once') held.stop()
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
