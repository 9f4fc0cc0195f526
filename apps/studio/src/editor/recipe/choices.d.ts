/** The choices that sentences and groups offer: one entry each. */
import { type Emitter, type Kit, type ParticleType } from '@gliv/document';
import { type ChoiceDefinition, type Option } from './choice.ts';
import type { SentenceTargets } from './targets.ts';
export type { Option };
export declare const CHOICES: {
    readonly shape: {
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => void;
        readonly title: string;
        readonly help?: string;
        readonly options: readonly Option[] | ((kit: Kit, emitter: Emitter, type: ParticleType, targets: SentenceTargets) => readonly Option[]);
        readonly current: (emitter: Emitter, type: ParticleType) => string;
    };
    readonly fill: ChoiceDefinition;
    readonly placement: ChoiceDefinition;
    readonly sizeUnit: ChoiceDefinition;
    readonly space: ChoiceDefinition;
    readonly side: ChoiceDefinition;
    readonly aim: ChoiceDefinition;
    readonly rhythm: ChoiceDefinition;
    readonly capPolicy: ChoiceDefinition;
    readonly order: ChoiceDefinition;
    readonly companion: {
        readonly title: "Follows";
        readonly help: "A companion has the births, launch and motion of its partner, and looks of its own.";
        readonly options: (kit: Kit, _emitter: Emitter, _type: ParticleType, targets: SentenceTargets) => {
            value: string;
            label: string;
        }[];
        readonly current: (emitter: Emitter) => string;
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => undefined;
    };
    readonly maskPart: {
        readonly title: "Born on";
        readonly options: Option[];
        readonly current: (emitter: Emitter) => "area" | "edge" | "edgeOut";
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => void;
    };
    readonly maskColours: {
        readonly title: "Colours";
        readonly options: Option[];
        readonly current: (emitter: Emitter) => "no" | "yes";
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => void;
    };
    readonly travelMode: {
        readonly title: "Travels";
        readonly options: Option[];
        readonly current: (emitter: Emitter) => "once" | "loop" | "backAndForth";
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => void;
    };
    readonly travelEase: {
        readonly title: "Easing";
        readonly options: readonly [{
            readonly value: "linear";
            readonly label: "steady";
        }, {
            readonly value: "easeIn";
            readonly label: "slow start";
        }, {
            readonly value: "easeOut";
            readonly label: "slow end";
        }, {
            readonly value: "ease";
            readonly label: "slow both ends";
        }];
        readonly current: (emitter: Emitter) => "linear" | "easeIn" | "easeOut" | "ease" | "step";
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => void;
    };
    readonly blend: ChoiceDefinition;
    readonly lifeMode: ChoiceDefinition;
    readonly scaleApart: ChoiceDefinition;
    readonly scaleBy: ChoiceDefinition;
    readonly scaleRelative: ChoiceDefinition;
    readonly scaleYBy: ChoiceDefinition;
    readonly scaleYRelative: ChoiceDefinition;
    readonly opacityBy: ChoiceDefinition;
    readonly opacityRelative: ChoiceDefinition;
    readonly facing: ChoiceDefinition;
    readonly anchor: ChoiceDefinition;
    readonly frameChoice: ChoiceDefinition;
    readonly randomStart: ChoiceDefinition;
    readonly tintSpace: ChoiceDefinition;
    readonly tintPick: ChoiceDefinition;
    readonly pickAction: ChoiceDefinition;
    readonly palette: {
        readonly title: "Palette lock";
        readonly help: "Every colour becomes the nearest of the palette, in hard steps.";
        readonly options: (kit: Kit) => {
            value: string;
            label: string;
        }[];
        readonly current: (_emitter: Emitter, type: ParticleType) => string;
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => undefined;
    };
    readonly gravityAxes: ChoiceDefinition;
    readonly windAxes: ChoiceDefinition;
    readonly driftAxes: ChoiceDefinition;
    readonly swayAxes: ChoiceDefinition;
    readonly thrustEnd: ChoiceDefinition;
    readonly windMode: ChoiceDefinition;
    readonly pullTo: ChoiceDefinition;
    readonly pullFalloff: ChoiceDefinition;
    readonly swirlTo: ChoiceDefinition;
    readonly swirlFalloff: ChoiceDefinition;
    readonly churnSpace: ChoiceDefinition;
    readonly railMode: ChoiceDefinition;
    readonly avoids: ChoiceDefinition;
    readonly waverSpeed: ChoiceDefinition;
    readonly waverHeading: ChoiceDefinition;
    readonly waverSpin: ChoiceDefinition;
    readonly waverScale: ChoiceDefinition;
    readonly waverOpacity: ChoiceDefinition;
    readonly markBlend: ChoiceDefinition;
    readonly contact: ChoiceDefinition;
    readonly dormant: {
        readonly title: "Sends out";
        readonly help: "A dormant emitter sends out only what relays ask for.";
        readonly options: Option[];
        readonly current: (emitter: Emitter) => "no" | "yes";
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => void;
    };
    readonly endsOutside: {
        readonly title: "Off the view";
        readonly options: Option[];
        readonly current: (_emitter: Emitter, type: ParticleType) => "no" | "yes";
        readonly apply: (kit: Kit, targets: SentenceTargets, value: string) => undefined;
    };
};
export type MenuChoice = keyof typeof CHOICES;
export declare const choiceOf: (id: MenuChoice) => ChoiceDefinition;
export declare const choiceOptions: (id: MenuChoice, kit: Kit, emitter: Emitter, type: ParticleType, targets: SentenceTargets) => readonly Option[];
