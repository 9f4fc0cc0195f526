interface Text {
    readonly label: string;
    readonly help: string;
}
export interface ForceText extends Text {
    /** Other words that people may look for. */
    readonly also: string;
}
export declare const FORCE_TEXTS: {
    readonly gravity: {
        readonly label: "Gravity";
        readonly help: "Pulls everything in one direction.";
        readonly also: "fall weight down rise buoyancy";
    };
    readonly thrust: {
        readonly label: "Thrust";
        readonly help: "Drives particles on along their way, or back.";
        readonly also: "accelerate rocket speed up slow";
    };
    readonly brake: {
        readonly label: "Brake";
        readonly help: "Slows particles evenly until they rest.";
        readonly also: "stop slow down friction";
    };
    readonly drag: {
        readonly label: "Drag";
        readonly help: "The air slows fast particles more than slow ones.";
        readonly also: "air resistance damping friction";
    };
    readonly wind: {
        readonly label: "Wind";
        readonly help: "Pushes particles, or carries them along with the air.";
        readonly also: "gust blow air push carry";
    };
    readonly drift: {
        readonly label: "Drift";
        readonly help: "Moves everything along at one speed, without gathering it.";
        readonly also: "scroll slide constant";
    };
    readonly turn: {
        readonly label: "Turn";
        readonly help: "Bends the way of each particle into a curve.";
        readonly also: "curve circle spiral heading";
    };
    readonly pull: {
        readonly label: "Pull";
        readonly help: "Draws particles to a point, to the emitter or back home; negative pushes away.";
        readonly also: "attract repel gather magnet spring home";
    };
    readonly swirl: {
        readonly label: "Swirl";
        readonly help: "Drives particles around a point.";
        readonly also: "orbit vortex whirl rotate spin";
    };
    readonly churn: {
        readonly label: "Churn";
        readonly help: "Stirs particles about like a restless fluid.";
        readonly also: "turbulence noise smoke";
    };
    readonly sway: {
        readonly label: "Sway";
        readonly help: "Swings particles from side to side.";
        readonly also: "wave wobble sine swing leaf snow";
    };
    readonly rail: {
        readonly label: "Rail";
        readonly help: "Leads particles along a path.";
        readonly also: "path follow curve track";
    };
    readonly avoid: {
        readonly label: "Avoid";
        readonly help: "Keeps particles away from a circle or from surfaces.";
        readonly also: "repel obstacle around";
    };
    readonly limit: {
        readonly label: "Limit";
        readonly help: "Lets nothing go faster than this.";
        readonly also: "speed cap maximum";
    };
    readonly waver: {
        readonly label: "Waver";
        readonly help: "Lets speed, heading, angle, scale or opacity change restlessly, each particle by itself.";
        readonly also: "flicker random walk jitter wobble";
    };
};
export declare const FORCE_PROPERTY_TEXTS: {
    readonly gravity: {
        readonly label: "Gravity";
        readonly help: "A steady pull in one direction.";
    };
    readonly gravityHeading: {
        readonly label: "Towards";
        readonly help: "Where gravity leads: 90° is down.";
    };
    readonly thrust: {
        readonly label: "Thrust";
        readonly help: "Gain of speed along the travel; negative slows down.";
    };
    readonly brake: {
        readonly label: "Brake";
        readonly help: "Loss of speed each second, until it rests.";
    };
    readonly drag: {
        readonly label: "Drag";
        readonly help: "How strongly the air slows particles: share of the speed lost per second.";
    };
    readonly dragQuadratic: {
        readonly label: "For the fast";
        readonly help: "A drag that grows with the speed: it stops what is fast and spares what is slow.";
    };
    readonly wind: {
        readonly label: "Push";
        readonly help: "How hard the wind pushes.";
    };
    readonly windSpeed: {
        readonly label: "Air speed";
        readonly help: "How fast the air goes.";
    };
    readonly windCarry: {
        readonly label: "Takes along";
        readonly help: "How fast particles take on the speed of the air.";
    };
    readonly windHeading: {
        readonly label: "Towards";
        readonly help: "Where the wind blows: 0° is right.";
    };
    readonly drift: {
        readonly label: "Drift";
        readonly help: "Speed that is added to the particle’s own.";
    };
    readonly driftHeading: {
        readonly label: "Towards";
        readonly help: "Where the drift leads: 0° is right.";
    };
    readonly turn: {
        readonly label: "Turn";
        readonly help: "How fast the way bends, clockwise; drawn for each particle.";
    };
    readonly pull: {
        readonly label: "Pull";
        readonly help: "How strongly it draws; negative pushes away.";
    };
    readonly pullX: {
        readonly label: "Point →";
        readonly help: "Where it draws to, right of the effect’s origin.";
    };
    readonly pullY: {
        readonly label: "Point ↓";
        readonly help: "Where it draws to, below the effect’s origin.";
    };
    readonly pullReach: {
        readonly label: "Reach";
        readonly help: "The distance that its fall-off is measured by.";
    };
    readonly pullDamping: {
        readonly label: "Damping";
        readonly help: "Takes swinging out of the pull: share of the speed lost per second.";
    };
    readonly pullEnd: {
        readonly label: "Ends within";
        readonly help: "Particles that come this near to the centre end; 0 lets them live.";
    };
    readonly swirl: {
        readonly label: "Swirl";
        readonly help: "How hard it drives around, clockwise.";
    };
    readonly swirlX: {
        readonly label: "Point →";
        readonly help: "What it goes around, right of the effect’s origin.";
    };
    readonly swirlY: {
        readonly label: "Point ↓";
        readonly help: "What it goes around, below the effect’s origin.";
    };
    readonly swirlReach: {
        readonly label: "Reach";
        readonly help: "The distance that its fall-off is measured by.";
    };
    readonly churn: {
        readonly label: "Churn";
        readonly help: "How hard it stirs.";
    };
    readonly churnSize: {
        readonly label: "Size";
        readonly help: "Width of the eddies.";
    };
    readonly churnOctaves: {
        readonly label: "Detail";
        readonly help: "Adds eddies of half the size and half the strength, so many times.";
    };
    readonly churnRate: {
        readonly label: "Changes";
        readonly help: "How fast the eddies change.";
    };
    readonly sway: {
        readonly label: "Width";
        readonly help: "How far it swings to each side.";
    };
    readonly swayRate: {
        readonly label: "Rhythm";
        readonly help: "Swings a second.";
    };
    readonly swayHeading: {
        readonly label: "Towards";
        readonly help: "The direction it swings in: 0° is right and left.";
    };
    readonly swayPhase: {
        readonly label: "Out of step";
        readonly help: "How far particles swing apart from one another; at 0 all swing together.";
    };
    readonly railGather: {
        readonly label: "Gathered by";
        readonly help: "Share of the life after which particles run on the rail itself; at 0 they keep their place beside it.";
    };
    readonly avoid: {
        readonly label: "Avoid";
        readonly help: "How hard it pushes away.";
    };
    readonly avoidX: {
        readonly label: "Circle →";
        readonly help: "Centre of the circle, right of the effect’s origin.";
    };
    readonly avoidY: {
        readonly label: "Circle ↓";
        readonly help: "Centre of the circle, below the effect’s origin.";
    };
    readonly avoidRadius: {
        readonly label: "Radius";
        readonly help: "Radius of the circle.";
    };
    readonly avoidReach: {
        readonly label: "Keeps off";
        readonly help: "How far away it begins to push.";
    };
    readonly limit: {
        readonly label: "At most";
        readonly help: "The fastest that any particle goes.";
    };
    readonly waverSpeed: {
        readonly label: "Speed ±";
        readonly help: "How much the speed changes.";
    };
    readonly waverSpeedRate: {
        readonly label: "Rate";
        readonly help: "How often it changes.";
    };
    readonly waverHeading: {
        readonly label: "Heading ±";
        readonly help: "How far the way turns aside.";
    };
    readonly waverHeadingRate: {
        readonly label: "Rate";
        readonly help: "How often it changes.";
    };
    readonly waverSpin: {
        readonly label: "Angle ±";
        readonly help: "How far the sprite rocks.";
    };
    readonly waverSpinRate: {
        readonly label: "Rate";
        readonly help: "How often it changes.";
    };
    readonly waverScale: {
        readonly label: "Scale ±";
        readonly help: "How much the size changes.";
    };
    readonly waverScaleRate: {
        readonly label: "Rate";
        readonly help: "How often it changes.";
    };
    readonly waverOpacity: {
        readonly label: "Opacity ±";
        readonly help: "How much the opacity changes.";
    };
    readonly waverOpacityRate: {
        readonly label: "Rate";
        readonly help: "How often it changes.";
    };
    readonly bounce: {
        readonly label: "Bounce";
        readonly help: "Share of the speed that comes back off a surface, drawn for each particle.";
    };
    readonly friction: {
        readonly label: "Friction";
        readonly help: "How much a surface holds back along itself, against how hard it is hit.";
    };
    readonly contactRadius: {
        readonly label: "Size";
        readonly help: "How far from its centre a particle touches; 0 touches with its centre.";
    };
    readonly lifeLoss: {
        readonly label: "Costs";
        readonly help: "Share of the rest of its life that a hit costs.";
    };
    readonly slowEnd: {
        readonly label: "Ends below";
        readonly help: "Particles that get slower than this end; 0 lets them live.";
    };
    readonly outsideBy: {
        readonly label: "Outside by";
        readonly help: "How far outside the view they end.";
    };
    readonly markScale: {
        readonly label: "Scale";
        readonly help: "Size of the mark.";
    };
    readonly markAngle: {
        readonly label: "Angle";
        readonly help: "How the mark is turned.";
    };
    readonly markOpacity: {
        readonly label: "Opacity";
        readonly help: "Opacity of the mark.";
    };
    readonly markTint: {
        readonly label: "Takes tint";
        readonly help: "How much of the particle’s tint the mark takes.";
    };
    readonly markFade: {
        readonly label: "Fades over";
        readonly help: "How long a mark takes to fade away; 0 lets it stay.";
    };
    readonly markCap: {
        readonly label: "At most";
        readonly help: "Most marks at once; the oldest goes first.";
    };
};
export declare const AXES_TEXTS: {
    readonly world: "with the world";
    readonly effect: "with the effect";
};
export declare const THRUST_END_TEXTS: {
    readonly stop: "stops";
    readonly reverse: "drives it back";
};
export declare const WIND_MODE_TEXTS: {
    readonly push: "pushes";
    readonly carry: "carries along";
};
export declare const CENTRE_TEXTS: {
    readonly point: "a point";
    readonly emitter: "the emitter";
    readonly home: "its birthplace";
};
export declare const FALLOFF_TEXTS: {
    readonly steady: "the same everywhere";
    readonly fading: "fading out at its reach";
    readonly near: "stronger near it";
    readonly spring: "stronger far off, like a spring";
};
export declare const CHURN_SPACE_TEXTS: {
    readonly world: "in the world";
    readonly emitter: "with the effect";
};
export declare const RAIL_MODE_TEXTS: {
    readonly age: "over its life";
    readonly speed: "at its own speed";
};
export declare const AVOIDED_TEXTS: {
    readonly circle: "a circle";
    readonly surfaces: "surfaces";
};
export declare const WAVER_TARGET_TEXTS: {
    readonly speed: "Speed";
    readonly heading: "Heading";
    readonly spin: "Angle";
    readonly scale: "Scale";
    readonly opacity: "Opacity";
};
export declare const WAVER_KIND_TEXTS: {
    readonly walk: "wandering";
    readonly triangle: "to and fro";
    readonly sine: "in waves";
};
export declare const CONTACT_TEXTS: {
    readonly none: "passes through";
    readonly bounce: "bounces";
    readonly slide: "slides";
    readonly stick: "sticks";
    readonly end: "ends";
    readonly loseLife: "bounces and loses life";
};
export {};
