/** The first-run tour: five places of the real interface, and what one does there. */
import { hintOf } from '../shared/keys/keymap.ts'
import { commandRow, type CommandId } from '../shared/keys/table.ts'
import { useCommandSheets } from '../state/commandSheets.ts'
import { useDocument } from '../state/document.ts'
import { useSession } from '../state/session.ts'

export interface Watch {
  readonly done: () => boolean
  /** Stops looking. */
  readonly end: () => void
}

export interface TourStep {
  /** Where it is. */
  readonly selector: string
  readonly title: string
  readonly text: () => string
  /** What is to be tried. */
  readonly task: () => string
  /** Looks from now on whether it was. */
  readonly begin: () => Watch
}

const NOTHING_TO_END = (): void => undefined

const within = (selector: string) => (): Watch => {
  let done = false
  const note = ({ target }: Event): void =>
    void (done ||= target instanceof Element && target.closest(selector) !== null)
  addEventListener('pointerdown', note, { capture: true })
  return { done: () => done, end: () => removeEventListener('pointerdown', note, { capture: true }) }
}

/** Whether it plays is another state than when the step began, by key or by button. */
const playedOrStopped = (): Watch => {
  const before = useSession.getState().playing
  return { done: () => useSession.getState().playing !== before, end: NOTHING_TO_END }
}

/** Steps of undo that came since. */
const edited = (): Watch => {
  const before = useDocument.getState().history.undo.length
  return {
    done: () => useDocument.getState().history.undo.length > before || useDocument.getState().moment !== null,
    end: NOTHING_TO_END,
  }
}

const listOpened = (): Watch => {
  let done = false
  const end = useCommandSheets.subscribe(({ open }) => void (done ||= open === 'list'))
  return { done: () => done, end }
}

/** How a command is come to: its key, or where it has none its name. */
const by = (id: CommandId): string => hintOf(id) || `“${commandRow(id).name}” in the list of commands`

export const TOUR: readonly TourStep[] = [
  {
    selector: '.stage',
    title: 'What you see',
    text: () =>
      'The effect runs as the game will show it. Stopped, every change shows at once in the still picture: ' +
      'edit the frozen moment.',
    task: () => `Press ${by('play')} to stop it.`,
    begin: playedOrStopped,
  },
  {
    selector: '.recipe',
    title: 'What you set',
    text: () =>
      'An emitter and its particle type read as sentences. Every number is dragged or typed where it stands; ' +
      'a title opens its group.',
    task: () => 'Drag a number left or right, or press it and type.',
    begin: edited,
  },
  {
    selector: '.life-strip',
    title: 'One particle’s life',
    text: () => 'From birth to end: its scale, opacity and tint are ramps below the film, on the same axis.',
    task: () => 'Press one of its ramps.',
    begin: within('.life-strip'),
  },
  {
    selector: '.timeline',
    title: 'The effect’s time',
    text: () =>
      'One track for each emitter. Solid is emitting and can be dragged, hatched is still alive. ' +
      'Mute and solo show layers alone.',
    task: () => 'Press the name of another track.',
    begin: within('.timeline'),
  },
  {
    selector: '.app-header .MuiButton-contained',
    title: 'Into the game',
    text: () =>
      'Ship writes sheets; Export on the kit page writes live data for the player. ' +
      `${by('commands')} finds any command, ${by('guide')} is the guide, ${by('whatIs')} says what anything is.`,
    task: () => `Press ${by('commands')}, and Escape.`,
    begin: listOpened,
  },
]
