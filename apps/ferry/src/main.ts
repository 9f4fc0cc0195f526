/** Last Ferry: a small place to play in, made with the player's public interface alone. */
import type { LastFerry } from './art/lastFerry.ts'
import { Game, TICK } from './game/game.ts'
import { Happenings } from './game/happenings.ts'
import { KeyState } from './game/keys.ts'
import { surfacesOf, WATER, WORLD } from './game/places.ts'
import { ByHand } from './page/byHand.ts'
import { listenToButtons, listenToKeys, PointerSteering } from './page/controls.ts'
import { Figures } from './page/figures.ts'
import { listenForPacks } from './page/packs.ts'
import { part, say, wordsOf } from './page/parts.ts'
import { type FerryPlayer, Show } from './page/show.ts'
import { Tether } from './page/tether.ts'
import { drawBefore, drawBehind, drawDeckhand } from './view/scenery.ts'
import { ScreenEffects } from './view/screen.ts'

/** World px that a picture is high and wide at least. */
const VIEW = { w: 400, h: 290 } as const
/** On a page that stands upright: nearer, and with room for the buttons below. */
const UPRIGHT = { w: 250, h: 290, below: 0.34 } as const
/** Most seconds that are caught up at once. */
const CATCH_UP = 1
/** Cues without which the pack is another game's. */
const OWN_CUES: readonly LastFerry['cues'][] = ['land', 'lamp', 'rain']

const whereIs = ({
  isAtQuay,
  isAtPier,
}: {
  readonly isAtQuay: boolean
  readonly isAtPier: boolean
}): string => (isAtQuay ? 'boat at the quay' : isAtPier ? 'boat at the pier' : 'boat under way')

const PLACES: Readonly<Record<string, string>> = {
  deck: 'on the boat',
  cabin: 'on the boat',
  quay: 'on the quay',
  pier: 'on the pier',
}
const placeOf = (ground: string | undefined): string =>
  ground === undefined ? '' : (PLACES[ground] ?? 'up high')

class Page {
  readonly #show: Show
  readonly #keys = new KeyState()
  readonly #happenings = new Happenings()
  readonly #game = new Game(this.#happenings)
  readonly #screen = new ScreenEffects()
  readonly #figures = new Figures()
  readonly #byHand = new ByHand(() => this.#showHints())
  readonly #steering = new PointerSteering(this.#keys)
  readonly #tether = new Tether(
    (on) => this.#stand(on, on ? 'The studio has let the game stand still' : 'Goes on'),
    () => this.#show.player && this.#byHand.use(this.#show.player),
  )
  #camera = { x: -860, y: -200, zoom: 1 }
  #behind = 0
  #last = performance.now()
  #seconds = 0
  #paused = false
  readonly #touch = matchMedia('(pointer: coarse)')

  constructor(show: Show) {
    this.#show = show
    show.onPlayer = (player, pack) => {
      this.#use(player, pack.name)
      this.#tether.use(player, pack)
    }
    listenToKeys(this.#keys, () => this.#paused)
    listenToButtons(this.#keys, part('touch'))
    this.#byHand.listenToArrows()
    listenForPacks(async (file) => {
      await show.load(file)
      this.#tether.end()
    })
    this.#listenToPointer()
    this.#listenToButtons()
  }

  get game(): Game {
    return this.#game
  }

  async begin(): Promise<void> {
    await this.#show.load('/demo.glivpack.json')
    const wanted = new URLSearchParams(location.hash.slice(1)).get('effect')
    if (wanted !== null) {
      this.#byHand.choose(wanted)
      this.#byHand.setOn(true)
    }
    requestAnimationFrame((now) => this.#frame(now))
  }

  #use(player: FerryPlayer, name: string): void {
    this.#happenings.use(player)
    this.#happenings.setSurfaces(surfacesOf(this.#game.boat.grounds))
    this.#byHand.use(player)
    player.muted = part('sound').getAttribute('aria-pressed') !== 'true'
    player.on('screen', ({ screen }) => (this.#game.frozen += this.#screen.take(screen)))
    const isOurs = OWN_CUES.every((cue) => player.cueNames.includes(cue))
    if (!isOurs) this.#byHand.setOn(true)
    say(
      isOurs
        ? `${name} plays`
        : `${name} has none of this game's cues; choose one of its effects, and press in the picture`,
    )
    this.#showHints()
  }

  #showHints(): void {
    part('hints').hidden = this.#byHand.on
  }

  #listenToButtons(): void {
    part('sound').addEventListener('click', () => {
      const player = this.#show.player
      if (!player) return
      const isOff = part('sound').getAttribute('aria-pressed') !== 'true'
      part('sound').setAttribute('aria-pressed', String(isOff))
      player.muted = !isOff
      this.#hear()
    })
    part('show-figures').addEventListener('click', () => this.#toggleFigures())
    addEventListener('keydown', (event) => {
      if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return
      if (event.code === 'KeyI') this.#toggleFigures()
      if (event.code === 'KeyP') this.pause(!this.#paused)
      if (event.code === 'KeyH') part('by-hand').click()
      if (event.code === 'KeyM') part('sound').click()
    })
    // A browser lets nothing sound before the first press or key.
    for (const first of ['pointerdown', 'keydown'] as const)
      addEventListener(first, () => part('sound').getAttribute('aria-pressed') === 'true' && this.#hear())
    addEventListener('pointerdown', ({ pointerType }) => {
      if (pointerType === 'touch') document.body.classList.add('touched')
    })
  }

  #toggleFigures(): void {
    this.#figures.toggle()
    part('show-figures').setAttribute('aria-pressed', String(this.#figures.on))
  }

  #hear(): void {
    this.#show.hear().catch((error: unknown) => say(wordsOf(error)))
  }

  /** Everything stands still; effects too. */
  pause(on: boolean): void {
    this.#stand(on, on ? 'Paused: P goes on' : 'Goes on')
  }

  #stand(on: boolean, words: string): void {
    this.#paused = on
    this.#keys.releaseAll()
    if (this.#show.player) this.#show.player.paused = on
    document.body.classList.toggle('paused', on)
    say(words)
  }

  #at(event: PointerEvent): { x: number; y: number } {
    const scale = this.#show.canvas.width / (this.#show.canvas.clientWidth || 1) / this.#camera.zoom
    return { x: this.#camera.x + event.offsetX * scale, y: this.#camera.y + event.offsetY * scale }
  }

  #listenToPointer(): void {
    const { canvas } = this.#show
    canvas.addEventListener('pointerdown', (event) => {
      const at = this.#at(event)
      canvas.setPointerCapture(event.pointerId)
      if (this.#byHand.on) this.#byHand.press(at.x, at.y, surfacesOf(this.#game.boat.grounds))
      else if (event.button === 2) this.#keys.press('hook')
      else this.#steering.press(at, this.#game.hand)
    })
    canvas.addEventListener('pointermove', (event) => {
      if (!canvas.hasPointerCapture(event.pointerId)) return
      const at = this.#at(event)
      if (this.#byHand.on) this.#byHand.follow(at.x, at.y)
      else this.#steering.follow(at, this.#game.hand)
    })
    for (const end of ['pointerup', 'pointercancel'] as const)
      canvas.addEventListener(end, () => {
        this.#byHand.release()
        this.#steering.release()
        this.#keys.release('hook')
      })
    canvas.addEventListener('contextmenu', (event) => event.preventDefault())
  }

  #frame(now: number): void {
    requestAnimationFrame((next) => this.#frame(next))
    const { player } = this.#show
    if (!player) return
    // The first picture's time may lie before the moment that it was asked for.
    const seconds = Math.max(0, now - this.#last) / 1000
    this.#last = now
    const before = performance.now()
    if (!this.#paused) this.#update(seconds, player)
    const between = performance.now()
    this.#draw(player)
    this.#figures.add(between - before, performance.now() - between, seconds * 1000)
    this.#figures.show(now, player)
    this.#tell(player)
  }

  /** Whole ticks, whatever the screen does. */
  #update(seconds: number, player: FerryPlayer): void {
    this.#behind = Math.min(CATCH_UP, this.#behind + seconds)
    this.#seconds += seconds
    while (this.#behind >= TICK) {
      this.#keys.tick()
      this.#game.step(this.#keys)
      this.#behind -= TICK
    }
    player.update(seconds)
    this.#screen.update(seconds)
  }

  #look(): { w: number; h: number } {
    const { canvas } = this.#show
    this.#show.fit()
    const upright = canvas.height > canvas.width * 1.2
    const { w: leastW, h: leastH } = upright ? UPRIGHT : VIEW
    const zoom = Math.min(canvas.width / leastW, canvas.height / leastH)
    const [w, h] = [canvas.width / zoom, canvas.height / zoom]
    const { hand, boat } = this.#game
    const middle = hand.steers ? boat.x : hand.x
    const x = Math.min(WORLD.right - w, Math.max(WORLD.left, middle - w / 2))
    const below = upright ? h * UPRIGHT.below : 64
    const y = Math.min(WATER + below - h, hand.y - h * 0.62)
    const { x: shakeX, y: shakeY, zoom: nearer } = this.#screen.now()
    const [followX, followY] = [
      this.#camera.x + (x - this.#camera.x) * 0.12,
      this.#camera.y + (y - this.#camera.y) * 0.1,
    ]
    this.#camera = { x: followX + shakeX, y: followY + shakeY, zoom: zoom * nearer }
    return { w: w / nearer, h: h / nearer }
  }

  #draw(player: FerryPlayer): void {
    const view = this.#look()
    const { painter, canvas } = this.#show
    const camera = this.#camera
    painter.begin(camera, canvas.width, canvas.height)
    player.setView({ x: camera.x, y: camera.y, w: view.w, h: view.h })
    drawBehind(this.#game, painter, camera, view)
    painter.flush()
    const front = player.layers.indexOf('front')
    player.layers.forEach((layer, k) => {
      if (k === front) {
        painter.begin(camera, canvas.width, canvas.height)
        drawDeckhand(this.#game, painter, this.#seconds, this.#behind / TICK)
        drawBefore(painter, camera, view)
        painter.flush()
      }
      player.drawLayer(layer, camera)
    })
    const { over } = this.#screen.now()
    if (over.length === 0) return
    painter.begin(camera, canvas.width, canvas.height)
    for (const { colour, opacity } of over)
      painter.rect(camera.x - 2, camera.y - 2, view.w + 4, view.h + 4, colour, colour, opacity)
    painter.flush()
  }

  #tell(player: FerryPlayer): void {
    const { hours, hearts, score, brought, errand, boat, hand } = this.#game
    const set = (id: string, text: string): void => {
      const place = part(id)
      if (place.textContent !== text) place.textContent = text
    }
    set('clock', hours.text)
    set('hearts', '♥'.repeat(hearts))
    set('score', `${score} coins · ${brought} crates across · stove ${Math.round(boat.heat * 100)} %`)
    set('boat', whereIs(boat))
    set('place', placeOf(hand.ground?.id))
    set('errand', errand === null ? '' : `${this.#touch.matches ? 'Hand' : 'E'}: ${errand}`)
    const { dataset } = document.body
    dataset['alive'] = String(player.alive)
    dataset['brought'] = String(brought)
    dataset['hour'] = hours.text
  }
}

/** For stories, which look at what plays instead of at pixels: in builds for them alone. */
const letPeek = async (show: Show, { game }: Page): Promise<void> => {
  if (!import.meta.env.DEV && !import.meta.env.VITE_GLIV_PEEK) return
  const { stateHash } = await import('@gliv/player/headless')
  Object.assign(globalThis, { glivGame: { show, stateHash }, glivFerry: game })
}

const begin = async (): Promise<void> => {
  const show = await Show.open(part<HTMLCanvasElement>('effects'))
  const page = new Page(show)
  await letPeek(show, page)
  await page.begin()
}
begin().catch((error: unknown) => say(wordsOf(error)))
