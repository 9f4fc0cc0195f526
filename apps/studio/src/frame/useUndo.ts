/**
 * Undo and redo that never change anything out of sight: the first press names the step and goes where it is
 * seen.
 */
import { useMemo } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { endMoment, redo, undo, useDocument } from '../state/document.ts'
import type { Entry } from '../state/history.ts'
import { type Place, placeOf } from '../state/place.ts'
import { useSprites } from '../state/sprites.ts'

/** The step that was named last, so that the next press takes it. Lifetime: moment. */
let named: Entry | null = null

const effectIn = (pathname: string): string | null =>
  /^\/kit\/[^/]+\/effect\/([^/]+)/.exec(pathname)?.[1] ?? null

const stageIn = (pathname: string): string | null =>
  /^\/kit\/[^/]+\/stage\/([^/]+)/.exec(pathname)?.[1] ?? null

/** Pages on which more than their own is seen, or that are found by a part of their address. */
const PAGES = {
  // The editor shows an effect on its stage, and changes that stage's firings.
  stage: (path: string, place: Place & { page: 'stage' }) =>
    decodeURIComponent(stageIn(path) ?? '') === place.stage || effectIn(path) !== null,
  // All effects are shown where many are changed.
  effect: (path: string, place: Place & { page: 'effect' }) =>
    decodeURIComponent(effectIn(path) ?? '') === place.effect || /\/many$/.test(path),
  ship: (path: string) => /^\/kit\/[^/]+\/ship(\/|$)/.test(path),
  text: (path: string) => /^\/kit\/[^/]+\/text(\/|$)/.test(path),
  sprites: (path: string) =>
    path.endsWith('/sprites') || (effectIn(path) !== null && useSprites.getState().open),
  kit: (path: string) => /^\/kit\/[^/]+(\/many)?\/?$/.test(path),
  anywhere: () => true,
} as const satisfies { readonly [P in Place['page']]: (path: string, place: Place & { page: P }) => boolean }

const isSeen = (place: Place, pathname: string): boolean => PAGES[place.page](pathname, place as never)

const addressOf = (kitId: string, place: Place): string => {
  if (place.page === 'effect') return `/kit/${kitId}/effect/${encodeURIComponent(place.effect)}`
  if (place.page === 'stage') return `/kit/${kitId}/stage/${encodeURIComponent(place.stage)}`
  if (place.page === 'ship')
    return `/kit/${kitId}/ship${place.effect === null ? '' : `/${encodeURIComponent(place.effect)}`}`
  return `/kit/${kitId}${{ sprites: '/sprites', text: '/text', kit: '', anywhere: '' }[place.page]}`
}

const placeText = (place: Place): string => {
  const { kit } = useDocument.getState()
  if (place.page === 'effect') return `in ${kit?.effects[place.effect]?.name ?? 'another effect'}`
  if (place.page === 'stage') return `on ${kit?.stages[place.stage]?.name ?? 'another stage'}`
  return {
    anywhere: 'here',
    kit: 'on the kit page',
    sprites: 'among the sprites',
    ship: 'on the ship screen',
    text: 'among the templates',
  }[place.page]
}

interface Undo {
  readonly undo: () => void
  readonly redo: () => void
}

export const useUndo = (): Undo => {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  return useMemo(() => {
    const go = (which: 'undo' | 'redo', step: () => void): void => {
      endMoment()
      const { kit, history } = useDocument.getState()
      const entry = history[which].at(-1)
      if (!kit || !entry) return
      const place = placeOf(entry, kit, effectIn(pathname))
      const seen = isSeen(place, pathname)
      if (named !== entry && (!seen || entry.foreign)) {
        named = entry
        const whose = entry.foreign ? ', made in another tab' : ''
        useDocument.setState({
          notice: `The next step to ${which} is “${entry.label}”, ${placeText(place)}${whose}. Press once more to ${which} it.`,
        })
        if (!seen) void navigate(addressOf(kit.id, place))
        return
      }
      named = null
      step()
    }
    return { undo: () => go('undo', undo), redo: () => go('redo', redo) }
  }, [navigate, pathname])
}
