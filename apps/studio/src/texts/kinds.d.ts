export declare const SHAPE_TEXTS: {
    readonly point: "a point";
    readonly line: "a line";
    readonly polyline: "a polyline";
    readonly curve: "a curve";
    readonly rectangle: "a rectangle";
    readonly circle: "a circle";
    readonly ellipse: "an ellipse";
    readonly ring: "a ring";
    readonly polygon: "a polygon";
    readonly segment: "a segment to B";
    readonly picture: "a picture";
    readonly viewEdge: "an edge of the view";
    readonly view: "the whole view";
};
export declare const FILL_TEXTS: {
    readonly even: "evenly";
    readonly core: "denser inside";
    readonly rim: "denser at the rim";
    readonly outline: "along the outline";
};
export declare const PLACEMENT_TEXTS: {
    readonly random: "anywhere";
    readonly evenly: "spread evenly";
    readonly inOrder: "one after the other";
    readonly eachOnce: "each place once";
};
export declare const SPACE_TEXTS: {
    readonly left: "left in the world";
    readonly carried: "carried by the effect";
    readonly pinned: "pinned to the view";
};
export declare const SIZE_UNIT_TEXTS: {
    readonly px: "pixels";
    readonly view: "percent of the view";
};
export declare const SIDE_TEXTS: {
    readonly top: "top";
    readonly right: "right";
    readonly bottom: "bottom";
    readonly left: "left";
};
export declare const MASK_PART_TEXTS: {
    readonly area: "its filled area";
    readonly edge: "its edge";
    readonly edgeOut: "its edge, facing out";
};
export declare const AIM_TEXTS: {
    readonly direction: "in a direction";
    readonly outward: "outward";
    readonly inward: "inward";
    readonly along: "along the path";
    readonly normal: "off the edge";
    readonly towards: "towards a point";
    readonly ball: "like a ball";
};
export declare const BIAS_TEXTS: {
    readonly even: "even";
    readonly middle: "middle";
    readonly low: "low";
    readonly high: "high";
};
export declare const RHYTHM_TEXTS: {
    readonly even: "in an even beat";
    readonly jittered: "jittered";
    readonly random: "at random";
};
export declare const CAP_POLICY_TEXTS: {
    readonly skip: "leave the new ones out";
    readonly endOldest: "end the oldest";
};
export declare const TRAVEL_MODE_TEXTS: {
    readonly once: "once";
    readonly loop: "again and again";
    readonly backAndForth: "back and forth";
};
export declare const LIFE_MODE_TEXTS: {
    readonly range: "its own";
    readonly emitter: "as long as its emitter";
};
export declare const VALUE_MODE_TEXTS: {
    readonly ramp: "a ramp";
    readonly rate: "so much a second";
};
export declare const BLEND_TEXTS: {
    readonly normal: "normal";
    readonly additive: "additive";
    readonly screen: "screen";
    readonly multiply: "multiply";
};
export declare const FRAME_CHOICE_TEXTS: {
    readonly fixed: "the first frame";
    readonly random: "a random frame";
    readonly overLife: "all frames over its life";
    readonly once: "played once";
    readonly loop: "played in a loop";
    readonly backAndForth: "played back and forth";
    readonly ramp: "frames by a ramp";
};
export declare const FACING_TEXTS: {
    readonly fixed: "as turned";
    readonly travel: "along travel";
};
export declare const ANCHOR_TEXTS: {
    readonly centre: "from the centre";
    readonly head: "behind the head";
    readonly tail: "ahead of the tail";
};
export declare const TINT_SPACE_TEXTS: {
    readonly srgb: "plain (sRGB)";
    readonly oklab: "even to the eye (OKLab)";
};
export declare const TINT_PICK_TEXTS: {
    readonly none: "the ramp for all";
    readonly list: "one of a list each";
    readonly ramps: "between two ramps each";
};
export declare const PICK_ACTION_TEXTS: {
    readonly multiply: "multiplies the ramp";
    readonly replace: "replaces the ramp";
};
export declare const ORDER_TEXTS: {
    readonly newest: "newest on top";
    readonly oldest: "oldest on top";
    readonly byY: "lower on top";
    readonly byScale: "larger on top";
    readonly shuffled: "shuffled";
};
export declare const PLAY_TEXTS: {
    readonly once: "plays once";
    readonly loop: "loops";
    readonly loopWaiting: "loops after the last";
    readonly sustain: "sustains";
    readonly period: "repeats exactly";
};
export declare const RAMP_TEXTS: {
    readonly scale: "Scale";
    readonly scaleY: "Scale ↓";
    readonly opacity: "Opacity";
    readonly speed: "Speed";
    readonly frame: "Frame";
    readonly hue: "Hue";
    readonly tint: "Tint";
    readonly tintB: "Tint B";
};
export declare const ALONG_TEXTS: {
    readonly scale: "Scale";
    readonly opacity: "Opacity";
    readonly delay: "Delay";
};
export declare const EASE_TEXTS: {
    readonly linear: "Straight";
    readonly easeIn: "Slow start";
    readonly easeOut: "Slow end";
    readonly ease: "Slow both ends";
    readonly step: "Hold, then jump";
    readonly free: "Free handles";
};
export declare const TINT_EASE_TEXTS: {
    readonly linear: "Mix";
    readonly step: "Hold, then jump";
};
/** Nearest of the eight directions in words. */
export declare const directionWord: (deg: number) => string;
