/** What one's own starters become: a new effect, or emitters of one that is there. */
import {
  addEffect,
  copyEmitters,
  type EmittersCopy,
  graftEffectsCopy,
  graftEmittersCopy,
} from '@gliv/document'
import { edit, keepPicture } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { type OwnStarter, shownStarter } from '../state/ownStarters.ts'

/** A new effect from a starter: one step of undo. Gives its id; null where the starter cannot be read any more. */
export const effectFrom = (starter: OwnStarter): string | null => {
  const shown = shownStarter(starter)
  if (!shown) return null
  const { clip } = shown
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  let made = ''
  edit(`New effect: ${starter.name}`, (kit) => {
    if (clip.kind === 'effects') {
      made = graftEffectsCopy(kit, clip, makeId)[0]!
      return
    }
    made = addEffect(kit, makeId, starter.name)
    graftEmittersCopy(kit, clip, made, makeId)
  })
  return made
}

/** The emitters of a starter, of an effect all. */
const emittersOf = (starter: OwnStarter): EmittersCopy | null => {
  const shown = shownStarter(starter)
  if (!shown) return null
  const { clip, effect } = shown
  if (clip.kind === 'emitters') return clip
  return copyEmitters(clip.file, effect, clip.file.kit.effects[effect]!.emitterOrder)
}

/** Puts a starter's emitters on top of an effect: one step of undo. Gives their ids. */
export const emittersFrom = (starter: OwnStarter, effectId: string): readonly string[] => {
  const clip = emittersOf(starter)
  if (!clip || clip.emitters.length === 0) return []
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  let made: readonly string[] = []
  edit(`Add ${starter.name}`, (kit) => void (made = graftEmittersCopy(kit, clip, effectId, makeId)))
  return made
}
