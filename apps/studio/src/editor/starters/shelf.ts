/** Whether the shelf of starters is open, and where one may be dropped. What is on it is loaded when it is asked for. */
import type { DragEvent } from 'react'
import { create } from 'zustand'

/** Lifetime: moment. */
export const useTechniques = create<{ readonly open: boolean }>(() => ({ open: false }))

export const DRAGGED = 'application/x-gliv-technique'

/** Handlers that let a technique be dropped; `toWorld` says where. */
export const techniqueDrop = (effectId: string, toWorld: (clientX: number, clientY: number) => readonly [number, number] | null) => ({
  onDragOver: (event: DragEvent): void => {
    if (event.dataTransfer.types.includes(DRAGGED)) event.preventDefault()
  },
  onDrop: (event: DragEvent): void => {
    const id = event.dataTransfer.getData(DRAGGED)
    const place = toWorld(event.clientX, event.clientY)
    if (!id || !place) return
    event.preventDefault()
    event.stopPropagation()
    void import('./TechniqueShelf.tsx').then(({ setDown }) => setDown(effectId, id, ...place))
  },
})
