/** A number with its word in the plural where it is not one. */
export const countText = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`
