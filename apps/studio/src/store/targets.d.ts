/** Where a number lives: addresses of owners inside a kit, and the edits of their numbers. */
import type { Burst, Effect, Emitter, Kit, Part as EffectPart, ParticleType, Relay } from '@gliv/document';
import type { PropertyId, Range } from '@gliv/model';
export type Target = {
    readonly owner: 'effect';
    readonly effect: string;
} | {
    readonly owner: 'emitter';
    readonly effect: string;
    readonly emitter: string;
} | {
    readonly owner: 'burst';
    readonly effect: string;
    readonly emitter: string;
    readonly burst: string;
} | {
    readonly owner: 'relay';
    readonly effect: string;
    readonly emitter: string;
    readonly relay: string;
} | {
    readonly owner: 'part';
    readonly effect: string;
    readonly part: string;
} | {
    readonly owner: 'type';
    readonly type: string;
};
type Carrier = Effect | Emitter | Burst | Relay | EffectPart | ParticleType;
/** What carries the numbers; undefined when it was deleted meanwhile. */
export declare const carrierOf: (kit: Kit, target: Target) => Carrier | undefined;
export declare const readValue: (kit: Kit, target: Target, id: PropertyId) => number | Range | undefined;
export declare const writeValue: (kit: Kit, target: Target, id: PropertyId, value: number | Range) => void;
/** Which part of a value a control moves: a plain number, an end of a range, or a fixed range as a whole. */
export type Part = 'value' | 'from' | 'to' | 'both';
export declare const readPart: (value: number | Range, part: Part) => number;
/** A value with one part replaced; the other end of a range is pushed along, never crossed. */
export declare const withPart: (value: number | Range, part: Part, next: number) => number | Range;
/** What the undo list calls an edit of this number. */
export declare const editLabel: (kit: Kit, target: Target, id: PropertyId) => string;
export {};
