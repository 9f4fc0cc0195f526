/** A duplicate has a copy of its particle type; until something else is done it may share the original's instead. */
import { create } from 'zustand'

interface Offer {
  readonly emitter: string
  /** Type of the original. */
  readonly type: string
}

/** Lifetime: moment. */
export const useOfferShare = create<{ readonly offer: Offer | null }>(() => ({ offer: null }))

export const offerShare = (offer: Offer | null): void => useOfferShare.setState({ offer })
