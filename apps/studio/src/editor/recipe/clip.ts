/**
 * The system's clipboard in the effect editor. Ctrl C copies what has the focus: a burst, a ramp, a force, a group of
 * the Recipe, the particle type, else the selected emitters. Ctrl V puts it where its kind belongs, into all selected
 * emitters; with Shift emitters and bursts begin at the moment.
 */
import {
  type Copied,
  copyBursts,
  copyEmitters,
  copyForces,
  copyPieces,
  copyRamp,
  graft,
  graftBursts,
  graftEmittersCopy,
  graftForces,
  graftPieces,
  type KitFile,
  readClip,
  shareType,
  writeClip,
} from '@gliv/document'
import { FORCE_KINDS, type ForceKind, type RampKind, type Ramp, type TintRamp } from '@gliv/model'
import { FORCE_TEXTS, RAMP_TEXTS } from '@gliv/words'
import { readClipboard, refuseHere, say, writeClipboard } from '../../document/clipboard.ts'
import { setColumn } from '../../state/column.ts'
import { edit, keepPicture, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useSession } from '../../state/session.ts'
import { selectedTogether, selectTogether } from '../playback/selected.ts'
import { copyGroup, groupTitle } from './groupClip.ts'

/** What is copied by itself, by what stands in the page: `data-clip="burst emitter 0"`, `force gravity`, … */
interface Thing {
  readonly clip: Copied
  readonly name: string
}

const fileNow = (): KitFile | null => {
  const { kit, pictures } = useDocument.getState()
  return kit && { kit, pictures }
}

const selectedType = (file: KitFile, effectId: string) => {
  const emitter = selectedTogether(effectId).at(-1)
  return file.kit.types[file.kit.effects[effectId]?.emitters[emitter ?? '']?.type ?? '']
}

const isTint = (kind: RampKind): boolean => kind === 'tint' || kind === 'tintB'

type Maker = (file: KitFile, effectId: string, rest: readonly string[]) => Thing | null

/** How each kind of thing is copied. */
const THINGS: Readonly<Record<string, Maker>> = {
  burst: ({ kit }, effectId, [emitter, index]) => {
    const burst = kit.effects[effectId]?.emitters[emitter ?? '']?.bursts[Number(index)]
    return burst ? { clip: copyBursts([burst]), name: 'the burst' } : null
  },
  ramp: (file, effectId, [kind]) => {
    const ramp = selectedType(file, effectId)?.ramps[kind as RampKind]
    if (!ramp) return null
    return {
      clip: copyRamp(ramp, isTint(kind as RampKind) ? 'tint' : 'value'),
      name: `the ramp ${RAMP_TEXTS[kind as RampKind]}`,
    }
  },
  force: (file, effectId, [force]) => {
    const type = selectedType(file, effectId)
    if (!type || !FORCE_KINDS.includes(force as ForceKind)) return null
    return { clip: copyForces(type, [force as ForceKind]), name: FORCE_TEXTS[force as ForceKind].label }
  },
  type: (file, effectId) => {
    const type = selectedType(file, effectId)
    return type
      ? { clip: copyPieces('types', file, [type.id]), name: `the particle type “${type.name}”` }
      : null
  },
  group: ({ kit }, effectId, [group]) => {
    const emitter = selectedTogether(effectId).at(-1)
    const type = emitter === undefined ? undefined : kit.effects[effectId]?.emitters[emitter]?.type
    if (emitter === undefined || type === undefined) return null
    const clip = copyGroup(kit, { effect: effectId, emitter, type }, group ?? '')
    return clip && { clip, name: `the group ${groupTitle(group ?? '')}` }
  },
  emitters: (file, effectId) => {
    const ids = selectedTogether(effectId)
    if (ids.length === 0) return null
    return {
      clip: copyEmitters(file, effectId, ids),
      name: ids.length === 1 ? 'the emitter' : `${ids.length} emitters`,
    }
  },
}

const thingOf = (effectId: string, key: string): Thing | null => {
  const file = fileNow()
  const [kind = '', ...rest] = key.split(' ')
  return file && (THINGS[kind]?.(file, effectId, rest) ?? null)
}

/** What a copy holds, and what is said of it; null when there is nothing to copy. */
export const copyText = (effectId: string, key: string): { text: string; said: string } | null => {
  const thing = thingOf(effectId, key)
  return (
    thing && {
      text: writeClip(thing.clip),
      said: `Copied ${thing.name}; Ctrl V pastes here, in another effect or another kit`,
    }
  )
}

/** The selected emitters as a text of the clipboard. */
export const emittersClip = (effectId: string): string | null => copyText(effectId, 'emitters')?.text ?? null

/** Copies by a press what a key would. */
export const copyNow = async (effectId: string, key = 'emitters'): Promise<void> => {
  const copied = copyText(effectId, key)
  if (copied) await writeClipboard(copied.text, copied.said)
}

type Of<K extends Copied['kind']> = Extract<Copied, { kind: K }>
type Paste<C> = (effectId: string, clip: C, atSeconds: number | undefined) => string | null

const pasteEmitters: Paste<Of<'emitters'>> = (effectId, clip, atSeconds) => {
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  let made: readonly string[] = []
  const label = clip.emitters.length === 1 ? 'an emitter' : `${clip.emitters.length} emitters`
  edit(`Paste ${label}`, (kit) => void (made = graftEmittersCopy(kit, clip, effectId, makeId, atSeconds)))
  selectTogether(effectId, made, made.at(-1))
  setColumn('recipe')
  return null
}

const pasteCells: Paste<Of<'cells'>> = (effectId, clip) => {
  let refusal: string | null = null
  edit('Paste a group', (kit) => {
    refusal = graft(kit, clip, { effect: effectId, emitters: selectedTogether(effectId) })
  })
  return refusal
}

const pasteType: Paste<Of<'types'>> = (effectId, clip) => {
  const emitters = selectedTogether(effectId)
  if (emitters.length === 0) return 'A particle type is pasted into the selected emitters; select one first'
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  const name = clip.file.kit.types[clip.ids[0]!]!.name
  edit(`Send out “${name}”`, (kit) => {
    const [type] = graftPieces(kit, clip, makeId)
    for (const id of emitters)
      if (kit.effects[effectId]!.emitters[id]!.type !== type) shareType(kit, effectId, id, type!)
  })
  say(`“${name}” is shared now; “Own copy” beside its name parts it from the others`)
  return null
}

const pasteRamp: Paste<Of<'ramp'>> = (effectId, clip) => {
  const kind = useSession.getState().ramp
  if (isTint(kind) !== (clip.of === 'tint'))
    return clip.of === 'tint'
      ? 'This ramp runs through colours; choose the tint in the life strip, then paste it'
      : 'This ramp runs through numbers; choose scale, opacity or another of them in the life strip, then paste it'
  edit(`Paste a ramp for ${RAMP_TEXTS[kind].toLowerCase()}`, (kit) => {
    for (const id of selectedTogether(effectId)) {
      const type = kit.types[kit.effects[effectId]!.emitters[id]!.type]!
      ;(type.ramps as unknown as Record<string, Ramp | TintRamp>)[kind] = structuredClone(clip.ramp) as Ramp
    }
  })
  return null
}

const pasteBursts: Paste<Of<'bursts'>> = (effectId, clip, atSeconds) => {
  const emitters = selectedTogether(effectId)
  if (emitters.length === 0) return 'Bursts are pasted into the selected emitters; select one first'
  let refusal: string | null = null
  edit(clip.bursts.length === 1 ? 'Paste a burst' : `Paste ${clip.bursts.length} bursts`, (kit) => {
    for (const id of emitters) {
      const emitter = kit.effects[effectId]!.emitters[id]!
      const at = atSeconds === undefined ? undefined : Math.max(0, atSeconds - emitter.numbers.delay)
      refusal ??= graftBursts(emitter, clip, makeId, at)
    }
  })
  return refusal
}

const pasteForces: Paste<Of<'forces'>> = (effectId, clip) => {
  const emitters = selectedTogether(effectId)
  if (emitters.length === 0) return 'Forces are pasted into the selected emitters; select one first'
  let refusal: string | null = null
  edit(`Paste ${clip.forces.map((force) => FORCE_TEXTS[force].label.toLowerCase()).join(', ')}`, (kit) => {
    const types = new Set(emitters.map((id) => kit.effects[effectId]!.emitters[id]!.type))
    for (const type of types) refusal ??= graftForces(kit.types[type]!, clip)
  })
  return refusal
}

const PASTES: { readonly [K in Copied['kind']]?: Paste<Of<K>> } = {
  emitters: pasteEmitters,
  cells: pasteCells,
  types: pasteType,
  ramp: pasteRamp,
  bursts: pasteBursts,
  forces: pasteForces,
}

/** Puts a text of the clipboard into the effect; what does not fit is said in words, and nothing is changed. */
export const pasteText = (effectId: string, text: string, atSeconds?: number): void => {
  const clip = readClip(text)
  if (typeof clip === 'string') return say(clip)
  const paste = PASTES[clip.kind] as Paste<Copied> | undefined
  const refusal = paste ? paste(effectId, clip, atSeconds) : refuseHere(clip)
  if (refusal !== null) say(refusal)
}

/** Pastes by a press what a key would. */
export const pasteNow = async (effectId: string, atSeconds?: number): Promise<void> => {
  const text = await readClipboard()
  if (text !== null) pasteText(effectId, text, atSeconds)
}
