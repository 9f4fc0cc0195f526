export interface PropertyText {
    readonly label: string;
    readonly help: string;
}
export declare const PROPERTY_TEXTS: {
    readonly relayDelay: {
        readonly label: "After";
        readonly help: "Time from what sets it off until the birth.";
    };
    readonly relayChance: {
        readonly label: "Chance";
        readonly help: "How likely it is to happen each time.";
    };
    readonly relayCount: {
        readonly label: "Count";
        readonly help: "How many it sends out each time.";
    };
    readonly relayPx: {
        readonly label: "Every";
        readonly help: "The way a particle goes between two of them.";
    };
    readonly relaySeconds: {
        readonly label: "Every";
        readonly help: "The time between two of them.";
    };
    readonly relaySlow: {
        readonly label: "Below";
        readonly help: "The speed below which it happens.";
    };
    readonly relayVelocity: {
        readonly label: "Takes speed";
        readonly help: "How much of the particle’s velocity goes over.";
    };
    readonly relayTint: {
        readonly label: "Takes tint";
        readonly help: "How much of the particle’s tint goes over.";
    };
    readonly relayScale: {
        readonly label: "Takes scale";
        readonly help: "How much of the particle’s size goes over.";
    };
    readonly relayInstances: {
        readonly label: "At once";
        readonly help: "Most effects that play at the same time.";
    };
    readonly partAt: {
        readonly label: "At";
        readonly help: "When the part begins on this effect’s timeline.";
    };
    readonly partX: {
        readonly label: "Place →";
        readonly help: "Where the part sits, right of the effect’s origin.";
    };
    readonly partY: {
        readonly label: "Place ↓";
        readonly help: "Where the part sits, below the effect’s origin.";
    };
    readonly partRotate: {
        readonly label: "Turned";
        readonly help: "How the part is turned, clockwise.";
    };
    readonly partScale: {
        readonly label: "Scale";
        readonly help: "How large the part is.";
    };
    readonly partTime: {
        readonly label: "Pace";
        readonly help: "How fast the part plays: 2 is twice as fast.";
    };
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
    readonly loopSeconds: {
        readonly label: "Loop every";
        readonly help: "After this time the effect starts over; particles that still live go on.";
    };
    readonly periodSeconds: {
        readonly label: "Period";
        readonly help: "After this time everything is again exactly as it was: for loops without a seam.";
    };
    readonly sustainFrom: {
        readonly label: "Middle from";
        readonly help: "Start of the stretch that repeats until the effect is stopped.";
    };
    readonly sustainTo: {
        readonly label: "Middle to";
        readonly help: "End of the stretch that repeats; after the stop the tail follows from here.";
    };
    readonly warmUp: {
        readonly label: "Warm-up";
        readonly help: "The effect starts as if it had been running for this long.";
    };
    readonly timeScale: {
        readonly label: "Time scale";
        readonly help: "How fast the whole effect runs: 1 is real time, 0.5 half as fast.";
    };
    readonly jumpPx: {
        readonly label: "Jump over";
        readonly help: "A longer way between two ticks is a jump, along which nothing is born.";
    };
    readonly delay: {
        readonly label: "Delay";
        readonly help: "Time from the start of the effect until this emitter begins.";
    };
    readonly duration: {
        readonly label: "Duration";
        readonly help: "How long the flow runs.";
    };
    readonly flow: {
        readonly label: "Flow";
        readonly help: "Particles per second. 0 leaves only the bursts.";
    };
    readonly flowPerPx: {
        readonly label: "Per pixel";
        readonly help: "Particles per pixel that the emitter moves: for trails and wakes.";
    };
    readonly minimum: {
        readonly label: "At least";
        readonly help: "So many alive while the emitter is open; missing ones are added each tick.";
    };
    readonly cap: {
        readonly label: "Cap";
        readonly help: "Most particles alive at once.";
    };
    readonly offsetX: {
        readonly label: "Offset →";
        readonly help: "Where the emitter sits, right of the effect’s origin.";
    };
    readonly offsetY: {
        readonly label: "Offset ↓";
        readonly help: "Where the emitter sits, below the effect’s origin.";
    };
    readonly shapeWidth: {
        readonly label: "Width";
        readonly help: "Width of the shape, or length of the line.";
    };
    readonly shapeHeight: {
        readonly label: "Height";
        readonly help: "Height of the shape.";
    };
    readonly shapeRadius: {
        readonly label: "Radius";
        readonly help: "Outer radius of the shape.";
    };
    readonly shapeInner: {
        readonly label: "Inner radius";
        readonly help: "Radius of the hole in the ring.";
    };
    readonly shapeArc: {
        readonly label: "Arc";
        readonly help: "How much of the ring there is; 360° is all of it.";
    };
    readonly shapeAngle: {
        readonly label: "Turned";
        readonly help: "How the shape is turned: 0° is right, 90° down.";
    };
    readonly shapeSides: {
        readonly label: "Sides";
        readonly help: "Sides of the regular polygon.";
    };
    readonly endX: {
        readonly label: "B →";
        readonly help: "Where the segment ends, right of the emitter.";
    };
    readonly endY: {
        readonly label: "B ↓";
        readonly help: "Where the segment ends, below the emitter.";
    };
    readonly pieceEvery: {
        readonly label: "Piece each";
        readonly help: "The segment has a place each so many pixels.";
    };
    readonly places: {
        readonly label: "Places";
        readonly help: "How many places the shape has for births one after the other.";
    };
    readonly edgeDepth: {
        readonly label: "Depth";
        readonly help: "How deep the strip along the edge of the view is.";
    };
    readonly edgeOutset: {
        readonly label: "Outside by";
        readonly help: "How far outside the view the strip begins; negative is inside.";
    };
    readonly grid: {
        readonly label: "Grid";
        readonly help: "Size of the picture’s cells: each sends out one particle at a time.";
    };
    readonly jitterX: {
        readonly label: "Jitter ↔";
        readonly help: "Moves each birth sideways by up to this much.";
    };
    readonly jitterY: {
        readonly label: "Jitter ↕";
        readonly help: "Moves each birth up or down by up to this much.";
    };
    readonly heading: {
        readonly label: "Heading";
        readonly help: "Launch direction: 0° is right, 90° down, −90° up.";
    };
    readonly fan: {
        readonly label: "Fan";
        readonly help: "Full angle around the heading; 360° is all around.";
    };
    readonly targetX: {
        readonly label: "Point →";
        readonly help: "The point that particles head for, right of the emitter.";
    };
    readonly targetY: {
        readonly label: "Point ↓";
        readonly help: "The point that particles head for, below the emitter.";
    };
    readonly speed: {
        readonly label: "Speed";
        readonly help: "Launch speed, drawn once for each particle.";
    };
    readonly inherit: {
        readonly label: "Carry over";
        readonly help: "How much of the emitter’s own speed a particle takes along.";
    };
    readonly travelSeconds: {
        readonly label: "Travel time";
        readonly help: "How long one way along the travel path takes.";
    };
    readonly alongDelay: {
        readonly label: "Delay to";
        readonly help: "Births are put back by up to this long, by where on the shape they are.";
    };
    readonly burstAt: {
        readonly label: "At";
        readonly help: "When the burst happens, after the emitter’s delay.";
    };
    readonly burstCount: {
        readonly label: "Count";
        readonly help: "How many particles at once.";
    };
    readonly burstSpan: {
        readonly label: "Spread over";
        readonly help: "The burst’s particles come one by one over this time.";
    };
    readonly burstRepeats: {
        readonly label: "Times";
        readonly help: "How often the burst happens.";
    };
    readonly burstInterval: {
        readonly label: "Every";
        readonly help: "Time from one repeat to the next.";
    };
    readonly burstChance: {
        readonly label: "Chance";
        readonly help: "How likely each repeat is to happen at all.";
    };
    readonly life: {
        readonly label: "Life";
        readonly help: "How long each particle lives.";
    };
    readonly scale: {
        readonly label: "Start";
        readonly help: "Size where the ramp is at its top; 1 is the sprite’s own size.";
    };
    readonly scaleFloor: {
        readonly label: "Floor";
        readonly help: "Size where the ramp is at its bottom; as a share of the start when it is relative.";
    };
    readonly scaleRate: {
        readonly label: "Rate";
        readonly help: "How much the size changes each second.";
    };
    readonly scaleY: {
        readonly label: "Start ↓";
        readonly help: "Height where the ramp is at its top.";
    };
    readonly scaleYFloor: {
        readonly label: "Floor ↓";
        readonly help: "Height where the ramp is at its bottom.";
    };
    readonly scaleYRate: {
        readonly label: "Rate ↓";
        readonly help: "How much the height changes each second.";
    };
    readonly scaleLow: {
        readonly label: "Not below";
        readonly help: "A changing size stops here.";
    };
    readonly scaleHigh: {
        readonly label: "Not above";
        readonly help: "A changing size stops here.";
    };
    readonly opacity: {
        readonly label: "Start";
        readonly help: "Opacity where the ramp is at its top.";
    };
    readonly opacityFloor: {
        readonly label: "Floor";
        readonly help: "Opacity where the ramp is at its bottom; as a share of the start when it is relative.";
    };
    readonly opacityRate: {
        readonly label: "Rate";
        readonly help: "How much the opacity changes each second.";
    };
    readonly opacityLow: {
        readonly label: "Not below";
        readonly help: "A changing opacity stops here.";
    };
    readonly opacityHigh: {
        readonly label: "Not above";
        readonly help: "A changing opacity stops here.";
    };
    readonly startAngle: {
        readonly label: "Start angle";
        readonly help: "How the sprite is turned at birth.";
    };
    readonly spin: {
        readonly label: "Spin";
        readonly help: "How fast it turns, clockwise.";
    };
    readonly stretch: {
        readonly label: "Stretch";
        readonly help: "How much longer the sprite gets for every 100 px/s of speed.";
    };
    readonly stretchLimit: {
        readonly label: "At most";
        readonly help: "Longest that the sprite is ever stretched.";
    };
    readonly fps: {
        readonly label: "Frames a second";
        readonly help: "How fast the frames play.";
    };
    readonly clipRounds: {
        readonly label: "Rounds";
        readonly help: "How often the frames run through in one life.";
    };
    readonly hueSpread: {
        readonly label: "Hue ±";
        readonly help: "Turns each particle’s hue by up to this much, either way.";
    };
    readonly saturationSpread: {
        readonly label: "Saturation ±";
        readonly help: "Makes each particle paler or stronger by up to this much.";
    };
    readonly valueSpread: {
        readonly label: "Value ±";
        readonly help: "Makes each particle lighter or darker by up to this much.";
    };
    readonly redSpread: {
        readonly label: "Red ±";
        readonly help: "Changes each particle’s red by up to this much.";
    };
    readonly greenSpread: {
        readonly label: "Green ±";
        readonly help: "Changes each particle’s green by up to this much.";
    };
    readonly blueSpread: {
        readonly label: "Blue ±";
        readonly help: "Changes each particle’s blue by up to this much.";
    };
    readonly hueTurn: {
        readonly label: "Hue turns";
        readonly help: "How far the hue turns over life, where its ramp is at the top.";
    };
};
export declare const UNIT_TEXTS: {
    readonly px: {
        readonly short: " px";
        readonly digits: 1;
        readonly factor: 1;
    };
    readonly s: {
        readonly short: " s";
        readonly digits: 2;
        readonly factor: 1;
    };
    readonly deg: {
        readonly short: "°";
        readonly digits: 1;
        readonly factor: 1;
    };
    readonly 'deg/s': {
        readonly short: " °/s";
        readonly digits: 0;
        readonly factor: 1;
    };
    readonly 'px/s': {
        readonly short: " px/s";
        readonly digits: 0;
        readonly factor: 1;
    };
    readonly 'px/s2': {
        readonly short: " px/s²";
        readonly digits: 0;
        readonly factor: 1;
    };
    readonly 'per s': {
        readonly short: " per s";
        readonly digits: 1;
        readonly factor: 1;
    };
    readonly 'per px': {
        readonly short: " per px";
        readonly digits: 3;
        readonly factor: 1;
    };
    readonly factor: {
        readonly short: "×";
        readonly digits: 2;
        readonly factor: 1;
    };
    readonly 'factor/s': {
        readonly short: "× /s";
        readonly digits: 2;
        readonly factor: 1;
    };
    readonly 'share/s': {
        readonly short: " % /s";
        readonly digits: 0;
        readonly factor: 100;
    };
    readonly share: {
        readonly short: " %";
        readonly digits: 0;
        readonly factor: 100;
    };
    readonly count: {
        readonly short: "";
        readonly digits: 0;
        readonly factor: 1;
    };
};
