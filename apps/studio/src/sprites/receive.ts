/** Reads picture files; what reads them is fetched when there are some. */
export const receivePictures = async (
  files: readonly File[],
  replaces: string | null = null,
): Promise<void> => (await import('./arrivals.ts')).readPictures(files, replaces)
