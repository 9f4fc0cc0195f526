/** The development side of the player: a game that is tethered to the studio. A game that ships leaves it out. */
export { type Link, link, type LinkOptions, type LinkStatus } from './link.ts'
