/** Numbers that come again in the same order: `roll(6)` gives 0 to 5. */
export const dice = (seed: number) => {
  let state = seed
  return (sides: number): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 4294967296) * sides)
  }
}

export type Roll = ReturnType<typeof dice>
