/** What controls do that carry no help of their own: by where they stand, and by their names. The first that fits. */

interface Said {
  /** What it is or stands in. */
  readonly within: string
  /** What its name begins with, or is like; any when it is left out. */
  readonly named?: RegExp
  readonly text: string
}

const said = (within: string, text: string): Said => ({ within, text })
const named = (like: RegExp, text: string, within = '*'): Said => ({ within, named: like, text })

const HEAD: readonly Said[] = [
  said('.skip-link', 'Goes past the head and the column to where the work is.'),
  said('.home', 'Goes to the shelf, where all kits are.'),
  named(/^Edit /, 'Goes back to the editor of this effect.', '.crumb'),
  said('.crumb', 'Goes to the kit’s page: its effects, stages and sounds.'),
  named(/^Ship$/, 'Makes sheets and animations of the effect, as the game needs them.'),
  named(/^Export$/, 'Writes the kit, live data for the player, a page that shows an effect, or a folder.'),
  named(/^Theme$/, 'Chooses how Gliv looks: as the system, Paper, Night or Neutral grey.'),
  named(/^Sprites$/, 'Shows the pictures of the kit.'),
  named(/^Other effects of this kit/, 'Goes to another effect of the kit.'),
  named(/^Preset/, 'Sets all sentences of shipping at once, for a kind of game.'),
]

const GROUP_TEXTS: Readonly<Record<string, string>> = {
  'how-many': 'How many particles are born, and when: a flow, bursts, or both.',
  where: 'Where particles are born: the emitter’s shape, and whether they stay in the world.',
  launch: 'Which way particles leave, and how fast.',
  relays: 'What its particles set off: births of another emitter where they are born, fly or end.',
  order: 'Which of its particles are drawn over which.',
  life: 'How long each particle lives.',
  look: 'The pictures of the particle type, and how they are blended.',
  frames: 'Which frames of a picture a particle shows while it lives.',
  scale: 'How large particles are, over their life.',
  tint: 'What colour they take, over their life.',
  opacity: 'How much of what lies behind they hide, over their life.',
  forces: 'What acts on them while they live: gravity, wind, drag, churn and more.',
  contact: 'What they do where they meet the surfaces of the stage.',
  end: 'What happens when their time is over, or where they leave the view.',
  depth: 'How near they are: size, speed and order follow from it.',
  facing: 'How they are turned, and how they turn while they live.',
}

const EDITOR: readonly Said[] = [
  ...Object.entries(GROUP_TEXTS).map(([id, text]) => said(`[data-group="${id}"] .group-title`, text)),
  named(/^Show the .* ramp/, 'Opens this ramp in the life strip, below the film.'),
  said('[data-group] .word-choice', 'A word of the sentence: a press lists what can stand in its place.'),
  named(
    /^Heads$/,
    'What the launch is aimed by: a direction, away from the middle, along the shape, at a place.',
  ),
  named(/^Note on/, 'What is worth knowing about it, for others or for later; it ships nowhere.'),
  named(/^Find a property/, 'Finds a number by its name, and sets it where a value is typed after it.'),
  named(/^Heading$/, 'Which way particles leave.', '.handle'),
  named(/^Fan$/, 'How far to both sides of the heading they leave.', '.handle'),
  named(/^Place$/, 'Where the emitter stands in the effect.', '.handle'),
  named(/^Tilt$/, 'How far the shape is turned.', '.handle'),
  said('.handle', 'A handle of the emitter’s shape or of what acts on it; its menu sets it back.'),
  said(
    '.knob-sliders',
    'What a game turns while it plays; here it is tried, and no value of the effect changes.',
  ),
  named(/^Pace /, 'How fast it is played here; the effect keeps its own time.'),
  named(/^Another seed/, 'Draws all random numbers anew: another run of the same effect.'),
  named(/^How the effect plays/, 'Plays once, again and again, or goes on until the game ends it.'),
  named(/^Add emitter/, 'Adds an emitter, empty or from a starter.'),
  named(/^(Mute|Unmute) /, 'Leaves the emitter out, here and in what ships.', '.track'),
  named(/^Solo|^No solo/, 'Shows this emitter alone; it never ships.', '.track'),
  named(/^(Lock|Unlock) /, 'A locked emitter is not changed by any hand.', '.track'),
  named(/^Duplicate /, 'Copies the emitter; the copy shares its particle type.', '.track'),
  named(/^Delete /, 'Takes the emitter out of the effect; undo brings it back.', '.track'),
  said('.track', 'Selects the emitter; the Recipe, the life strip and the handles show it then.'),
  named(/^(Film|Ramps|Extremes)$/, 'Folds this part of the life strip away, or opens it.', '.life-strip'),
  named(/^Point at in percent/, 'When in a particle’s life the chosen point lies.'),
  named(/^Point value in percent/, 'What the ramp is at the chosen point, of the number that it scales.'),
  named(/^Copy ramp/, 'Copies the ramp as text; it can be pasted into any other.'),
  named(/^Point \d+ of the/, 'A point of the ramp: left and right is when, up and down is how much.'),
  said('.life-strip [role="tab"], .life-strip button', 'Shows this ramp for editing.'),
]

const KIT: readonly Said[] = [
  named(/^New effect/, 'Begins an effect, from nothing, from a starter or from one of your own.'),
  named(/^(Open|Go on with) /, 'Opens the effect in the editor.', '.card-link, .card'),
  named(/^Find effects/, 'Finds by name, tag and contents, like “uses churn”; Enter opens the first.'),
  named(/^Sorted/, 'The order of the cards; only “by hand” lets them be carried.'),
  named(/^Open the stage/, 'Opens this test scene: picture, surfaces, actors and what happens.'),
  named(/^New stage/, 'Adds a test scene to the kit.'),
  named(/^Listen to/, 'Plays this sound once.'),
  named(/^Add sounds/, 'Brings sound files into the kit.'),
]

const SPRITES: readonly Said[] = [
  said('.sheet-list', 'Shows this sheet.'),
  named(/^Draw$/, 'Draws a new picture, pixel by pixel or by soft brushes.'),
  named(/^Make$/, 'Makes a picture by a rule: dots, rings, shards, smoke and more.'),
  named(
    /^More about this sheet/,
    'Renames, replaces, follows a file on the disk, downloads or deletes the sheet.',
  ),
  named(/^used \d+ times/, 'Lists the particle types that show a frame of it.'),
  named(/^Frames$/, 'The frames that the sheet is cut into.', '[role="tab"]'),
  named(/^Cut…/, 'Cuts the picture into frames, by a grid or where it is empty.'),
  named(/^[xy]$/, 'Where the frame’s pivot lies, in px of the frame; particles turn around it.'),
  named(/^Pivot /, 'Puts the pivot there: particles turn around it and are placed by it.'),
  named(/^Delete frame/, 'Takes the chosen frames away; types that show them are named first.'),
]

const SHIP: readonly Said[] = [
  named(/^all$/, 'Ticks all effects, or those that have changed since they were written.'),
  named(/^Write /, 'Whether this effect is among those that are written.', '.ship-effect'),
  said('.ship-effect', 'Shows how this effect ships.'),
  said('.ship-line', 'A rule of shipping as a sentence; a press opens its choices.'),
  named(/^Zoom/, 'How large the result is shown here.'),
  named(/^Shown on/, 'What lies behind the result here; it is not part of it.'),
  named(/^How long the frame stays/, 'How many frames long the chosen frame is held.'),
  named(/^Frame \d+/, 'Shows this frame; it can be held longer, carried, or left out.'),
]

const STAGE: readonly Said[] = [
  named(/^Picture/, 'What is seen behind and before the effects.', '.fold'),
  named(/^Surfaces/, 'What particles and actors meet.', '.fold'),
  named(/^Actors/, 'Who moves on the stage and makes things happen.', '.fold'),
  named(/^What happens/, 'Which effect plays where, and when.', '.fold'),
  named(/^Cues of the kit/, 'Names that games call effects by.', '.fold'),
  named(/^Camera/, 'How the view moves while the scene plays.', '.fold'),
  named(/^Recordings/, 'Runs that were played by hand, to judge effects by the same one again.', '.fold'),
  named(/^Kind of/, 'How this actor moves.'),
  named(/^Remove this sentence/, 'Takes this happening out of the stage.'),
  named(/^Remove /, 'Takes this actor out of the stage, with what happens to it.'),
  named(/^Walks of/, 'How fast it walks, px per second.'),
  named(/^Jumps of/, 'How fast it leaves the ground, px per second.'),
  named(/^Gravity of/, 'How fast it falls faster, px per second, each second.'),
  named(/^Dashes of/, 'How fast it dashes, px per second.'),
  named(/^A step each of/, 'How many px it walks from step to step.'),
  named(/^Height of Deckhand|^Height of (?!the )/, 'How high its body is, px.'),
  named(/^Half width of/, 'How far its body reaches to each side, px.'),
  named(/^Teleports/, 'How far a teleport carries it, px.'),
  named(/^(walks and jumps|seen from above|flies|takes hits|is thrown)$/, 'Adds an actor of this kind.'),
  named(/^Event/, 'What must happen for the effect to play.'),
  named(/^Actor/, 'To whom it must happen.'),
  named(/^And another effect/, 'Lets one more effect play at the same time.'),
  named(/^Effect/, 'Which effect plays then.'),
  named(/^Point/, 'Where it plays: a point of the actor, which can be pulled in the picture.'),
  named(/^Key/, 'Which key of the game is meant.'),
  named(/^(Frame|State)/, 'When exactly: in which state, at which frame of it.'),
  named(/^Place of/, 'Where this happening is looked for, or plays; pull it in the picture.'),
  named(/^Place [→↓]/, 'Where it must be reached, px of the stage.'),
  named(
    /^More of this sentence/,
    'Adds to the sentence: mirrored, goes with it, stronger the faster, chance, at most.',
  ),
  named(/^Mute this sentence/, 'Keeps it from playing while the others are looked at.'),
  named(/^When something happens/, 'Adds a happening.'),
  named(/^show$/, 'Plays the actors by this recording.'),
  named(/^Delete the recording/, 'Takes this recording out of the stage.'),
  named(/^Delete$/, 'Deletes the stage; undo brings it back.', '.app-header'),
  named(/^View size/, 'How much of the world the game shows.'),
  named(/of the stage: arrow keys/, 'A surface that particles and actors meet.'),
  named(/^Where .* begins/, 'Where this actor is when the scene begins.'),
  named(/^From the beginning/, 'Starts the scene anew.'),
  named(/^Pace /, 'How fast the scene is played here.'),
  named(/^Zoom/, 'How large the scene is shown; it is not part of it.'),
  named(/^Moment of the scene/, 'Goes to any moment of the scene.'),
]

const MANY: readonly Said[] = [
  named(/^none$/, 'Ticks none of the effects, or all.', '.tick-list'),
  said('.tick-list', 'Whether this effect is changed with the others.'),
  named(
    /^seen as large as before/,
    'Pictures become larger or smaller, particles stay as large as they are.',
  ),
  named(/^stages, views and frames/, 'Changes what effects are judged and baked in by the same factor.'),
]

const EVERYWHERE: readonly Said[] = [
  named(/^Name of/, 'What it is called here; what refers to it follows.'),
  said(
    '[role="separator"]',
    'The border between two parts: their sizes are remembered for this size of window.',
  ),
]

/** Sentences by the screens that they belong to. */
const SENTENCES: readonly (readonly [screen: string, rows: readonly Said[]])[] = [
  ['*', HEAD],
  ['.recipe, .stage, .transport, .timeline, .life-strip, .knob-sliders, .look-bar', EDITOR],
  ['.sprites-page, .sprites-drawer, .workspace', SPRITES],
  ['.ship-page', SHIP],
  ['.stage-page', STAGE],
  ['.many-page', MANY],
  ['*', KIT],
  ['*', EVERYWHERE],
]

/** A sentence for a control that has none of its own; empty when there is none. */
export const sentenceOf = (element: Element, name: string): string => {
  for (const [screen, rows] of SENTENCES)
    if (element.closest(screen))
      for (const { within, named: like, text } of rows)
        if ((!like || like.test(name)) && element.closest(within)) return text
  return ''
}
