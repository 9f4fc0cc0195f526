/**
 * The bakes of the ship screen: a draft of what is edited within moments, then the same in full, then all that is
 * ticked, so that bytes are known before anything is written. Workers are ended when what they do is stale.
 */
import { groupsOf, jobOf, type ShipJob } from '@gliv/bake'
import type { Kit } from '@gliv/document'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useDocument } from '../state/document.ts'
import { jobsOf, tickedIn } from './jobs.ts'
import type { ShippedSheet, ShownSheet } from '../workers/ship.worker.ts'
import { Baker } from './baker.ts'

type Group = readonly [ShipJob, ...ShipJob[]]

/** What a job shows, so that a change elsewhere in the kit does not bake it again. */
const keyOf = (kit: Kit, group: readonly ShipJob[]): string =>
  JSON.stringify([kit.id, group.map(({ effect, ...job }) => [effect.id, job])])

/** What is known of the screen's bakes. */
export interface Bakes {
  /** The sheet of what is edited: a draft at first. */
  readonly shown: ShownSheet | null
  readonly failure: string | null
  /** How long the last change took until it was seen, ms. */
  readonly took: number
  /** Files of every sheet that is ticked and done. */
  readonly done: ReadonlyMap<string, ShippedSheet>
  /** Sheets that are ticked, by their keys. */
  readonly wanted: readonly { readonly key: string; readonly group: Group }[]
  readonly working: boolean
  /** Why a ticked sheet cannot be written, by the name of its first effect. */
  readonly refused: readonly { readonly name: string; readonly message: string }[]
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** The group of jobs that the edited effect's sheet holds. */
const shownGroup = (kit: Kit, id: string): Group => {
  const job = jobOf(kit, id)
  if (!job.settings.sheet.together) return [job]
  return groupsOf(jobsOf(kit, [...tickedIn(kit), id])).find((group) =>
    group.some(({ effect }) => effect.id === id),
  )!
}

/** Effects are compared by what they are made of: their own document, types, sheets and palettes. */
const useKitForBakes = () => {
  const kit = useDocument((s) => s.kit)
  const pictures = useDocument((s) => s.pictures)
  return { kit, pictures }
}

const FIRST: Pick<Bakes, 'shown' | 'failure' | 'took'> = { shown: null, failure: null, took: 0 }

/** Drafts of what is edited, and then the same in full. */
const useShown = (id: string | null) => {
  const { kit, pictures } = useKitForBakes()
  const [shown, setShown] = useState(FIRST)
  const baker = useRef<Baker | null>(null)
  useEffect(() => {
    baker.current = new Baker()
    return () => baker.current?.end()
  }, [])
  useEffect(() => {
    if (!kit || id === null || !kit.effects[id] || !baker.current) return
    let current = true
    const group = shownGroup(kit, id)
    const file = { kit, pictures }
    const began = performance.now()
    const take = (next: ShownSheet): void => {
      if (!current) return
      setShown((last) => ({
        // What is known of before stays until the whole is drawn.
        shown: next.notes ? next : { ...next, notes: last.shown?.notes ?? [] },
        failure: null,
        took: next.draft < 1 || last.shown?.hash !== next.hash ? performance.now() - began : last.took,
      }))
    }
    const run = async (): Promise<void> => {
      const draft = await baker.current!.ask((api) => api.draft(file, group, false))
      take(draft)
      if (current && draft.draft < 1) take(await baker.current!.ask((api) => api.draft(file, group, true)))
    }
    run().catch((error: unknown) => current && setShown((last) => ({ ...last, failure: messageOf(error) })))
    return () => {
      current = false
    }
  }, [kit, pictures, id])
  return shown
}

/** Everything that is ticked, with its files, one sheet after another. */
const useTicked = () => {
  const { kit, pictures } = useKitForBakes()
  const [done, setDone] = useState<ReadonlyMap<string, ShippedSheet>>(new Map())
  const [refused, setRefused] = useState<Bakes['refused']>([])
  /** What was wanted when everything was done last: a change since then is not baked yet. */
  const [doneFor, setDoneFor] = useState<Bakes['wanted'] | null>(null)
  const baker = useRef<Baker | null>(null)
  useEffect(() => {
    baker.current = new Baker()
    return () => baker.current?.end()
  }, [])
  const wanted = useMemo(
    () =>
      kit ? groupsOf(jobsOf(kit, tickedIn(kit))).map((group) => ({ key: keyOf(kit, group), group })) : [],
    [kit],
  )
  const known = useRef(new Map<string, { readonly kit: Kit; readonly sheet: ShippedSheet }>())
  useEffect(() => {
    if (!kit) return
    let current = true
    const run = async (): Promise<void> => {
      const sheets = new Map<string, ShippedSheet>()
      const failures: { name: string; message: string }[] = []
      for (const { key, group } of wanted) {
        try {
          const before = known.current.get(key)
          const same =
            before &&
            (await baker.current!.ask((api) => api.hash({ kit, pictures }, group))) ===
              before.sheet.shown.hash
          const sheet = same
            ? before.sheet
            : await baker.current!.ask((api) => api.bake({ kit, pictures }, group as [ShipJob, ...ShipJob[]]))
          if (!current) return
          known.current.set(key, { kit, sheet })
          sheets.set(key, sheet)
        } catch (error) {
          if (!current) return
          failures.push({ name: group[0].effect.name, message: messageOf(error) })
        }
        setDone(new Map(sheets))
        setRefused([...failures])
      }
      setDone(sheets)
      setRefused(failures)
      setDoneFor(wanted)
    }
    // What is edited comes first: whole files wait until nobody has changed anything for a moment.
    const timer = setTimeout(() => void run(), QUIET_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [kit, pictures, wanted])
  return { done, wanted, working: doneFor !== wanted, refused }
}

const QUIET_MS = 700

/** @param id of the effect that is edited */
export const useBakes = (id: string | null): Bakes => ({ ...useShown(id), ...useTicked() })
