/** Where a starter may be dropped. What is on the shelf is loaded when it is asked for. */
import type { DragEvent } from 'react'
import { STARTER_MEDIA_TYPE } from '../../state/starterShelf.ts'

/** Handlers that let a technique be dropped; `toWorld` says where. */
export const techniqueDrop = (
  effectId: string,
  toWorld: (clientX: number, clientY: number) => readonly [number, number] | null,
) => ({
  onDragOver: (event: DragEvent): void => {
    if (event.dataTransfer.types.includes(STARTER_MEDIA_TYPE)) event.preventDefault()
  },
  onDrop: (event: DragEvent): void => {
    const id = event.dataTransfer.getData(STARTER_MEDIA_TYPE)
    const place = toWorld(event.clientX, event.clientY)
    if (!id || !place) return
    event.preventDefault()
    event.stopPropagation()
    void import('./StarterShelf.tsx').then(({ setDown }) => setDown(effectId, id, ...place))
  },
})
