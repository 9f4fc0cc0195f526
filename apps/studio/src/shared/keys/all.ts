/** “Select all” where the focus is: points take it for their own kind, and only else it means the emitters. */

const offers = new WeakMap<Element, () => void>()

/** Says what choosing all does while an element has the focus; as a `ref`, so that it is always the latest. */
export const offersAll =
  (choose: (() => void) | undefined) =>
  (element: Element | null): void => {
    if (!element) return
    if (choose) offers.set(element, choose)
    else offers.delete(element)
  }

/** Chooses all of what has the focus. Gives whether that offers it. */
export const chooseAllAtFocus = (): boolean => {
  const choose = document.activeElement && offers.get(document.activeElement)
  choose?.()
  return Boolean(choose)
}
