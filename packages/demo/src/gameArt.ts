/** What the game Last Ferry shows beside its effects: backdrops, the deckhand, the boat, things to haul. One sheet. */
import { BACKDROP_SPRITES, chance, drawn, POSES } from './backdrops.ts'
import { makeSheet, type Sprite } from './sprites.ts'

const hull = drawn('hull', 210, 46, (pen) => {
  for (let y = 0; y < 46; y++) {
    const cut = y < 8 ? 0 : (y - 8) * 0.55
    pen(cut, y, 210 - cut * 2, 1, y < 3 ? '#9a7448' : y < 8 ? '#7c2f22' : y < 30 ? '#33293a' : '#241d2b')
  }
  for (let k = 0; k < 9; k++) pen(18 + k * 21, 13, 5, 5, '#171220')
  for (let k = 0; k < 14; k++) pen(4 + k * 15, 1, 9, 1, '#b98e5c')
  pen(0, 3, 210, 1, '#5a3a22')
})

const cabin = drawn('cabin', 64, 40, (pen) => {
  pen(0, 4, 64, 36, '#4a3d4c')
  pen(0, 4, 64, 2, '#6a5a6a')
  pen(0, 0, 64, 4, '#8f3a1e')
  for (const x of [7, 27, 47]) {
    pen(x - 1, 13, 12, 11, '#2c2430')
    pen(x, 14, 10, 9, '#f2c878')
    pen(x + 4, 14, 1, 9, '#2c2430')
  }
  for (let k = 0; k < 8; k++) pen(k * 8, 27, 1, 13, '#3d3240')
})

const funnel = drawn('funnel', 18, 44, (pen) => {
  pen(2, 0, 14, 44, '#2a2029')
  pen(2, 0, 3, 44, '#3e3040')
  pen(1, 0, 16, 3, '#16101a')
  pen(2, 8, 14, 9, '#b8430f')
  pen(2, 8, 3, 9, '#d8602a')
})

const stove = drawn('stove', 26, 26, (pen) => {
  pen(2, 4, 22, 18, '#3a3238')
  pen(0, 2, 26, 3, '#564a52')
  pen(7, 9, 12, 9, '#140f12')
  for (let k = 0; k < 4; k++) pen(8 + k * 3, 9, 1, 9, '#4b3f47')
  for (const x of [3, 20]) pen(x, 22, 3, 4, '#2a2328')
})

const wheel = drawn('wheel', 18, 26, (pen) => {
  pen(7, 12, 4, 14, '#5a4230')
  for (let y = 0; y < 16; y++)
    for (let x = 0; x < 18; x++) {
      const r = Math.sqrt((x - 8.5) * (x - 8.5) + (y - 7.5) * (y - 7.5))
      const spoke = Math.abs(x - 8.5) < 1 || Math.abs(y - 7.5) < 1
      if (r < 8 && (r > 5.4 || spoke)) pen(x, y, 1, 1, r > 6.6 ? '#8a6a48' : '#6d5136')
    }
})

const crate = drawn('crate', 24, 22, (pen) => {
  pen(0, 0, 24, 22, '#7a5b3a')
  for (const y of [0, 7, 14]) pen(1, y + 1, 22, 6, '#94703f')
  pen(0, 0, 3, 22, '#5f4529')
  pen(21, 0, 3, 22, '#5f4529')
  for (let k = 0; k < 18; k++) pen(3 + k, 1 + k * 1.1, 3, 1, '#5f4529')
  for (const [x, y] of [
    [1, 1],
    [22, 1],
    [1, 20],
    [22, 20],
  ] as const)
    pen(x, y, 1, 1, '#2d2115')
})

const keg = drawn('keg', 18, 22, (pen) => {
  for (let y = 0; y < 22; y++) {
    const bulge = Math.round(2 * (1 - Math.abs(y - 10.5) / 11))
    pen(2 - bulge, y, 14 + bulge * 2, 1, y < 2 || y > 19 ? '#4d3520' : '#8a5c32')
  }
  for (const y of [4, 16]) pen(0, y, 18, 2, '#4a4a52')
  for (const x of [5, 9, 13]) pen(x, 6, 1, 10, '#6c4625')
})

const strawMan = drawn('straw man', 28, 42, (pen) => {
  pen(13, 6, 3, 36, '#5a4230')
  pen(2, 14, 25, 3, '#5a4230')
  pen(8, 12, 13, 17, '#c9a24e')
  pen(9, 2, 11, 11, '#d8b868')
  for (let k = 0; k < 22; k++) {
    const [x, y] = [3 + Math.floor(chance(k, 61) * 22), 12 + Math.floor(chance(k, 62) * 20)]
    pen(x, y, 1, 3, k % 2 ? '#a8832f' : '#e6cd86')
  }
  pen(6, 0, 17, 3, '#4a3d4c')
  pen(12, 6, 2, 2, '#2a1c14')
  pen(16, 6, 2, 2, '#2a1c14')
})

const lantern = drawn('lantern post', 26, 74, (pen) => {
  pen(12, 10, 3, 64, '#3a3238')
  pen(8, 70, 11, 4, '#2a2328')
  pen(7, 0, 13, 3, '#2a2328')
  pen(8, 3, 11, 13, '#2a2328')
  pen(10, 4, 7, 10, '#f7d98a')
  pen(12, 6, 3, 6, '#fff4cf')
})

const winch = drawn('winch', 22, 30, (pen) => {
  pen(9, 6, 4, 24, '#4a4a52')
  pen(2, 26, 18, 4, '#33333a')
  pen(4, 0, 14, 8, '#6a6a74')
  pen(4, 2, 14, 1, '#8d8d98')
  pen(6, 8, 10, 5, '#c9b48a')
  for (let k = 0; k < 5; k++) pen(6 + k * 2, 8, 1, 5, '#8f7d58')
})

const mud = drawn('mud', 70, 8, (pen) => {
  for (let x = 0; x < 70; x++) {
    const h = 3 + Math.round(4 * (1 - ((x - 35) / 35) * ((x - 35) / 35)) * (0.7 + 0.3 * chance(x >> 2, 71)))
    pen(x, 8 - h, 1, h, '#3c2c20')
    if (x % 5 < 2) pen(x, 8 - h, 1, 1, '#6a5038')
  }
})

const stone = drawn('slip stone', 26, 12, (pen) => {
  for (let y = 0; y < 12; y++)
    pen(y < 4 ? 4 - y : 0, y, y < 4 ? 18 + y * 2 : 26, 1, y < 3 ? '#5b6a92' : '#38425f')
  pen(9, 4, 8, 2, '#9fc0ff')
  pen(12, 3, 2, 4, '#9fc0ff')
})

const quay = drawn('quay stones', 64, 62, (pen) => {
  pen(0, 0, 64, 62, '#3a3640')
  pen(0, 0, 64, 4, '#6a6470')
  for (let row = 0; row < 4; row++)
    for (let k = 0; k < 4; k++) {
      const x = k * 16 + (row % 2) * 8
      const shade = ['#444049', '#4b4650', '#3e3a44'][Math.floor(chance(row * 4 + k, 81) * 3)]!
      pen(x + 1, 5 + row * 14, Math.min(14, 63 - x), 12, shade)
    }
})

const mast = drawn('signal mast', 26, 96, (pen) => {
  pen(11, 0, 4, 96, '#5a4230')
  pen(0, 22, 26, 3, '#6d5136')
  pen(2, 25, 6, 9, '#8c2f26')
  pen(18, 25, 6, 9, '#d9cfb6')
  pen(8, 0, 10, 4, '#8a6a48')
})

const LIGHTS: Sprite = drawn('white', 4, 4, (pen) => pen(0, 0, 4, 4, '#ffffff'))

const OUTDOORS = [
  ...['far houses', 'near houses', 'pier planks', 'mooring post', 'tarred cargo', 'awning', 'dark water'],
  ...['grassy bank', 'reeds'],
]

/** Everything on one sheet; each stands on the middle of its lower edge in the game. */
export const GAME_ART = makeSheet('game-art', 'Game art', 'nearest', [
  LIGHTS,
  ...BACKDROP_SPRITES.filter(({ name }) => OUTDOORS.includes(name)),
  ...POSES,
  ...[hull, cabin, funnel, stove, wheel, crate, keg, strawMan, lantern, winch, mud, stone, quay, mast],
])
