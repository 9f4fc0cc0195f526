/**
 * Random damage to plain data, from a seed; what a broken disk, a careless script or a hostile hand may do.
 */
export type Dice = (sides: number) => number

/** The same numbers for the same seed. */
export const diceOf = (seed: number): Dice => {
  let state = seed >>> 0
  return (sides) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 4294967296) * sides)
  }
}

type Holder = Record<string, unknown> | unknown[]

/** Every place in a value: what holds it, and its key there. */
const placesIn = (
  value: unknown,
  path: readonly string[] = [],
): { readonly holder: Holder; readonly key: string; readonly path: readonly string[] }[] =>
  typeof value !== 'object' || value === null
    ? []
    : Object.entries(value).flatMap(([key, inner]) => [
        { holder: value as Holder, key, path: [...path, key] },
        ...placesIn(inner, [...path, key]),
      ])

/** Names that every object has, and other things that nobody expects. */
export const HOSTILE: readonly unknown[] = [
  'constructor',
  'toString',
  '__proto__',
  'hasOwnProperty',
  '',
  'x'.repeat(100_000),
  -1,
  1e308,
  -0.5,
  NaN,
  Infinity,
  null,
  true,
  [],
  {},
  [null],
  { from: 9, to: 1 },
  { points: [] },
  'nobody',
  2 ** 40,
]

const nameOf = (value: unknown): string =>
  typeof value === 'object' ? 'thing' : String(value as string | number | boolean).slice(0, 40)

/** Damages one place of `root`, which is changed. Gives the path to it. */
export const damage = (root: object, dice: Dice): readonly string[] => {
  const places = placesIn(root)
  const { holder, key, path } = places[dice(places.length)]!
  const hostile = HOSTILE[dice(HOSTILE.length)]
  const deeds: (() => void)[] = [
    () => (Array.isArray(holder) ? holder.splice(Number(key), 1) : Reflect.deleteProperty(holder, key)),
    () => Reflect.set(holder, key, hostile),
    () => Reflect.set(holder, key, hostile),
    () =>
      Array.isArray(holder)
        ? holder.push(hostile)
        : Object.defineProperty(holder, nameOf(hostile), {
            value: Reflect.get(holder, key),
            enumerable: true,
            configurable: true,
            writable: true,
          }),
  ]
  deeds[dice(deeds.length)]!()
  return path
}
