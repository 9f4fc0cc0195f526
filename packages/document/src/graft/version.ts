/** The version of the clip format that this code writes. */
export const CLIP_VERSION = 1
