/** What the Recipe is about: one emitter of an effect, and its particle type. */
import { type PropertyId } from '@gliv/model';
import type { Target } from '../../store/targets.ts';
export interface SentenceTargets {
    readonly effect: string;
    readonly emitter: string;
    readonly type: string;
}
/** The target of a property, by its owner. @param item id of the burst, relay or part that it belongs to */
export declare const targetOf: (targets: SentenceTargets, id: PropertyId, item?: string) => Target;
