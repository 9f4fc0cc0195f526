/** What the sprites' screens remember. Lifetime: session, per tab. */
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { z } from 'zod'
import { persisted } from '../shared/persisted.ts'
import type { Ground } from './session.ts'

export const TABS = { frames: 'Frames', clips: 'Clips', draw: 'Draw', palettes: 'Palettes' } as const
export type Tab = keyof typeof TABS

interface SpritesState {
  /** The drawer beside the stage. */
  readonly open: boolean
  readonly tab: Tab
  /** Chosen sheet by kit. */
  readonly sheets: Readonly<Record<string, string>>
  /** Chosen frame by sheet. */
  readonly frames: Readonly<Record<string, number>>
  /** Chosen clip by sheet. */
  readonly clips: Readonly<Record<string, string>>
  readonly ground: Ground | 'auto'
}

export const useSprites = create<SpritesState>()(
  persist(
    (): SpritesState => ({ open: false, tab: 'frames', sheets: {}, frames: {}, clips: {}, ground: 'auto' }),
    persisted<SpritesState>('gliv-sprites', () => sessionStorage, {
      open: z.boolean(),
      tab: z.enum(Object.keys(TABS) as [Tab, ...Tab[]]),
      sheets: z.record(z.string(), z.string()),
      frames: z.record(z.string(), z.number().int().min(0)),
      clips: z.record(z.string(), z.string()),
      ground: z.enum(['dark', 'middle', 'light', 'checker', 'auto']),
    }),
  ),
)

export const setSprites = useSprites.setState

export const chooseSheet = (kitId: string, sheetId: string, tab?: Tab): void => {
  setSprites((s) => ({ sheets: { ...s.sheets, [kitId]: sheetId }, ...(tab ? { tab } : {}) }))
}

export const chooseFrame = (sheetId: string, frame: number): void => {
  setSprites((s) => ({ frames: { ...s.frames, [sheetId]: frame } }))
}

export const chooseClip = (sheetId: string, clip: string): void => {
  setSprites((s) => ({ clips: { ...s.clips, [sheetId]: clip } }))
}
