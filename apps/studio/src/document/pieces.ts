/** Stages and cues of the kit through the clipboard. */
import { copyPieces, graftPieces, type PieceCopy, writeClip } from '@gliv/document'
import { edit, keepPicture, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { say } from './clipboard.ts'

interface Copied {
  readonly text: string
  readonly said: string
}

const clipOf = (kind: 'stages' | 'cues', id: string, name: string | undefined): Copied | null => {
  const { kit, pictures } = useDocument.getState()
  if (!kit || name === undefined) return null
  return {
    text: writeClip(copyPieces(kind, { kit, pictures }, [id])),
    said: `Copied the ${kind === 'stages' ? 'stage' : 'cue'} “${name}” with what it needs; Ctrl V puts it into this or another kit`,
  }
}

/** A stage with its pictures, and the cues and effects that it raises. */
export const stageClip = (id: string): Copied | null =>
  clipOf('stages', id, useDocument.getState().kit?.stages[id]?.name)

/** A cue with the effects that it plays. */
export const cueClip = (id: string): Copied | null =>
  clipOf('cues', id, useDocument.getState().kit?.cues?.find((cue) => cue.id === id)?.name)

/** Puts copied stages or cues into the open kit: one step of undo. */
export const pastePieces = (clip: PieceCopy<'stages'> | PieceCopy<'cues'>): void => {
  const there = new Set(useDocument.getState().kit?.cues?.map(({ id }) => id))
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  let made: readonly string[] = []
  edit(
    clip.kind === 'stages' ? 'Paste a stage' : 'Paste a cue',
    (kit) => void (made = graftPieces(kit, clip, makeId)),
  )
  if (clip.kind === 'cues' && made.every((id) => there.has(id))) say('This cue is in the kit already')
}
