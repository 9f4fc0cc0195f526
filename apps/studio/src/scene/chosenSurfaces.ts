/** Surfaces that are chosen together: moved, copied and removed as one. Lifetime: while the stage's page is shown. */
import { copySurfaces, graftSurfaces, readClip, type SurfacesCopy, writeClip } from '@gliv/document'
import type { Surface } from '@gliv/model'
import { useEffect } from 'react'
import { create } from 'zustand'
import {
  isOfText,
  pastedText,
  readClipboard,
  refuseHere,
  say,
  writeClipboard,
} from '../document/clipboard.ts'
import { cueClip, pastePieces } from '../document/pieces.ts'
import { movedSurface } from '../document/surfaces.ts'
import { openMenu } from '../shared/keys/contextMenu.ts'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { editStage } from './useStage.ts'

export const useChosenSurfaces = create<{ readonly ids: readonly string[] }>(() => ({ ids: [] }))
export const chooseSurfaces = (ids: readonly string[]): void => void useChosenSurfaces.setState({ ids })

const surfacesOf = (stageId: string): readonly Surface[] =>
  (useDocument.getState().kit?.stages[stageId]?.surfaces ?? []) as readonly Surface[]

/** Those that an act on one means: all that are chosen, when it is one of them. */
export const meantSurfaces = (stageId: string, id: string): readonly Surface[] => {
  const { ids } = useChosenSurfaces.getState()
  const wanted = ids.includes(id) ? ids : [id]
  return surfacesOf(stageId).filter((surface) => wanted.includes(surface.id))
}

/** A press: with Ctrl or Shift one more or less; else it alone, unless it is among those that are chosen. */
export const pickSurface = (id: string, more: boolean): void => {
  const { ids } = useChosenSurfaces.getState()
  if (more) chooseSurfaces(ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id])
  else if (!ids.includes(id)) chooseSurfaces([id])
}

export const chooseAllSurfaces = (stageId: string): void =>
  chooseSurfaces(surfacesOf(stageId).map(({ id }) => id))

const counted = (all: readonly unknown[]): string =>
  all.length === 1 ? 'a surface' : `${all.length} surfaces`

/** Moves all that one of them means, by whole px. */
export const moveSurfaces = (stageId: string, id: string, x: number, y: number, how: typeof edit): void => {
  const meant = new Set(meantSurfaces(stageId, id).map((surface) => surface.id))
  editStage(
    stageId,
    `Move ${counted([...meant])}`,
    (stage) =>
      void (stage.surfaces = stage.surfaces.map((surface) =>
        meant.has(surface.id) ? movedSurface(surface as Surface, x, y) : surface,
      )),
    how,
  )
}

export const removeSurfaces = (stageId: string, id: string): void => {
  const meant = new Set(meantSurfaces(stageId, id).map((surface) => surface.id))
  editStage(
    stageId,
    `Remove ${counted([...meant])}`,
    (stage) => void (stage.surfaces = stage.surfaces.filter((surface) => !meant.has(surface.id))),
  )
  chooseSurfaces([])
}

/** How far a copy is put beside what it was made from, px. */
const BESIDE = 16

/** Adds surfaces to a stage and chooses them; says why where there is no room. */
const add = (stageId: string, label: string, clip: SurfacesCopy): void => {
  let made: readonly string[] | string = []
  editStage(stageId, label, (stage) => void (made = graftSurfaces(stage, clip, makeId)))
  if (typeof made === 'string') say(made)
  else chooseSurfaces(made)
}

const duplicate = (stageId: string, id: string): void => {
  const all = meantSurfaces(stageId, id)
  const beside = all.map((one) => movedSurface(one, BESIDE, -BESIDE))
  add(stageId, `Duplicate ${counted(all)}`, copySurfaces(beside))
}

const textOf = (all: readonly Surface[]): { text: string; said: string } => ({
  text: writeClip(copySurfaces(all)),
  said: `Copied ${counted(all)}; Ctrl V puts ${all.length === 1 ? 'it' : 'them'} on this or another stage`,
})

const pasteText = (stageId: string, text: string): void => {
  const clip = readClip(text)
  if (typeof clip === 'string') return say(clip)
  if (clip.kind === 'stages' || clip.kind === 'cues') return pastePieces(clip)
  if (clip.kind !== 'surfaces') return say(refuseHere(clip))
  add(stageId, `Paste ${counted(clip.surfaces)}`, clip)
}

/** Ctrl C and Ctrl V on a stage’s page: a cue or a surface that has the focus, else the chosen surfaces. */
export const useStageClip = (stageId: string): void =>
  useEffect(() => {
    const copy = (event: ClipboardEvent): void => {
      if (event.defaultPrevented || isOfText(event.target) || !event.clipboardData) return
      const { cue, surface } = document.activeElement?.closest<HTMLElement | SVGElement>(
        '[data-cue], [data-surface]',
      )?.dataset ?? { cue: undefined, surface: undefined }
      const { ids } = useChosenSurfaces.getState()
      const all = surface
        ? meantSurfaces(stageId, surface)
        : surfacesOf(stageId).filter(({ id }) => ids.includes(id))
      const copied = cue ? cueClip(cue) : all.length > 0 ? textOf(all) : null
      if (!copied) return
      event.preventDefault()
      event.clipboardData.setData('text/plain', copied.text)
      say(copied.said)
    }
    const paste = (event: ClipboardEvent): void => {
      const text = pastedText(event)
      if (!text?.trimStart().startsWith('{')) return
      event.preventDefault()
      pasteText(stageId, text)
    }
    document.addEventListener('copy', copy)
    document.addEventListener('paste', paste)
    return () => {
      chooseSurfaces([])
      document.removeEventListener('copy', copy)
      document.removeEventListener('paste', paste)
    }
  }, [stageId])

export const openSurfaceMenu = (event: React.MouseEvent, stageId: string, id: string): void => {
  pickSurface(id, false)
  const all = meantSurfaces(stageId, id)
  openMenu(
    event,
    'surface',
    {
      chooseAll: () => chooseAllSurfaces(stageId),
      copies: () => duplicate(stageId, id),
      copy: () => {
        const { text, said } = textOf(meantSurfaces(stageId, id))
        void writeClipboard(text, said)
      },
      paste: () =>
        void readClipboard().then((text) => {
          if (text !== null) pasteText(stageId, text)
        }),
      takeOut: () => removeSurfaces(stageId, id),
    },
    all.length,
  )
}
