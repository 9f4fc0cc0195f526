/** A lever's place, −2 to 2, as a factor: each step of one doubles. */
export const factorAt = (place: number): number => Number((2 ** place).toPrecision(3))

export const factorText = (k: number): string => String(Number(k.toPrecision(3)))

/** A typed factor, also in percent. */
export const readFactor = (text: string): number | null => {
  const clean = text
    .trim()
    .replace(',', '.')
    .replace(/^[×x*]\s*/, '')
  const value = clean.endsWith('%') ? Number(clean.slice(0, -1)) / 100 : Number(clean)
  return clean !== '' && value >= 0.01 && value <= 100 ? value : null
}
