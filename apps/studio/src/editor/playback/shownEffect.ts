import type { Effect, Emitter, Kit, ParticleType } from '@gliv/document'
import { createContext, useContext, useEffect, useState } from 'react'
import { shownKit, useDocument } from '../../state/document.ts'
import { useDeep } from '../../shared/hooks/useDeep.ts'
import { useSession } from '../../state/session.ts'
import type { EmitterPath } from '../../document/propertyAddress.ts'
import type { StageDriver } from './driver.ts'

interface EditorValue {
  readonly effectId: string
  readonly driver: StageDriver | null
}

export const EditorContext = createContext<EditorValue>({ effectId: '', driver: null })

export const useEffectId = (): string => useContext(EditorContext).effectId
export const useDriver = (): StageDriver | null => useContext(EditorContext).driver

/** Whether the stage plays. */
export const usePlaying = (): boolean => {
  const driver = useDriver()
  const [playing, setPlaying] = useState(driver?.playback.playing ?? false)
  useEffect(() => driver?.subscribe((p) => setPlaying(p.playing)), [driver])
  return playing
}

/** Reads something off the effect as it is shown now; `select` must give a stable value. */
export const useShown = <T>(select: (kit: Kit, effect: Effect) => T, otherwise: T): T => {
  const effectId = useEffectId()
  return useDocument((state) => {
    const kit = shownKit(state)
    const effect = kit?.effects[effectId]
    return kit && effect ? select(kit, effect) : otherwise
  })
}

/** The same for plain data that is made anew each time: it renders when something in it differs. */
export const useShownData = <T>(select: (kit: Kit, effect: Effect) => T, otherwise: T): T => {
  const effectId = useEffectId()
  return useDocument(
    useDeep((state) => {
      const kit = shownKit(state)
      const effect = kit?.effects[effectId]
      return kit && effect ? select(kit, effect) : otherwise
    }),
  )
}

/** The selected emitter's id: what was selected, else the topmost. */
export const useSelectedId = (): string | null => {
  const effectId = useEffectId()
  const wanted = useSession((s) => s.selected[effectId])
  return useShown<string | null>(
    (_, effect) => (wanted && effect.emitters[wanted] ? wanted : (effect.emitterOrder.at(-1) ?? null)),
    null,
  )
}

const NONE: readonly EmitterPath[] = []

/** The other selected emitters of the effect: what is edited of the selected one is edited of them, too. */
export const useAlso = (): readonly EmitterPath[] => {
  const effectId = useEffectId()
  const selected = useSelectedId()
  const also = useSession((s) => s.also)
  return useShownData<readonly EmitterPath[]>(
    (_, { emitters }) =>
      also.flatMap((id) =>
        id !== selected && emitters[id] ? [{ effect: effectId, emitter: id, type: emitters[id].type }] : [],
      ),
    NONE,
  )
}

export const useSelectedEmitter = (): Emitter | null => {
  const id = useSelectedId()
  return useShown<Emitter | null>((_, effect) => (id ? (effect.emitters[id] ?? null) : null), null)
}

/** Reads something off the selected emitter's particle type; `select` must give a stable value. */
export const useSelectedType = <T>(select: (type: ParticleType) => T): T | null => {
  const id = useSelectedId()
  return useShown<T | null>((kit, effect) => {
    const type = id && effect.emitters[id] ? kit.types[effect.emitters[id].type] : undefined
    return type ? select(type) : null
  }, null)
}
