/** Menus of tracks, bars and bursts: what they do, with all emitters that are selected together. */
import type { Burst, Emitter } from '@gliv/document'
import { newBurst } from '@gliv/document'
import { type MenuRuns, openMenu } from '../../shared/keys/contextMenu.ts'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { askStarter } from '../../state/ownStarters.ts'
import { select } from '../../state/session.ts'
import {
  duplicateSelected,
  meantBy,
  removeEmitter,
  selectAllTracks,
  soloTracks,
  toggleLock,
  toggleMute,
} from './acts.ts'
import { copyNow, emittersClip, pasteNow } from '../recipe/clip.ts'

/** An emitter that is not among the selected ones is selected by its menu. */
const take = (effectId: string, emitterId: string): number => {
  const count = meantBy(effectId, emitterId).length
  if (count === 1) select(effectId, emitterId)
  return count
}

export const openTrackMenu = (
  event: React.MouseEvent,
  effectId: string,
  emitterId: string,
  secondsNow: () => number,
): void => {
  const count = take(effectId, emitterId)
  const runs: MenuRuns = {
    muteIt: () => toggleMute(effectId, emitterId),
    soloIt: () => soloTracks(effectId, emitterId),
    lock: () => toggleLock(effectId, emitterId),
    duplicateIt: () => duplicateSelected(effectId, emitterId),
    copy: () => void copyNow(effectId),
    paste: () => void pasteNow(effectId),
    pasteHere: () => void pasteNow(effectId, secondsNow()),
    keepStarter: () => {
      const clip = emittersClip(effectId)
      const name = useDocument.getState().kit?.effects[effectId]?.emitters[emitterId]?.name ?? ''
      if (clip) askStarter({ name, text: clip })
    },
    selectAll: () => selectAllTracks(effectId),
    deleteIt: () => removeEmitter(effectId, emitterId),
  }
  openMenu(event, 'track', runs, count)
}

const emitterNow = (effectId: string, emitterId: string): Emitter | undefined =>
  useDocument.getState().kit?.effects[effectId]?.emitters[emitterId]

const change = (
  effectId: string,
  emitterId: string,
  label: string,
  make: (emitter: Emitter) => void,
): (() => void) | null =>
  emitterNow(effectId, emitterId)?.locked
    ? null
    : () => edit(label, (kit) => make(kit.effects[effectId]!.emitters[emitterId]!))

const rounded = (seconds: number): number => Math.max(0, Number(seconds.toFixed(3)))

export const openBarMenu = (
  event: React.MouseEvent,
  effectId: string,
  emitterId: string,
  secondsNow: () => number,
): void => {
  take(effectId, emitterId)
  const at = rounded(secondsNow())
  const { delay = 0 } = emitterNow(effectId, emitterId)?.numbers ?? {}
  openMenu(event, 'bar', {
    beginHere: change(effectId, emitterId, 'Begin at the moment', ({ numbers }) => void (numbers.delay = at)),
    endHere:
      at <= delay
        ? null
        : change(
            effectId,
            emitterId,
            'End at the moment',
            ({ numbers }) => void (numbers.duration = rounded(at - numbers.delay)),
          ),
    burstHere:
      at < delay
        ? null
        : change(effectId, emitterId, 'Add a burst', (emitter) => {
            const burst = newBurst(makeId('burst'))
            const time = rounded(at - emitter.numbers.delay)
            emitter.bursts.push({
              ...burst,
              numbers: { ...burst.numbers, burstAt: { from: time, to: time } },
            })
          }),
    muteIt: () => toggleMute(effectId, emitterId),
    soloIt: () => soloTracks(effectId, emitterId),
  })
}

export const openBurstMenu = (
  event: React.MouseEvent,
  effectId: string,
  emitterId: string,
  index: number,
): void => {
  take(effectId, emitterId)
  const act = (label: string, make: (burst: Burst, emitter: Emitter) => void) =>
    change(effectId, emitterId, label, (emitter) => {
      const burst = emitter.bursts[index]
      if (burst) make(burst, emitter)
    })
  openMenu(event, 'burst', {
    repeat: act('Repeat a burst', ({ numbers }) => void (numbers.burstRepeats = 3)),
    once: act('Fire a burst once', ({ numbers }) => void (numbers.burstRepeats = 1)),
    copies: act('Duplicate a burst', (burst, { bursts }) => {
      const { from, to, ...more } = burst.numbers.burstAt
      const later = { ...more, from: rounded(from + 0.1), to: rounded(to + 0.1) }
      bursts.push({ ...burst, id: makeId('burst'), numbers: { ...burst.numbers, burstAt: later } })
    }),
    copy: () => void copyNow(effectId, `burst ${emitterId} ${index}`),
    takeOut: act('Remove a burst', (_, { bursts }) => void bursts.splice(index, 1)),
  })
}
