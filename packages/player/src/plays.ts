/** What players have in common, whether they draw or not. */
export type { Batch, ColourKnob, Frame, NumberKnob, ResolvedKnob, Surface, ViewRect } from '@gliv/model'
export { HeadlessPlayer, type HeadlessOptions } from './players/headlessPlayer.ts'
export { Pack } from './load/pack.ts'
export { CueHandle } from './play/cueHandle.ts'
export { EffectHandle } from './play/effectHandle.ts'
export type { Limits } from './play/limits.ts'
export type { AnyNames, Knobs, KnobsOf, PackNames, Placing, PlayOptions, Point } from './play/options.ts'
export type { PlayedEvent, PlayedEvents } from './play/telling.ts'
