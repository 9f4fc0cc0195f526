/**
 * Which reader of kits this is: the same for two builds whose document code is the same. What a build has read and
 * written itself, under a hash that still holds, it need not check again when it is opened. Null while developing
 * and in tests: there everything is always read in full.
 */
export const READER: string | null = (import.meta.env?.VITE_GLIV_READER as string | undefined) ?? null
