/** Whether the shelf of starters is open, and how its cards are told from other things that are dragged. */
import { create } from 'zustand'

/** Lifetime: moment. */
export const useStarterShelf = create<{ readonly open: boolean }>(() => ({ open: false }))

export const STARTER_MEDIA_TYPE = 'application/x-gliv-technique'
