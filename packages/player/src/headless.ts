/** Playing without drawing: for Node, workers without a canvas, and games that draw instances themselves. */
export type { Batch, Frame, Surface, ViewRect } from '@gliv/model'
export { HeadlessPlayer, type HeadlessOptions } from './headlessPlayer.ts'
export { Pack, readPack } from './load/pack.ts'
export { CueHandle } from './play/cueHandle.ts'
export { EffectHandle } from './play/effectHandle.ts'
export type { Limits } from './play/limits.ts'
export type { Placing, PlayOptions, Point } from './play/options.ts'
export type { PlayedEvent, PlayedEvents } from './play/telling.ts'
