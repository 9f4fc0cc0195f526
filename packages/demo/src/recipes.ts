/**
 * Short recipes: effects of the demo, each with what its emitters are for, to be opened in a kit of one's own and
 * taken apart there.
 */

/** One recipe. `effect` is the demo's effect that it opens; `notes` are by the ids of that effect's emitters. */
export interface EffectRecipe {
  readonly id: string
  readonly title: string
  /** What is learned from it, in a sentence or two. */
  readonly text: string
  readonly effect: string
  readonly notes: Readonly<Record<string, string>>
}

export const EFFECT_RECIPES: readonly EffectRecipe[] = [
  {
    id: 'rain',
    title: 'Rain that fills the view',
    text: 'Two depths of drops from a line above the picture, and rings where the near ones end.',
    effect: 'canal-rain',
    notes: {
      'rain-near':
        'Born in a flat rectangle above the view and wider than it, as drops fall at a slant: heading 101°, and the picture turned by as much. Its life is what a drop needs down to the water. A relay hands over to the rings at each end.',
      'rain-far':
        'The same, smaller, slower and fainter: depth comes from three numbers that fall together, scale, speed and opacity.',
      'rain-rings':
        'Sends out nothing by itself: it waits for the relay of the near rain. Width and height of its scale are apart, so that rings lie on the water.',
    },
  },
  {
    id: 'blast',
    title: 'A blast in five layers, and its flash',
    text: 'What is over first is brightest. Each layer has a time, a size and a blend of its own.',
    effect: 'cargo-blast',
    notes: {
      'blast-flash-layer':
        'One large picture for a fifth of a second, additive. It hides how the rest begins.',
      'blast-sparks':
        'Many, small, fast, stretched along their travel, pulled down by gravity. A second burst with a chance throws some later, so that it does not end all at once.',
      'blast-chunks':
        'Heavy things: strong gravity, hardly any drag, a fast spin either way. Normal blend, as they are solid.',
      'blast-fire':
        'A burst outward with much drag: it shoots out and stays. The tint runs from pale to dark while it is additive.',
      'blast-shock': 'A single ring that grows and fades; screen blend lets the ground through.',
      'blast-smoke-layer':
        'Begins a tenth of a second later and lives longest. Its gravity points up, its blend is normal: additive smoke would glow.',
    },
  },
  {
    id: 'trail',
    title: 'A trail behind a boat',
    text: 'Particles for each pixel travelled, not for each second: at any speed the trail is equally dense.',
    effect: 'boat-wake',
    notes: {
      'wake-foam-layer':
        'Half a particle per pixel, on a short line across the way. It inherits little of the boat’s motion, so that it stays behind. Drawn behind the boat.',
      'wake-left': 'Heads back and a little outward; its mirror image is the other wave.',
      'wake-right': 'The mirror image of the left wave: heading 171° instead of 189°.',
      'wake-spray-layer':
        'Small drops upward with gravity; they inherit half of the motion, as thrown water does.',
    },
  },
  {
    id: 'fire',
    title: 'A fire with light and smoke',
    text: 'A body and a heart of flame, light on what is around, sparks with a glow each, smoke above.',
    effect: 'stove-fire',
    notes: {
      'stove-body':
        'Gravity that points up, drag that slows it down, churn that bends it: fire is pulled, not thrown. Many at low opacity, additive, so that they add up to one body.',
      'stove-heart': 'Fewer, shorter, brighter, in the middle of the body.',
      'stove-light':
        'A few very large, very faint pictures whose opacity wavers: the light that the fire throws.',
      'stove-sparks': 'Few and tiny, in a random rhythm, with more churn than the body.',
      'stove-glows': 'A companion of the sparks: the same births and ways, a larger and fainter picture.',
      'stove-smoke': 'Born above the flames, normal blend, faint; it grows while it fades.',
    },
  },
  {
    id: 'steam',
    title: 'Steam that bends with the wind',
    text: 'A jet that turns into a cloud: speed at birth, then drag, then a pull to the side.',
    effect: 'funnel-steam',
    notes: {
      'steam-body':
        'Gravity at −62° is both lift and wind. The scale grows from a small floor; turned by chance and spinning slowly, so that no picture is seen twice.',
      'steam-wisps': 'Born at the edge of the circle with a wider fan: they break the outline of the body.',
    },
  },
  {
    id: 'dust',
    title: 'Dust on a landing',
    text: 'Two bursts at once: what flies far and stops, and what falls.',
    effect: 'pier-dust',
    notes: {
      'dust-cloud':
        'A fan of 176° along the ground, fast, with much drag: it spreads within a few frames and hangs. It rises a little at the end.',
      'dust-grit': 'Solid crumbs with gravity and spin; a second, smaller burst a moment later.',
    },
  },
  {
    id: 'stars',
    title: 'A burst that falls in stars',
    text: 'Rings within rings: the same particle type sent out twice, at two moments.',
    effect: 'signal-flare',
    notes: {
      'flare-flash': 'Hides the first frames, and says how bright it is.',
      'flare-stars': '110 in all directions; drag stops them on a sphere, gravity then lets it fall.',
      'flare-crown': 'The same type, later and from a wider ring: the second bloom.',
      'flare-halos': 'Large and faint, with the numbers of the stars: the glow around them.',
      'flare-embers': 'A flow of half a second instead of a burst: what goes on glimmering.',
      'flare-smoke-ring': 'A tenth of a second late, normal blend: what is left in the sky.',
    },
  },
  {
    id: 'pop',
    title: 'A pop in hard palette steps',
    text: 'Whole pixels, few frames, colours in steps: for games that are drawn in pixels.',
    effect: 'keg-pop',
    notes: {
      'keg-star': 'One picture whose frames run once over its life: a drawn explosion.',
      'keg-staves': 'Evenly around a ring, outward, with gravity: a count that the eye takes in.',
      'keg-crumbs': 'Single pixels of a palette; the ramp is stepped, not eased.',
    },
  },
  {
    id: 'shatter',
    title: 'A picture that breaks into its pixels',
    text: 'Births on a picture: one particle for each texel, in its colour.',
    effect: 'crate-shatter',
    notes: {
      'crate-pixels':
        'Born once on each texel of the crate’s picture, heading outward. The count follows the picture.',
      'crate-grit': 'Larger splinters: what breaks does not break evenly.',
      'crate-dust': 'Behind it all, with much drag: it covers the moment in which the crate is gone.',
    },
  },
  {
    id: 'fluff',
    title: 'Fluff that drifts through the view',
    text: 'Born at the edge of whatever is seen, carried by a wind with gusts, far ones small and slow.',
    effect: 'seed-fluff',
    notes: {
      'seeds-near':
        'Shape: the edge of the view. The wind carries it; a lane on the wind’s speed makes gusts. Sway and a waver of the spin keep each one by itself.',
      'seeds-far': 'The same type further back: drawn behind, sent out more often.',
    },
  },
  {
    id: 'splat',
    title: 'A splat that bounces and leaves marks',
    text: 'Contact with the surfaces of a stage. Judge it on a stage that has some.',
    effect: 'mud-splat',
    notes: {
      'mud-blobs':
        'Bounces with little spring and much friction, leaves a mark at each contact, and ends where it gets slow. A relay sends crumbs from there.',
      'mud-crumbs': 'Waits for the relay: a few at each contact.',
      'mud-hazes': 'Short and faint behind it: without it the blobs seem to come from nowhere.',
    },
  },
  {
    id: 'pull',
    title: 'Dashes that are pulled in',
    text: 'A pull to a point, a swirl around it, and a limit of speed.',
    effect: 'sink-hole',
    notes: {
      'sink-dashes':
        'Born at the rim of an ellipse, heading inward. Pull and swirl together make a spiral; the pull’s end takes away what arrives, the limit keeps dashes from shooting through.',
      'sink-swirls': 'Flat pictures that turn: width and height of the scale are apart.',
      'sink-deep': 'Large and pale below it all.',
    },
  },
]
