/** The town, the boat and the deckhand as they are drawn, around the effects. */
import type { Camera } from '@gliv/player'
import type { Picture } from '../art/frames.ts'
import type { Game } from '../game/game.ts'
import { AWNING, PIER, POST, QUAY, SPOTS, TARRED, WATER, WORLD } from '../game/places.ts'
import { mixed, type Painter } from './painter.ts'

/** Sky by day, at dusk, by night: above and at the horizon. What is near is shaded with it. */
const SKY = {
  day: ['#6f8fb4', '#d9c9b0'],
  glow: ['#5a5378', '#e8935e'],
  night: ['#161d3a', '#39466e'],
} as const
const SHADE = { day: '#fff6ea', glow: '#d8b3a6', night: '#5a6696', wet: '#b8c4d4' } as const

/** How far something of a parallax is moved for a camera. */
const shift = (camera: Camera, parallax: number): number => camera.x * (1 - parallax)

interface View {
  readonly w: number
  readonly h: number
}

const sky = ({ hours }: Game, painter: Painter, camera: Camera, { w, h }: View): void => {
  const at = (k: 0 | 1): string =>
    mixed(mixed(SKY.day[k], SKY.night[k], hours.night), SKY.glow[k], hours.glow * 0.8)
  const wet = (colour: string): string => mixed(colour, '#4a5566', hours.wet * 0.6)
  painter.rect(camera.x - 4, camera.y - 4, w + 8, Math.max(8, -camera.y + 8), wet(at(0)), wet(at(1)))
  // Below the horizon lies the water, whatever the window's height.
  painter.rect(camera.x - 4, 0, w + 8, Math.max(8, camera.y + h + 8), '#23304c', '#0c1226')
}

const lights = ({ hours, boat, tarredAway: _ }: Game, painter: Painter): void => {
  const lit = Math.max(hours.night, hours.wet * 0.5)
  if (lit < 0.1) return
  for (const [x, y, w, h] of [
    [SPOTS.lantern - 3, PIER.y - 70, 7, 10],
    ...[7, 27, 47].map((at) => [boat.x - 18 + at, -46 + boat.rock, 10, 9] as const),
  ] as const)
    painter.rect(x, y, w, h, '#ffe2a0', '#f7b95c', lit)
  painter.rect(SPOTS.lantern - 40, PIER.y - 1, 80, 3, '#f7c978', '#f7c978', lit * 0.35)
}

const onLand = (game: Game, painter: Painter): void => {
  painter.tile('quay stones', QUAY.x - 64 * 3, QUAY.x + QUAY.w - 60, QUAY.y)
  painter.rect(QUAY.x - 200, QUAY.y + 62, QUAY.w + 200, 60, '#2a2730', '#15131c')
  painter.stamp('grassy bank', WORLD.left + 40, QUAY.y + 2)
  painter.stamp('mud', SPOTS.mud, QUAY.y + 2)
  painter.stamp('straw man', SPOTS.strawMan, QUAY.y)
  painter.stamp('awning', AWNING.x + AWNING.w / 2, AWNING.y + 22, { flip: true })
  for (const x of [AWNING.x + 8, AWNING.x + AWNING.w - 8])
    painter.rect(x, AWNING.y + 8, 3, 90, '#4a3828', '#33261c')
  if (game.tarredAway === 0)
    painter.stamp('tarred cargo', TARRED.x + TARRED.w / 2, TARRED.y + TARRED.h, {
      opacity: game.hisses && Math.floor(performance.now() / 90) % 2 ? 0.7 : 1,
    })
  painter.stamp('slip stone', SPOTS.slipStones[0], QUAY.y + 1)
}

const onPier = (painter: Painter): void => {
  painter.stamp('pier planks', 580, PIER.y + 62)
  painter.stamp('pier planks', 900, PIER.y + 62)
  painter.rect(SPOTS.delivery - 34, PIER.y - 2, 68, 2, '#e0a03c')
  painter.stamp('winch', SPOTS.winch, PIER.y)
  painter.stamp('winch', SPOTS.secondPost, PIER.y, { flip: true })
  painter.stamp('lantern post', SPOTS.lantern, PIER.y)
  painter.stamp('signal mast', SPOTS.mast, PIER.y)
  painter.stamp('mooring post', POST.x + POST.w / 2, PIER.y)
  painter.stamp('slip stone', SPOTS.slipStones[1], PIER.y + 1)
}

const ferry = ({ boat }: Game, painter: Painter): void => {
  const y = -20 + boat.rock
  painter.stamp('funnel', boat.x - 34, y)
  painter.stamp('cabin', boat.x + 14, y)
  painter.stamp('hull', boat.x, y + 46)
  painter.stamp('stove', boat.stove[0], y)
  painter.stamp('wheel', boat.wheel[0], y)
}

const cargo = ({ cargo, coins, hand }: Game, painter: Painter): void => {
  for (const { kind, x, y, where, since } of cargo) {
    if (where === 'gone' || where === 'sunk') continue
    const bob = where === 'floats' ? Math.sin(since / 9) * 2 - 6 : 0
    painter.stamp(kind, x, (where === 'carried' ? hand.y - 30 : y) + bob, {
      opacity: where === 'delivered' ? Math.max(0, 1 - since / 100) : 1,
    })
  }
  for (const { x, y, away } of coins)
    if (away === 0) {
      painter.rect(x - 3, y - 4, 6, 8, '#ffe08a', '#d8942c')
      painter.rect(x - 1, y - 2, 2, 4, '#a8651c')
    }
}

/** Which picture shows what the deckhand does. */
const poseOf = ({ hand }: Game, seconds: number): Picture => {
  if (hand.hurt > 30) return 'hurt'
  if (hand.swing > 0) return hand.swing > 12 ? 'swing 1' : hand.swing > 8 ? 'swing 2' : 'swing 3'
  if (hand.dash > 0) return 'dash'
  if (!hand.ground) return 'jump'
  if (hand.sinceLanding < 8) return 'land'
  if (Math.abs(hand.vx) < 12) return seconds % 1 < 0.5 ? 'stand 1' : 'stand 2'
  return (['walk 1', 'walk 2', 'walk 3', 'walk 4'] as const)[Math.floor(seconds * 10) % 4]!
}

/** All that lies behind the effects. */
export const drawBehind = (game: Game, painter: Painter, camera: Camera, view: View): void => {
  const { hours } = game
  sky(game, painter, camera, view)
  for (const [name, parallax, y] of [
    ['far houses', 0.25, -150],
    ['near houses', 0.5, -118],
  ] as const) {
    const from = shift(camera, parallax)
    const first = Math.floor((camera.x - from) / 320) * 320 + from
    painter.tile(name, first, camera.x + view.w, y)
  }
  const water = Math.floor(camera.x / 64) * 64
  painter.tile('dark water', water, camera.x + view.w, WATER)
  ferry(game, painter)
  onLand(game, painter)
  onPier(painter)
  cargo(game, painter)
  const light = mixed(mixed(SHADE.day, SHADE.night, hours.night), SHADE.glow, hours.glow * 0.6)
  painter.shade(mixed(light, SHADE.wet, hours.wet * 0.4))
  lights(game, painter)
}

export const drawDeckhand = (game: Game, painter: Painter, seconds: number, share: number): void => {
  const { hand } = game
  const [x, y] = [
    hand.before.x + (hand.x - hand.before.x) * share,
    hand.before.y + (hand.y - hand.before.y) * share,
  ]
  // Just hurt, it blinks.
  const opacity = hand.hurt > 0 && hand.hurt % 8 < 4 ? 0.4 : 1
  painter.stamp(poseOf(game, seconds), x, y + 2, { flip: hand.facing < 0, opacity })
}

/** Water before everything, so that hulls and piles stand in it. */
export const drawBefore = (painter: Painter, camera: Camera, view: View): void => {
  painter.rect(
    camera.x - 4,
    WATER + 10,
    view.w + 8,
    Math.max(8, camera.y + view.h - 10),
    '#1a2644',
    '#0a1022',
    0.55,
  )
}
