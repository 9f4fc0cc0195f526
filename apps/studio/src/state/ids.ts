/** Ids for new things: a word and eight random letters. */
export const makeId = (prefix: string): string => {
  const letters = 'abcdefghijkmnpqrstuvwxyz23456789'
  return `${prefix}-${Array.from(crypto.getRandomValues(new Uint8Array(8)), (b) => letters[b & 31]).join('')}`
}
