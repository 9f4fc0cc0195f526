/**
 * The one table of commands: what each is called, where it works and by which keys. What a command runs is
 * handed in
 * by its context while that is on the screen (`useCommands`), so that the table itself can be printed,
 * searched and changed.
 */

/** From the outermost to the innermost. `view` is the stage's picture while it has the focus. */
export const CONTEXTS = ['application', 'kit', 'ship', 'editor', 'view'] as const
export type Context = (typeof CONTEXTS)[number]

export interface CommandRow {
  readonly name: string
  readonly context: Context
  /**
   * In the notation of tinykeys: `$mod` is Ctrl, on a Mac Command; a key by what it writes or by its place
   * (`BracketLeft`).
   */
  readonly keys: readonly string[]
  /** What a held key does again and again; others run once a press. */
  readonly repeats?: true
  /** Runs at the press with `down`, and once more when the key is let go. */
  readonly held?: true
  /**
   * Works while the focus is in a text field, too; where the field has a use for the key, not while something
   * is typed in it.
   */
  readonly inText?: 'always' | 'unless typing' | 'unless typing, but searching'
  /** Which of its keys is pressed says what it does, so that they cannot be changed. */
  readonly byKey?: true
  /** Is refused while a dialog asks something; what only looks or takes back still works. */
  readonly rests?: false
}

const ARROWS = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight'] as const

export const COMMANDS = {
  escape: {
    name: 'Close what is open, give up what is typed',
    context: 'application',
    keys: ['Escape'],
    inText: 'unless typing, but searching',
    rests: false,
    byKey: true,
  },
  commands: { name: 'Find a command', context: 'application', keys: ['$mod+k'], inText: 'always' },
  shortcuts: { name: 'Keys of all commands', context: 'application', keys: ['?', 'Shift+?'] },
  guide: { name: 'Guide: read and search', context: 'application', keys: ['F1'], inText: 'always' },
  whatIs: { name: 'What is this?', context: 'application', keys: ['Shift+F1'], inText: 'always' },
  recipes: { name: 'Recipes: effects with notes', context: 'application', keys: [] },
  tour: { name: 'Tour in five steps', context: 'application', keys: [] },
  openFile: { name: 'Open a kit file', context: 'application', keys: ['$mod+o'], inText: 'unless typing' },
  storage: { name: 'What is stored in this browser', context: 'application', keys: [] },
  toShelf: { name: 'Go to the shelf of kits', context: 'application', keys: [] },
  toKit: { name: 'Go to the kit page', context: 'kit', keys: [] },
  toSprites: { name: 'Go to the sprites', context: 'kit', keys: [] },
  toShip: { name: 'Ship the effect', context: 'editor', keys: [] },
  undo: {
    name: 'Undo',
    context: 'kit',
    keys: ['$mod+z'],
    repeats: true,
    inText: 'unless typing',
    rests: false,
  },
  redo: {
    name: 'Redo',
    context: 'kit',
    keys: ['$mod+Shift+z', '$mod+y'],
    repeats: true,
    inText: 'unless typing',
    rests: false,
  },
  saveFile: { name: 'Save the kit to its file', context: 'kit', keys: ['$mod+s'], inText: 'always' },
  saveFileAs: {
    name: 'Save the kit to another file',
    context: 'kit',
    keys: ['$mod+Shift+s'],
    inText: 'always',
  },
  history: { name: 'History: steps and marks', context: 'kit', keys: ['Shift+h'] },
  pauseGame: { name: 'Let the linked game stand still, or go on', context: 'kit', keys: ['Shift+Space'] },
  shipPlay: { name: 'Play or pause the sheet', context: 'ship', keys: ['Space'] },
  frameBack: { name: 'The frame before', context: 'ship', keys: ['ArrowLeft'], repeats: true },
  frameOn: { name: 'The frame after', context: 'ship', keys: ['ArrowRight'], repeats: true },
  carryBack: { name: 'Carry the frame back', context: 'ship', keys: ['Alt+ArrowLeft'], repeats: true },
  carryOn: { name: 'Carry the frame on', context: 'ship', keys: ['Alt+ArrowRight'], repeats: true },
  holdLonger: { name: 'Hold the frame longer', context: 'ship', keys: ['+', 'Shift++', '='], repeats: true },
  holdShorter: { name: 'Hold the frame shorter', context: 'ship', keys: ['-'], repeats: true },
  leaveOut: { name: 'Leave the frame out', context: 'ship', keys: ['Delete', 'Backspace'] },
  copyLink: { name: 'Copy a link to this moment', context: 'editor', keys: ['$mod+Shift+l'] },
  levers: { name: 'Levers of the whole effect', context: 'editor', keys: [] },
  effectPage: { name: 'The effect’s own page', context: 'editor', keys: [] },
  costs: { name: 'What the effect costs', context: 'editor', keys: [] },
  takes: { name: 'The row of takes', context: 'editor', keys: [] },
  find: { name: 'Find a property', context: 'editor', keys: ['$mod+f'], inText: 'always' },
  play: { name: 'Play or pause', context: 'editor', keys: ['Space'] },
  start: { name: 'To the start', context: 'editor', keys: ['0'] },
  tickBack: { name: 'One tick back', context: 'editor', keys: ['BracketLeft', '['], repeats: true },
  tickOn: { name: 'One tick on', context: 'editor', keys: ['BracketRight', ']'], repeats: true },
  tenBack: {
    name: 'Ten ticks back',
    context: 'editor',
    keys: ['Shift+BracketLeft', 'Shift+['],
    repeats: true,
  },
  tenOn: { name: 'Ten ticks on', context: 'editor', keys: ['Shift+BracketRight', 'Shift+]'], repeats: true },
  again: { name: 'Show again at the end', context: 'editor', keys: ['l'] },
  handles: { name: 'Handles on the stage', context: 'editor', keys: ['h'] },
  stageOnly: { name: 'Only the stage', context: 'editor', keys: ['g'] },
  inScene: { name: 'The effect alone, or in the scene of its stage', context: 'editor', keys: ['e'] },
  playHere: { name: 'Play it at the pointer, while held', context: 'editor', keys: ['i'], held: true },
  nine: { name: 'The same moment under nine seeds', context: 'editor', keys: ['9'] },
  sprites: { name: 'Sprites beside the stage', context: 'editor', keys: ['p'] },
  frameAll: { name: 'Frame everything', context: 'editor', keys: ['f'] },
  frameEmitter: { name: 'Frame the selected emitter', context: 'editor', keys: ['Shift+f'] },
  zoom: { name: 'Zoom by a whole number', context: 'editor', keys: ['1', '2', '3', '4'], byKey: true },
  mute: { name: 'Mute or unmute the selected emitters', context: 'editor', keys: ['m'] },
  muteSounds: { name: 'Mute or unmute all sounds', context: 'editor', keys: ['a'] },
  solo: { name: 'Solo the selected emitters', context: 'editor', keys: ['s'] },
  selectAll: { name: 'Select all emitters', context: 'editor', keys: ['$mod+a'] },
  duplicate: { name: 'Duplicate the selected emitters', context: 'editor', keys: ['$mod+d'] },
  remove: { name: 'Delete the selected emitters', context: 'editor', keys: ['Shift+Delete'] },
  tracer: { name: 'Tracer', context: 'editor', keys: ['t'] },
  paths: { name: 'Paths', context: 'editor', keys: ['r'] },
  one: { name: 'One particle', context: 'editor', keys: ['o'] },
  otherBlend: { name: 'The other blend, while held', context: 'editor', keys: ['b'], held: true },
  otherGround: { name: 'The other ground, while held', context: 'editor', keys: ['n'], held: true },
  reference: {
    name: 'The reference clip instead of the effect, while held',
    context: 'editor',
    keys: ['c'],
    held: true,
  },
  baked: {
    name: 'The bake instead of the live effect, while held',
    context: 'editor',
    keys: ['v'],
    held: true,
  },
  keepTake: { name: 'Keep the present state as a take', context: 'editor', keys: ['k'] },
  otherTake: { name: 'The chosen take instead, while held', context: 'editor', keys: ['x'], held: true },
  beside: { name: 'The chosen take beside the present state', context: 'editor', keys: ['d'] },
  explore: { name: 'Explore: rows of variations', context: 'editor', keys: ['q'] },
  without: { name: 'Without the selected emitter, while held', context: 'editor', keys: ['w'], held: true },
  nudge: {
    name: 'Move the selected emitter by 1 px',
    context: 'view',
    keys: ARROWS,
    repeats: true,
    byKey: true,
  },
  nudgeFar: {
    name: 'Move the selected emitter by 10 px',
    context: 'view',
    keys: ['Shift+ArrowUp', 'Shift+ArrowDown', 'Shift+ArrowLeft', 'Shift+ArrowRight'],
    repeats: true,
    byKey: true,
  },
} as const satisfies Record<string, CommandRow>

export type CommandId = keyof typeof COMMANDS
export type CommandsOf<C extends Context> = {
  [Id in CommandId]: (typeof COMMANDS)[Id]['context'] extends C ? Id : never
}[CommandId]

/** What a command does. `down` is false only for a held command's key that is let go. */
export type Run = (event: KeyboardEvent, down: boolean) => void

export const commandRow = (id: CommandId): CommandRow => COMMANDS[id]
export const COMMAND_IDS = Object.keys(COMMANDS) as readonly CommandId[]

/** A command of one thing's menu: it is run by that menu, and by `keys` while the thing has the focus. */
export interface ThingRow {
  readonly name: string
  /** Keys that the thing takes by itself; they are shown, and cannot be changed. */
  readonly keys?: readonly string[]
  /** The command that does the same to what is selected; its keys are shown. */
  readonly like?: CommandId
}

const REMOVE = ['Delete'] as const

/** Commands of things: what menus offer beside the commands of the screen. */
export const THING_COMMANDS = {
  open: { name: 'Open', keys: ['Enter'] },
  playCard: { name: 'Let it run here, or stop it', keys: ['Space'] },
  rename: { name: 'Rename', keys: ['F2'] },
  copy: { name: 'Copy', keys: ['$mod+c'] },
  paste: { name: 'Paste', keys: ['$mod+v'] },
  pasteHere: { name: 'Paste at the moment', keys: ['$mod+Shift+v'] },
  chooseAll: { name: 'Choose all', keys: ['$mod+a'] },
  copies: { name: 'Duplicate' },
  copyCard: { name: 'Duplicate', keys: ['$mod+d'] },
  variant: { name: 'Make a variant' },
  keepStarter: { name: 'Keep as a starter…' },
  ship: { name: 'Ship it' },
  delete: { name: 'Delete', keys: REMOVE },
  takeOut: { name: 'Remove', keys: REMOVE },
  lock: { name: 'Lock or unlock' },
  muteIt: { name: 'Mute or unmute', like: 'mute' },
  soloIt: { name: 'Solo', like: 'solo' },
  duplicateIt: { name: 'Duplicate', like: 'duplicate' },
  deleteIt: { name: 'Delete', like: 'remove' },
  beginHere: { name: 'Begin at the moment' },
  endHere: { name: 'End at the moment' },
  burstHere: { name: 'Add a burst at the moment' },
  repeat: { name: 'Repeat it three times' },
  once: { name: 'Fire it once only' },
  showRamp: { name: 'Edit in the life strip' },
  flip: { name: 'Turn upside down' },
  mirror: { name: 'Turn end to end' },
  flat: { name: 'Make it even' },
  straight: { name: 'Go straight on to the next point' },
  soft: { name: 'Ease to the next point' },
  hold: { name: 'Hold until the next point' },
  foldGroup: { name: 'Open or close' },
  resetGroup: { name: 'As in a new emitter' },
  ownCopy: { name: 'Own copy for this emitter' },
  useAnother: { name: 'Use another type…' },
  resetHandle: { name: 'As in a new emitter' },
  toEmitter: { name: 'Put it on the emitter' },
  use: { name: 'Use for the selected emitter' },
  addPicture: { name: 'Add to the selected emitter’s pictures' },
  shatter: { name: 'Shatter into its pixels' },
  longer: { name: 'Hold longer', keys: ['+'] },
  shorter: { name: 'Hold shorter', keys: ['-'] },
  copyColour: { name: 'Copy the colour' },
  pasteColour: { name: 'Paste a colour' },
} as const satisfies Record<string, ThingRow>

export type ThingCommandId = keyof typeof THING_COMMANDS
export type AnyCommandId = CommandId | ThingCommandId

/** What is in the menu of each thing, in order; a name of the screen’s commands, or one of the thing’s own. */
export const MENUS = {
  track: {
    name: 'Track',
    items: [
      'muteIt',
      'soloIt',
      'lock',
      'duplicateIt',
      'copy',
      'paste',
      'pasteHere',
      'keepStarter',
      'selectAll',
      'deleteIt',
    ],
  },
  bar: { name: 'Bar', items: ['beginHere', 'endHere', 'burstHere', 'muteIt', 'soloIt', 'frameEmitter'] },
  burst: { name: 'Burst', items: ['repeat', 'once', 'copies', 'copy', 'takeOut'] },
  card: {
    name: 'Effect',
    items: ['open', 'playCard', 'rename', 'copyCard', 'variant', 'copy', 'keepStarter', 'ship', 'delete'],
  },
  kitStage: { name: 'Stage of the kit', items: ['open', 'copies', 'copy', 'delete'] },
  cue: { name: 'Cue', items: ['copy', 'takeOut'] },
  surface: { name: 'Surface', items: ['chooseAll', 'copies', 'copy', 'paste', 'takeOut'] },
  ramp: { name: 'Ramp', items: ['showRamp', 'flip', 'mirror', 'flat', 'copy', 'paste'] },
  point: { name: 'Point of a ramp', items: ['straight', 'soft', 'hold', 'chooseAll', 'takeOut'] },
  group: { name: 'Group of the Recipe', items: ['foldGroup', 'copy', 'paste', 'resetGroup'] },
  force: { name: 'Force', items: ['copy', 'paste', 'takeOut'] },
  type: { name: 'Particle type', items: ['ownCopy', 'useAnother', 'copy', 'paste'] },
  stage: {
    name: 'Stage',
    items: [
      'play',
      'frameAll',
      'frameEmitter',
      'handles',
      'tracer',
      'paths',
      'one',
      'nine',
      'inScene',
      'keepTake',
      'copyLink',
      'stageOnly',
    ],
  },
  handle: { name: 'Handle', items: ['resetHandle', 'toEmitter', 'chooseAll', 'takeOut', 'handles'] },
  frame: { name: 'Frame', items: ['use', 'addPicture', 'shatter', 'delete'] },
  filmFrame: { name: 'Frame of a clip', items: ['longer', 'shorter', 'copies', 'takeOut'] },
  swatch: { name: 'Colour', items: ['copyColour', 'pasteColour', 'copies', 'takeOut'] },
} as const satisfies Record<string, { readonly name: string; readonly items: readonly string[] }>

export type MenuId = keyof typeof MENUS
