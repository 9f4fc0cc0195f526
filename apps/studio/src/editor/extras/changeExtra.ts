/** Changes of what an effect has beside its particles, by list and id; each one step of undo. */
import { setExtras } from '@gliv/document'
import type { EffectExtras } from '@gliv/model'
import { edit } from '../../state/document.ts'

export type ExtraList = 'events' | 'sounds' | 'screen'
export type Extra<K extends ExtraList> = NonNullable<EffectExtras[K]>[number]

/** Adds one at the end. */
export const addExtra = <K extends ExtraList>(effectId: string, key: K, label: string, one: Extra<K>): void =>
  edit(label, (kit) => {
    const effect = kit.effects[effectId]!
    setExtras(effect, key, [...(effect[key] ?? []), one] as unknown as NonNullable<EffectExtras[K]>)
  })

/** Changes one; null removes it. */
export const changeExtra = <K extends ExtraList>(
  effectId: string,
  key: K,
  id: string,
  label: string,
  make: (one: Extra<K>) => Extra<K> | null,
  how: typeof edit = edit,
): void =>
  how(label, (kit) => {
    const effect = kit.effects[effectId]!
    const list = (effect[key] ?? []) as readonly Extra<K>[]
    const next = list.flatMap((one) => (one.id === id ? (make(one) ?? []) : [one]))
    setExtras(effect, key, next as unknown as NonNullable<EffectExtras[K]>)
  })
