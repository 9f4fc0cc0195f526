/** Which of the kit's view sizes the studio shows things in: chosen for judging, never part of the document. */
import { type Kit, viewsOf, type ViewSize } from '@gliv/document'
import type { ViewRect } from '@gliv/model'
import { shownKit, useDocument } from '../state/document.ts'
import { useSession } from '../state/session.ts'

/** The chosen view size; the kit's first when none is chosen, or the chosen one is gone. */
export const chosenView = (kit: Kit, chosen: string = useSession.getState().view): ViewSize => {
  const views = viewsOf(kit)
  return views.find(({ id }) => id === chosen) ?? views[0]!
}

/** A kit whose effects are computed for the chosen view: what its first one is then. */
export const forChosenView = (kit: Kit): Kit => {
  const chosen = chosenView(kit)
  return !kit.views || chosen === kit.views[0] ? kit : { ...kit, views: [chosen, ...kit.views] }
}

export const rectOf = ({ w, h }: ViewSize): ViewRect => ({ x: -w / 2, y: -h / 2, w, h })

const NO_VIEW: ViewRect = { x: -320, y: -180, w: 640, h: 360 }

/** What the view shows now, in world px. */
export const shownView = (): ViewRect => {
  const kit = shownKit()
  return kit ? rectOf(chosenView(kit)) : NO_VIEW
}

/** The chosen view size, and those that are shown beside it. */
export const useViews = (): { readonly chosen: ViewSize | null; readonly beside: readonly ViewSize[] } => {
  const kit = useDocument((s) => s.kit)
  const view = useSession((s) => s.view)
  const shown = useSession((s) => s.viewsShown)
  if (!kit) return { chosen: null, beside: [] }
  const chosen = chosenView(kit, view)
  return { chosen, beside: viewsOf(kit).filter(({ id }) => id !== chosen.id && shown.includes(id)) }
}
