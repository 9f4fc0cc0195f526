/**
 * A card that can be carried, and that another one can be let go on. It is there only for cards that are pressed and
 * while one is carried: hundreds of cards that come into sight by scrolling do without.
 */
import { useDraggable, useDroppable } from '@dnd-kit/core'
import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { flushSync } from 'react-dom'

type Listeners = ReturnType<typeof useDraggable>['listeners']

interface Props {
  readonly id: string
  readonly card: RefObject<HTMLElement | null>
  readonly listeners: RefObject<Listeners>
  readonly onOver: (over: boolean) => void
}

const Carry = ({ id, card, listeners, onOver }: Props) => {
  const drag = useDraggable({ id })
  const drop = useDroppable({ id })
  const { setNodeRef: setDragged } = drag
  const { setNodeRef: setDropped, isOver } = drop
  useLayoutEffect(() => {
    setDragged(card.current)
    setDropped(card.current)
  }, [card, setDragged, setDropped])
  useLayoutEffect(() => void (listeners.current = drag.listeners))
  useEffect(() => {
    onOver(isOver)
    return () => onOver(false)
  }, [isOver, onOver])
  return null
}

/** Lets a card be carried from its first press on. @param carrying one of the cards is carried now */
export const useCarry = (id: string, movable: boolean, carrying: boolean) => {
  const card = useRef<HTMLElement>(null)
  const listeners = useRef<Listeners>(undefined)
  const [pressed, setPressed] = useState(false)
  const [over, setOver] = useState(false)
  const onPointerDown = (event: React.PointerEvent): void => {
    if (!movable) return
    // The press that makes it ready is the one that may carry it.
    if (!pressed) flushSync(() => setPressed(true))
    ;(listeners.current?.['onPointerDown'] as ((event: React.PointerEvent) => void) | undefined)?.(event)
  }
  const part =
    movable && (pressed || carrying) ? (
      <Carry id={id} card={card} listeners={listeners} onOver={setOver} />
    ) : null
  return { card, over, onPointerDown, part }
}
