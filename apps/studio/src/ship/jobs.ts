/** What is baked of a kit. Pure. */
import { jobOf, type ShipJob } from '@gliv/bake'
import type { Kit } from '@gliv/document'

/** The jobs of effects, in the kit's order. */
export const jobsOf = (kit: Kit, ids: readonly string[]): ShipJob[] =>
  kit.effectOrder.filter((id) => ids.includes(id)).map((id) => jobOf(kit, id))

/** Effects that are ticked. */
export const tickedIn = (kit: Kit): string[] => kit.effectOrder.filter((id) => kit.ship?.effects[id]?.ticked)
