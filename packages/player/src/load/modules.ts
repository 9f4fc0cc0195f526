/**
 * Modules of the player that a pack asks for. Here everything is there from the beginning; where the package is built,
 * `scripts/playerModules.mjs` divides it and puts a loader in this file's place.
 */

/** Resolves when all of these are there. */
export const loadModules = async (_names: readonly string[]): Promise<void> => {}
