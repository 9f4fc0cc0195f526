/** One word for one thing, in every text that is shown. */

/** What each of these words means, and nothing else. */
export const WORDS = {
  shelf: 'where kits lie',
  'at hand': 'ramps that are kept or come with the studio',
  starter: 'a beginning of an emitter or an effect',
  stage: 'the document that an effect is judged on: surfaces, and what is around them',
  view: 'the part of the world that the game shows',
  ground: 'the plain colour behind an effect',
  placed: 'where, how large and how turned the effect stands while it is judged',
  speed: 'a particle’s, in px/s',
  pace: 'how fast time passes, of the playback or of a part',
  drag: 'the force of the air; one pulls a handle',
  start: 'where a ramp is at its top; its other end is the floor',
  beginning: 'the first moment of an effect',
  angle: 'how a sprite, a part or the placed effect is turned',
  tilt: 'how a shape is turned',
  heading: 'where a launch or a force leads',
  remove: 'out of a list',
  delete: 'ends a thing',
} as const satisfies Record<string, string>

/** Ways to say one of them that are not used, with the word instead. */
export const NOT_SAID: readonly (readonly [pattern: RegExp, instead: keyof typeof WORDS])[] = [
  [/^turned(?: by)?$/i, 'angle'],
  [/^towards$/i, 'heading'],
  [/\bdrag (?:to|it|a|inside)\b/i, 'drag'],
  [/\btakes? (?:it|its|the) .*\baway\b/i, 'remove'],
  [/\btake out\b/i, 'remove'],
  [/\b(?:on|off|from|ramp) (?:the )?shelf\b/i, 'at hand'],
]
