/** What the ship screen shows: which effects are edited, which sentence is open, which frame. Lifetime: session. */
import { create } from 'zustand'
import type { ShipSentence } from '@gliv/model'

interface ShipView {
  /** Effects that are edited together; the first is shown. */
  readonly selected: readonly string[]
  readonly open: ShipSentence | 'preset' | null
  readonly playing: boolean
  /** Number of the frame that is shown, over all clips. */
  readonly frame: number
  /** Number of the clip that plays. */
  readonly clip: number
  readonly page: number
  /** Times the size of a texel; 0: as fits. */
  readonly zoom: number
  /** Id of the stage that it is shown on; null: on the ground. */
  readonly stage: string | null
}

export const useShipView = create<ShipView>(() => ({
  selected: [],
  open: 'range',
  playing: true,
  frame: 0,
  clip: 0,
  page: 0,
  zoom: 0,
  stage: null,
}))
export const setShipView = useShipView.setState
