/** Begins the tour in an effect: the one that is open, else the first of the demo, which is fetched if it has to be. */
import { db, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { addKit, shelfRows } from '../state/shelf.ts'
import { goTour } from './open.ts'

/** An effect in which there is something to see of each step. */
const SHOWN = 'stove-fire'

const demoKit = async (): Promise<string> => {
  const there = (await shelfRows(db)).find(({ id }) => id === 'last-ferry')
  if (there) return there.id
  const { makeDemo } = await import('@gliv/demo')
  return addKit(db, makeDemo(), () => makeId('kit'))
}

/** Gives the address of the effect that the tour begins in. */
export const beginTour = async (): Promise<string> => {
  const { kit } = useDocument.getState()
  const shown = kit?.effects[SHOWN] ? SHOWN : kit?.effectOrder[0]
  const path =
    kit && shown !== undefined ? `/kit/${kit.id}/effect/${shown}` : `/kit/${await demoKit()}/effect/${SHOWN}`
  goTour(0)
  return path
}
