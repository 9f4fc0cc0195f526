/** The first-run tour: five places of the real interface, and what one does there. */
import { useDocument } from '../state/document.ts'

export interface TourStep {
  /** Where it is. */
  readonly selector: string
  readonly title: string
  readonly text: string
  /** What is to be tried, and whether that was done since the step began. */
  readonly task: string
  readonly begin: () => () => boolean
}

const pressed = (matches: (event: Event) => boolean, type: string) => () => {
  let done = false
  const note = (event: Event): void => void (done ||= matches(event))
  addEventListener(type, note, { capture: true })
  return () => {
    if (done) removeEventListener(type, note, { capture: true })
    return done
  }
}
const within = (selector: string) =>
  pressed(({ target }) => target instanceof Element && target.closest(selector) !== null, 'pointerdown')

/** Steps of undo that came since. */
const edited = () => {
  const before = useDocument.getState().history.undo
  return () =>
    useDocument.getState().history.undo.length > before.length || useDocument.getState().moment !== null
}

export const TOUR: readonly TourStep[] = [
  {
    selector: '.stage',
    title: 'What you see',
    text: 'The effect runs as the game will show it. Stopped, every change shows at once in the still picture: edit the frozen moment.',
    task: 'Press Space to stop it.',
    begin: pressed((event) => (event as KeyboardEvent).key === ' ', 'keydown'),
  },
  {
    selector: '.recipe',
    title: 'What you set',
    text: 'An emitter and its particle type read as sentences. Every number is dragged or typed where it stands; a title opens its group.',
    task: 'Drag a number left or right, or press it and type.',
    begin: edited,
  },
  {
    selector: '.life-strip',
    title: 'One particle’s life',
    text: 'From birth to end: its scale, opacity and tint are ramps below the film, on the same axis.',
    task: 'Press one of its ramps.',
    begin: within('.life-strip'),
  },
  {
    selector: '.timeline',
    title: 'The effect’s time',
    text: 'One track for each emitter. Solid is emitting and can be dragged, hatched is still alive. Mute and solo show layers alone.',
    task: 'Press the name of another track.',
    begin: within('.timeline'),
  },
  {
    selector: '.app-header .MuiButton-contained',
    title: 'Into the game',
    text: 'Ship writes sheets; Export on the kit page writes live data for the player. Ctrl K finds any command, F1 is the guide, Shift F1 says what anything is.',
    task: 'Press Ctrl K, and Escape.',
    begin: pressed((event) => (event as KeyboardEvent).key.toLowerCase() === 'k', 'keydown'),
  },
]
