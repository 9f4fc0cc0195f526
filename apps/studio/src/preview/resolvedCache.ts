/** Resolved effects of a kit that keep their identity through edits that do not reach them. */
import { type Kit, resolveEffect } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { readMask } from '../document/masks.ts'
import { forChosenView } from '../document/shownView.ts'

const sameList = <T>(a: readonly T[], b: readonly T[], same: (x: T, y: T) => boolean): boolean =>
  a.length === b.length && a.every((one, k) => same(one, b[k]!))

type Part = ResolvedEffect['parts'][number]

const samePart = (a: Part, b: Part): boolean =>
  a.id === b.id &&
  a.salt === b.salt &&
  a.mirror === b.mirror &&
  a.reversed === b.reversed &&
  a.numbers === b.numbers &&
  sameList(a.choices, b.choices, (x, y) => x.weight === y.weight && sameResolved(x.effect, y.effect))

const DEEP: readonly (keyof ResolvedEffect)[] = ['emitters', 'parts', 'source', 'view']

/** Whether two resolved effects are made of the very same things. */
export const sameResolved = (a: ResolvedEffect, b: ResolvedEffect): boolean =>
  (Object.keys(b) as (keyof ResolvedEffect)[]).every((key) => DEEP.includes(key) || a[key] === b[key]) &&
  sameList(a.emitters, b.emitters, (x, y) => x === y) &&
  sameList(a.parts, b.parts, samePart) &&
  JSON.stringify([a.source, a.view]) === JSON.stringify([b.source, b.view])

export class ResolvedCache {
  readonly #known = new Map<string, ResolvedEffect>()
  #kit: Kit | null = null
  #fresh = new Set<string>()

  /** Reads effects of this kit from now on. */
  of(kit: Kit): (id: string) => ResolvedEffect | null {
    if (kit !== this.#kit) {
      this.#kit = kit
      this.#fresh = new Set()
    }
    const shown = forChosenView(kit)
    return (id) => {
      const effect = kit.effects[id]
      if (!effect) return null
      const known = this.#known.get(id)
      if (known && this.#fresh.has(id)) return known
      const made = resolveEffect(shown, effect, readMask)
      const kept = known && sameResolved(known, made) ? known : made
      this.#known.set(id, kept)
      this.#fresh.add(id)
      return kept
    }
  }
}
