/** What the system says about a file, in words. */
const REASONS: Record<string, string> = {
  ENOENT: 'there is no such file; check the path',
  EISDIR: 'it is a folder; name a file',
  EACCES: 'it may not be read; change its permissions',
}

/** Why something on the disk cannot be used. */
export const reasonOf = (error: unknown): string => {
  const code = (error as { code?: string }).code ?? ''
  return REASONS[code] ?? `it cannot be used (${code || String(error)})`
}
