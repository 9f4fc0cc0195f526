/**
 * Last Ferry as it stood when its figures were first written down: twenty effects and the stage `pier`. The
 * demo itself may be
 * redrawn; golden hashes, promised bytes and benchmarks are those of this kit, so that they stay comparable.
 */
import { fromDataUrl, type KitFile, readKit } from '@gliv/document'
import stored from '../fixtures/last-ferry.gliv.json' with { type: 'json' }

/** A fresh copy at every call: callers may change what they get. */
export const frozenDemo = (): KitFile => {
  const { pictures, ...kit } = stored
  return {
    kit: readKit(kit),
    pictures: new Map(Object.entries(pictures).map(([hash, url]) => [hash, fromDataUrl(hash, url)])),
  }
}
