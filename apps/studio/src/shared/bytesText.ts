const KILO = 1024

/** Bytes as people read them, in steps of 1024. @example bytesText(422_000) // '412 kB' */
export const bytesText = (bytes: number): string => {
  if (bytes < KILO) return `${Math.round(bytes)} bytes`
  if (bytes < KILO * KILO) return `${Math.round(bytes / KILO)} kB`
  const mega = bytes / KILO / KILO
  if (mega < KILO) return `${mega < 10 ? mega.toFixed(1) : Math.round(mega)} MB`
  return `${(mega / KILO).toFixed(1)} GB`
}
