/**
 * FNV-1a with 32 bits over the UTF-16 units of an id, never 0: the source number of a named burst, a fresh
 * emitter's salt.
 */
export const sourceOfId = (id: string): number => {
  let h = 0x811c9dc5
  for (let i = 0; i < id.length; i++) h = Math.imul(h ^ id.charCodeAt(i), 0x01000193)
  return h >>> 0 || 1
}
