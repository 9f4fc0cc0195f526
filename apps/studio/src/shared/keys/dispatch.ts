/**
 * Takes each press to whom it belongs: text, the focused control, or a command of the innermost context on
 * the screen.
 */
import { useEffect, useRef } from 'react'
import { focusWorkplace, isTyping } from './focus.ts'
import { focusOf, isHeldBack, ownerOf } from './owner.ts'
import { commandIn } from './keymap.ts'
import {
  COMMANDS,
  type CommandId,
  commandRow,
  type CommandsOf,
  CONTEXTS,
  type Context,
  type Run,
} from './table.ts'

interface Active {
  readonly context: Context
  readonly run: (id: CommandId) => Run
  /** Only while the focus is on or in this element. */
  readonly within?: () => Element | null
}

const active: Active[] = []

/** Keys that are held down for a held command. */
const held = new Map<string, Run>()

const isActive = ({ within }: Active): boolean =>
  !within || (within()?.contains(document.activeElement) ?? false)

interface Found {
  readonly id: CommandId
  readonly run: Run
}

/** The innermost active context that has a command for this press. */
const find = (event: KeyboardEvent): Found | null => {
  for (const context of CONTEXTS.toReversed()) {
    const place = active.findLast((a) => a.context === context && isActive(a))
    const id = place && commandIn(context, event)
    if (place && id) return { id, run: place.run(id) }
  }
  return null
}

/** A command that works where the page is now, whatever has the focus. */
const placeOf = (id: CommandId): Active | undefined =>
  active.findLast(({ context }) => context === commandRow(id).context)

/** Whether a command can be run here. */
export const isAvailable = (id: CommandId): boolean => placeOf(id) !== undefined

/**
 * Runs a command by itself, as a press of one of its keys would; what is held is let go with the next press of any
 * key or of the pointer.
 */
export const runCommandNow = (id: CommandId, key = ''): void => {
  const run = placeOf(id)?.run(id)
  if (!run) return
  run(new KeyboardEvent('keydown', { key }), true)
  if (!commandRow(id).held) return
  const end = (): void => {
    run(new KeyboardEvent('keyup', { key }), false)
    for (const event of ['keydown', 'pointerdown'] as const)
      removeEventListener(event, end, { capture: true })
  }
  for (const event of ['keydown', 'pointerdown'] as const) addEventListener(event, end, { capture: true })
}

const isUndoKey = (event: KeyboardEvent): boolean => {
  const id = commandIn('kit', event)
  return id === 'undo' || id === 'redo'
}

const take = (event: KeyboardEvent): void => {
  event.preventDefault()
  event.stopPropagation()
}

/** Whether something asks and everything else waits. */
const isAsked = (): boolean => document.querySelector('[role="dialog"][aria-modal="true"]') !== null

const onKeyDown = (event: KeyboardEvent): void => {
  if (!event.defaultPrevented && !event.isComposing) route(event)
}

const route = (event: KeyboardEvent): void => {
  const focus = focusOf(document.activeElement, isTyping)
  const found = find(event)
  const row = found && commandRow(found.id)
  // Undo has its row even where no kit is open: the browser's would change a field somewhere else, so it
  // never runs unless text is being typed.
  const undoes = isUndoKey(event)
  if (ownerOf(event, focus, row ?? (undoes ? COMMANDS.undo : null)) !== 'command') return
  if (!found || !row) {
    if (undoes || isHeldBack(event, focus)) take(event)
    return
  }
  if (row.rests !== false && isAsked()) return
  runCommand(event, found, row)
}

const runCommand = (event: KeyboardEvent, { id, run }: Found, row: ReturnType<typeof commandRow>): void => {
  if (event.repeat && !row.repeats) return take(event)
  if (id === 'escape') return runEscape(event, run)
  take(event)
  if (row.held) held.set(event.code, run)
  run(event, true)
  keepFocus(document.activeElement)
}

/**
 * A command may take away what had the focus; it then goes where work goes on, once the page has been laid
 * out.
 */
const keepFocus = (element: Element | null): void => {
  if (element && element !== document.body)
    requestAnimationFrame(() =>
      requestAnimationFrame(
        () => !element.isConnected && document.activeElement === document.body && focusWorkplace(),
      ),
    )
}

/**
 * Escape goes on to a pop-over when nothing of ours takes it: then the command says so by leaving the event
 * alone.
 */
const runEscape = (event: KeyboardEvent, run: Run): void => {
  run(event, true)
  if (event.defaultPrevented) event.stopPropagation()
}

const onKeyUp = (event: KeyboardEvent): void => {
  held.get(event.code)?.(event, false)
  held.delete(event.code)
}

/** A key that is let go elsewhere is let go. */
const onBlur = (): void => {
  for (const run of held.values()) run(new KeyboardEvent('keyup'), false)
  held.clear()
}

/**
 * Listens for as long as the application runs; before the page's own listeners, which a taken key never
 * reaches.
 */
export const installKeys = (): void => {
  addEventListener('keydown', onKeyDown, { capture: true })
  addEventListener('keyup', onKeyUp, { capture: true })
  addEventListener('blur', onBlur)
}

/**
 * Makes a context's commands work while the component is on the screen; each command of the table has to have
 * its run.
 */
export const useCommands = <C extends Context>(
  context: C,
  runs: { readonly [Id in CommandsOf<C>]: Run },
  within?: () => Element | null,
): void => {
  const latest = useRef(runs)
  const place = useRef(within)
  useEffect(() => {
    latest.current = runs
    place.current = within
  })
  useEffect(() => {
    const entry: Active = {
      context,
      run: (id) => (latest.current as Record<string, Run>)[id]!,
      ...(place.current ? { within: () => place.current?.() ?? null } : {}),
    }
    active.push(entry)
    return () => void active.splice(active.indexOf(entry), 1)
  }, [context])
}
