/**
 * The particle type that sprites are chosen for, where there is one: the selected emitter's, beside the
 * stage.
 */
import { followClip, type Sheet } from '@gliv/document'
import { createContext, useContext } from 'react'
import { edit, useDocument } from '../../state/document.ts'

export const ActiveTypeContext = createContext<string | null>(null)

/** Id and name of the type; null on the sprites' own page. */
export const useActiveType = (): { readonly id: string; readonly name: string } | null => {
  const id = useContext(ActiveTypeContext)
  const name = useDocument((s) => (id === null ? undefined : s.kit?.types[id]?.name))
  return id === null || name === undefined ? null : { id, name }
}

/** The type shows this frame; further pictures that it has stay. */
export const giveFrame = (typeId: string, sheet: Sheet, frame: number): void =>
  edit(`Picture: ${sheet.frames[frame]!.name}`, (kit) => {
    const [first] = kit.types[typeId]!.pictures
    Object.assign(first!, { sheet: sheet.id, frames: [frame], clip: null })
  })

/** The type shows these frames one after the other over its life, unless it has a way of its own. */
export const giveFrames = (typeId: string, sheet: Sheet, frames: readonly number[]): void =>
  edit(`Picture: ${frames.length} frames of ${sheet.name}`, (kit) => {
    const type = kit.types[typeId]!
    Object.assign(type.pictures[0]!, { sheet: sheet.id, frames: [...frames], clip: null })
    if (type.frameChoice === 'fixed') type.frameChoice = 'overLife'
  })

/** The type may show this frame, too. */
export const addFrame = (typeId: string, sheet: Sheet, frame: number): void =>
  edit(
    `Add ${sheet.frames[frame]!.name}`,
    (kit) =>
      void kit.types[typeId]!.pictures.push({ sheet: sheet.id, frames: [frame], clip: null, weight: 1 }),
  )

/** The type follows this clip, frames, rate and all. */
export const giveClip = (typeId: string, sheet: Sheet, clipId: string): void =>
  edit(`Clip: ${sheet.clips.find((c) => c.id === clipId)?.name ?? ''}`, (kit) =>
    followClip(kit, typeId, 0, sheet.id, clipId),
  )
