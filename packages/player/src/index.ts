/** A game's player: packs, effects, drawing. */
export type { DrawTarget } from './draw/create.ts'
export type { Camera, DrawPath, SheetImage, Viewport } from './draw/renderer.ts'
export * from './plays.ts'
export type { GameSound, Voice } from './hear/hearing.ts'
export { loadPack, LoadedPack, type LoadOptions } from './load/loadPack.ts'
export { Player, type PlayerOptions } from './players/player.ts'
