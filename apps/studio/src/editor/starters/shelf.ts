/** Whether the shelf of starters is open, and how its cards are told from other things that are dragged. */
import { create } from 'zustand'

/** Lifetime: moment. */
export const useTechniques = create<{ readonly open: boolean }>(() => ({ open: false }))

export const DRAGGED = 'application/x-gliv-technique'
