/** Places of the screens: what each is for, and where the guide tells more. The innermost that fits is meant. */
export interface HelpPlace {
  readonly selector: string
  readonly name: string
  readonly text: string
  /** Title of the guide's section. */
  readonly section: string
}

const place = (selector: string, name: string, text: string, section: string): HelpPlace => ({
  selector,
  name,
  text,
  section,
})

export const PLACES: readonly HelpPlace[] = [
  place('.guide', 'Guide', 'What every screen does, to read and to search.', 'The screens'),
  place('.command-list', 'Commands', 'Every command, found by a word and run by Enter.', 'Keys'),
  place('.key-sheet', 'Keys', 'The keys of all commands; each can be changed.', 'Keys'),
  place('.storage-dialog', 'What is stored', 'What Gliv keeps in this browser, by kit and kind.', 'Keeping'),
  place(
    '.table-head, .table-tools, .table-scroll',
    'Table',
    'All emitters side by side, for typing across.',
    'The recipe',
  ),
  place(
    '.life-strip',
    'Life strip',
    'One typical particle from birth to end; ramps are edited below it, on the same axis.',
    'Time',
  ),
  place(
    '.takes-row',
    'Takes',
    'Kept states of this effect, to compare and to return to.',
    'Trying: takes, Explore',
  ),
  place(
    '.timeline',
    'Timeline',
    'The time of the whole effect, one track an emitter. Solid is emitting, hatched is still alive.',
    'Time',
  ),
  place('.scene-ruler-slim', 'Scene', 'The time of the scene in which the effect plays.', 'Scenes'),
  place(
    '.transport',
    'Transport',
    'Plays, stops and steps the effect; what is set here never changes it.',
    'Time',
  ),
  place('.look-bar', 'Looking closely', 'Tools that follow particles and show their paths.', 'Keys'),
  place(
    '.knob-sliders',
    'Knobs',
    'What a game turns while the effect plays, to try it here.',
    'Heard, felt, compared',
  ),
  place(
    'aside[aria-label="Explore"]',
    'Explore',
    'Rows of variations beside the present state.',
    'Trying: takes, Explore',
  ),
  place(
    'aside[aria-label="Compare with a take"]',
    'Compare',
    'What differs between this state and a take, each with “Use this”.',
    'Trying: takes, Explore',
  ),
  place(
    '.levers-page',
    'Levers',
    'Changes of the whole effect by one factor: size, time, amount, colour.',
    'The recipe',
  ),
  place('.cost-page', 'Cost', 'What the effect costs on the target device, by emitter.', 'The screens'),
  place(
    '.effect-page',
    'The effect',
    'How the effect as a whole plays: times, variants, sounds, screen, knobs.',
    'Heard, felt, compared',
  ),
  place(
    '.recipe',
    'Recipe',
    'The selected emitter and its particle type as sentences; every number is dragged or typed where it stands.',
    'The recipe',
  ),
  place(
    '.stage',
    'Stage',
    'The effect as the game shows it. Handles are dragged, or reached by Tab and moved by arrows.',
    'Stage',
  ),
  place(
    '.sprites-page, .sprites-drawer, .workspace',
    'Sprites',
    'The pictures of the kit: drawn, cut, animated, packed.',
    'Sprites',
  ),
  place(
    '.ship-page',
    'Ship',
    'Effects become sheets and animations: sentences on the left, the result on the right.',
    'Ship',
  ),
  place(
    '.stage-page',
    'Stage of the kit',
    'A test scene: picture, surfaces, actors, and what happens.',
    'Scenes',
  ),
  place(
    '.all-effects, .lately, .effects-bar',
    'Effects',
    'The effects of the kit. On a card Space plays, F2 renames, Delete deletes.',
    'The kit page, the shelf',
  ),
  place('.stage-list', 'Stages', 'Test scenes of the kit, in which effects are judged.', 'Scenes'),
  place('.sound-list', 'Sounds', 'Sounds of the kit, which effects play.', 'Heard, felt, compared'),
  place(
    '.many-page',
    'Change many',
    'Colours, pictures, sizes and names of many effects at once.',
    'Many effects at once',
  ),
  place('.kit-card', 'A kit', 'All effects of one game.', 'The kit page, the shelf'),
  place(
    '.app-header',
    'Head',
    'Where you are on the left, what you can do on the right, on every screen.',
    'The screens',
  ),
  place('[role="dialog"]', 'Dialog', 'A question of its own; Escape closes it and changes nothing.', 'Keys'),
  place('body', 'Gliv', 'Particle effects for lightweight 2D games.', 'The screens'),
]
