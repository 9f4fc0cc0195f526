/** One step of undo on a cue of the kit. */
import type { Cue } from '@gliv/model'
import { edit } from '../state/document.ts'

export const changeCue = (id: string, label: string, make: (cue: Cue) => Cue): void =>
  edit(
    `${label} of a cue`,
    (kit) => void (kit.cues = (kit.cues ?? []).map((cue) => (cue.id === id ? make(cue as Cue) : cue))),
  )
