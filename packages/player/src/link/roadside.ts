/** What the other end of a tether needs: for the studio and the command line. */
export type { GameCost, Message, PlayedNow, Side, ToGame, ToStudio } from './messages.ts'
export { fromText, toText } from './messages.ts'
export { type Road, type RoadState, serverRoad, tabRoad } from './roads.ts'
