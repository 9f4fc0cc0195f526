/** What the game's camera shows: the kit's view sizes, of which the first is what everything is computed for. */
import type { Kit, ViewSize } from './kit.ts'

/** What a kit without view sizes is made for. */
export const DEFAULT_VIEW_SIZE: ViewSize = { id: 'view', name: 'Game', w: 640, h: 360 }

const ONLY_DEFAULT: readonly ViewSize[] = [DEFAULT_VIEW_SIZE]

/** The kit's view sizes in px, at least one. */
export const viewsOf = (kit: Kit): readonly ViewSize[] => (kit.views?.length ? kit.views : ONLY_DEFAULT)

/** The view that weather, sizes in percent and counts for its area are computed for, in px. */
export const gameView = (kit: Kit): ViewSize => viewsOf(kit)[0]!
