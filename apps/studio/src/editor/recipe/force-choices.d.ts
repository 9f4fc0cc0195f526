import { type ChoiceDefinition } from './choice.ts';
export declare const FORCE_CHOICES: {
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
        readonly options: import("./choice.ts").Option[];
        readonly current: (emitter: import("@gliv/document").Emitter) => "no" | "yes";
        readonly apply: (kit: import("@gliv/document").Kit, targets: import("./targets.ts").SentenceTargets, value: string) => void;
    };
    readonly endsOutside: {
        readonly title: "Off the view";
        readonly options: import("./choice.ts").Option[];
        readonly current: (_emitter: import("@gliv/document").Emitter, type: import("@gliv/document").ParticleType) => "no" | "yes";
        readonly apply: (kit: import("@gliv/document").Kit, targets: import("./targets.ts").SentenceTargets, value: string) => undefined;
    };
};
