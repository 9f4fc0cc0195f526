/**
 * Reference clips of effects: those that the kit keeps are read from it, others are held here for as long as the tab is
 * open. Lifetime: tab.
 */
import type { Reference, ReferenceView } from '@gliv/model'
import { create } from 'zustand'
import { edit, keepPicture, shownKit, useDocument } from '../state/document.ts'
import { hashNow } from '../state/pictureStore.ts'
import { type Clip, FIRST_VIEW } from './clip.ts'
import { readClip, readKept } from './readClip.ts'

/** A clip that is not kept with the kit. */
interface Loose {
  readonly name: string
  readonly blob: string
  readonly bytes: Uint8Array
  readonly view: ReferenceView
}

interface References {
  /** By effect. */
  readonly loose: Readonly<Record<string, Loose>>
  /** What was read, by the hash of its bytes. */
  readonly clips: Readonly<Record<string, Clip>>
  /** How far one is read; null while none is. */
  readonly reading: number | null
  /** The clip is shown instead of the effect. */
  readonly swapped: boolean
}

export const useReferences = create<References>(() => ({
  loose: {},
  clips: {},
  reading: null,
  swapped: false,
}))
const set = useReferences.setState
const tell = (notice: string): void => useDocument.setState({ notice })

export const setSwapped = (swapped: boolean): void => set({ swapped })

/** The clip of an effect, kept or not. */
export const referenceOf = (effectId: string): (Reference & { readonly kept: boolean }) | null => {
  const kept = shownKit()?.effects[effectId]?.reference
  if (kept) return { ...kept, kept: true }
  const loose = useReferences.getState().loose[effectId]
  return loose ? { name: loose.name, blob: loose.blob, ...loose.view, kept: false } : null
}

const remember = (blob: string, clip: Clip): void =>
  set(({ clips }) => ({ clips: { ...clips, [blob]: clip } }))

const without = (effectId: string): void =>
  set(({ loose }) => ({ loose: Object.fromEntries(Object.entries(loose).filter(([id]) => id !== effectId)) }))

/** Takes a clip for an effect. */
export const takeReference = async (effectId: string, files: readonly File[]): Promise<void> => {
  set({ reading: 0 })
  try {
    const { name, clip, bytes } = await readClip(files, (reading) => set({ reading }))
    const blob = await hashNow(bytes)
    remember(blob, clip)
    dropKept(effectId)
    set(({ loose }) => ({ loose: { ...loose, [effectId]: { name, blob, bytes, view: FIRST_VIEW } } }))
    tell(
      `“${name}”: ${clip.frames.length} pictures, ${clip.seconds.toFixed(2)} s; hold C to see it instead of the effect`,
    )
  } catch (error) {
    tell(
      `${files[0]?.name ?? 'The clip'} was not taken: ${error instanceof Error ? error.message : String(error)}`,
    )
  } finally {
    set({ reading: null })
  }
}

const dropKept = (effectId: string): void =>
  edit('Reference clip', (kit) => void delete kit.effects[effectId]?.reference)

/** Reads what the kit has kept, once. */
const reading = new Set<string>()
export const readReference = (effectId: string): void => {
  const found = referenceOf(effectId)
  if (!found || useReferences.getState().clips[found.blob] || reading.has(found.blob)) return
  const bytes = useDocument.getState().pictures.get(found.blob)
  if (!bytes) return
  reading.add(found.blob)
  void readKept(bytes, found.name)
    .then((clip) => remember(found.blob, clip))
    .catch((error: unknown) => tell(`The clip “${found.name}” cannot be shown: ${String(error)}`))
    .finally(() => reading.delete(found.blob))
}

/** Lays the clip out otherwise; a kept one by an edit, which can be undone. */
export const changeReference = (
  effectId: string,
  label: string,
  make: (view: ReferenceView) => ReferenceView,
  how: typeof edit = edit,
): void => {
  if (shownKit()?.effects[effectId]?.reference)
    return how(label, (kit) => {
      const effect = kit.effects[effectId]!
      if (effect.reference) effect.reference = { ...effect.reference, ...make(effect.reference) }
    })
  set(({ loose }) => {
    const one = loose[effectId]
    return one ? { loose: { ...loose, [effectId]: { ...one, view: make(one.view) } } } : {}
  })
}

/** Keeps the clip with the kit, or no longer. */
export const keepReference = (effectId: string, keep: boolean): void => {
  const found = referenceOf(effectId)
  if (!found) return
  const { kept: _, ...reference } = found
  if (keep) {
    const { bytes } = useReferences.getState().loose[effectId] ?? {}
    if (bytes) keepPicture(bytes, found.blob)
    edit('Keep the reference clip', (kit) => void (kit.effects[effectId]!.reference = reference))
    return without(effectId)
  }
  const bytes = useDocument.getState().pictures.get(found.blob)
  const { name, blob, ...view } = reference
  if (bytes) set(({ loose }) => ({ loose: { ...loose, [effectId]: { name, blob, bytes, view } } }))
  dropKept(effectId)
}

/** Takes the clip away. */
export const removeReference = (effectId: string): void => {
  without(effectId)
  dropKept(effectId)
}
