/** What is done with emitters by their tracks: with one, or all that are selected together, in one step of undo. */
import { deleteEmitter, duplicateEmitter, type Emitter } from '@gliv/document'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { offerShare } from '../../state/offerShare.ts'
import { setSession, toggleSolo, useSession } from '../../state/session.ts'
import { selectedOf, selectedTogether, selectTogether } from '../playback/selected.ts'

const emittersOf = (effectId: string): Readonly<Record<string, Emitter>> =>
  useDocument.getState().kit?.effects[effectId]?.emitters ?? {}

/** Those that an act on one emitter means: all that are selected, when it is one of them. */
export const meantBy = (effectId: string, emitterId: string): readonly string[] => {
  const together = selectedTogether(effectId)
  return together.includes(emitterId) ? together : [emitterId]
}

const counted = (ids: readonly string[]): string =>
  ids.length === 1 ? 'an emitter' : `${ids.length} emitters`

/** What one of them becomes, all of them become. */
const setAll = (
  effectId: string,
  emitterId: string,
  label: string,
  set: (emitter: Emitter, as: Emitter) => void,
): void => {
  const ids = meantBy(effectId, emitterId)
  edit(`${label} ${counted(ids)}`, (kit) => {
    const { emitters } = kit.effects[effectId]!
    const as = { ...emitters[emitterId]! }
    for (const id of ids) set(emitters[id]!, as)
  })
}

export const toggleMute = (effectId: string, emitterId: string): void =>
  setAll(effectId, emitterId, 'Mute or unmute', (emitter, { muted }) => void (emitter.muted = !muted))

/** A locked emitter is not moved by hand and not deleted; its numbers can be set all the same. */
export const toggleLock = (effectId: string, emitterId: string): void =>
  setAll(effectId, emitterId, 'Lock or unlock', (emitter, { locked }) => {
    if (locked) delete emitter.locked
    else emitter.locked = true
  })

export const markTracks = (effectId: string, emitterId: string, mark: string | undefined): void =>
  setAll(effectId, emitterId, 'Colour mark of', (emitter) => {
    if (mark === undefined) delete emitter.mark
    else emitter.mark = mark
  })

export const soloTracks = (effectId: string, emitterId: string): void => {
  const on = !useSession.getState().solo.includes(emitterId)
  for (const id of meantBy(effectId, emitterId))
    if (useSession.getState().solo.includes(id) !== on) toggleSolo(id)
}

export const duplicateSelected = (effectId: string, emitterId: string): void => {
  const ids = meantBy(effectId, emitterId)
  const made: string[] = []
  edit(`Duplicate ${counted(ids)}`, (kit) => {
    for (const id of ids) made.push(duplicateEmitter(kit, effectId, id, makeId))
  })
  selectTogether(effectId, made)
  const type = emittersOf(effectId)[emitterId]?.type
  if (type !== undefined && made.length === 1) offerShare({ emitter: made[0]!, type })
}

/** Deletes them; locked ones stay, and it is said. */
export const removeEmitter = (effectId: string, emitterId: string): void => {
  const emitters = emittersOf(effectId)
  const ids = meantBy(effectId, emitterId)
  const free = ids.filter((id) => emitters[id] && !emitters[id].locked)
  const held = ids.filter((id) => emitters[id]?.locked).map((id) => `“${emitters[id]!.name}”`)
  if (held.length > 0)
    useDocument.setState({
      notice:
        held.length === 1
          ? `${held[0]} is locked; unlock it in its track to delete it`
          : `${held.join(', ')} are locked; unlock them in their tracks to delete them`,
    })
  if (free.length === 0) return
  edit(`Delete ${counted(free)}`, (kit) => {
    for (const id of free) if (kit.effects[effectId]!.emitters[id]) deleteEmitter(kit, effectId, id)
  })
  setSession({ also: [] })
}

/** A press on a track: with Ctrl one more or less, with Shift all up to it. @returns whether it was one of these */
export const pickTrack = (
  effectId: string,
  emitterId: string,
  { shift, ctrl }: { readonly shift: boolean; readonly ctrl: boolean },
): boolean => {
  const selected = selectedOf(effectId)
  if ((!shift && !ctrl) || selected === undefined || selected === emitterId) return false
  const { also } = useSession.getState()
  if (ctrl) {
    setSession({
      also: also.includes(emitterId) ? also.filter((id) => id !== emitterId) : [...also, emitterId],
    })
    return true
  }
  const order = useDocument.getState().kit?.effects[effectId]?.emitterOrder ?? []
  const [a, b] = [order.indexOf(selected), order.indexOf(emitterId)].sort((x, y) => x - y) as [number, number]
  selectTogether(effectId, order.slice(a, b + 1), selected)
  return true
}

export const selectAllTracks = (effectId: string): void => {
  const order = useDocument.getState().kit?.effects[effectId]?.emitterOrder ?? []
  selectTogether(effectId, order, selectedOf(effectId))
}
