/** What a choice of the Recipe is made of. */
import type { Emitter, Kit, ParticleType } from '@gliv/document';
import type { SentenceTargets } from './targets.ts';
export interface Option {
    readonly value: string;
    readonly label: string;
}
export interface ChoiceDefinition {
    readonly title: string;
    readonly help?: string;
    readonly options: readonly Option[] | ((kit: Kit, emitter: Emitter, type: ParticleType, targets: SentenceTargets) => readonly Option[]);
    current(emitter: Emitter, type: ParticleType): string;
    apply(kit: Kit, targets: SentenceTargets, value: string): void;
}
export declare const emitterOf: (kit: Kit, targets: SentenceTargets) => Emitter;
export declare const typeOf: (kit: Kit, targets: SentenceTargets) => ParticleType;
export declare const optionsOf: <T extends string>(values: readonly T[], texts: Readonly<Record<T, string>>) => Option[];
type Words<O, T extends string> = {
    [K in keyof O]-?: O[K] extends T ? (T extends O[K] ? K : never) : never;
}[keyof O];
/** A choice that is one word of the emitter. */
export declare const ofEmitter: <T extends string>(title: string, key: Words<Emitter, T>, values: readonly T[], texts: Readonly<Record<T, string>>, help?: string) => ChoiceDefinition;
export declare const ofType: <T extends string>(title: string, key: Words<ParticleType, T>, values: readonly T[], texts: Readonly<Record<T, string>>, help?: string) => ChoiceDefinition;
export declare const yesNo: (no: string, yes: string) => Option[];
export {};
