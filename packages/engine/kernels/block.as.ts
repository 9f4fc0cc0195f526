/**
 * Where kernels find what they are told. The enums come from ../src/kernels/layout.ts, by way of a file that
 * `npm run kernels` makes up.
 */
import { Numbers, NUMBERS_AT, SMALL_AT } from './layout.as'

// @ts-ignore: decorator
@inline
export function at(word: i32, i: i32): usize {
  return <usize>load<i32>(<usize>word << 2) + (<usize>i << 3)
}
// @ts-ignore: decorator
@inline
export function address(word: i32): usize {
  return <usize>load<i32>(<usize>word << 2)
}
// @ts-ignore: decorator
@inline
export function num(index: i32): f64 {
  return load<f64>(NUMBERS_AT + (<usize>index << 3))
}
// @ts-ignore: decorator
@inline
export function both(index: i32): v128 {
  return v128.load64_splat(NUMBERS_AT + (<usize>index << 3))
}
// @ts-ignore: decorator
@inline
export function column(word: i32, o: usize): v128 {
  return v128.load(address(word) + o)
}
/** The pair after that of `column`: the offset is part of the instruction. */
// @ts-ignore: decorator
@inline
export function after(word: i32, o: usize): v128 {
  return v128.load(address(word) + o, 16)
}
// @ts-ignore: decorator
@inline
export function firsts(a: v128, b: v128): v128 {
  return v128.shuffle<f64>(a, b, 0, 2)
}
// @ts-ignore: decorator
@inline
export function seconds(a: v128, b: v128): v128 {
  return v128.shuffle<f64>(a, b, 1, 3)
}

/** The lower 32 bits of four float64 that are 1.5 × 2^52 and a whole number each. */
// @ts-ignore: decorator
@inline
export function wholes(a: v128, b: v128): v128 {
  return v128.shuffle<i32>(a, b, 0, 2, 4, 6)
}

/**
 * The cells of four shares from 0 to 1: `cellOf`. From 2 on the upper half of a float64 begins with the ten
 * bits of the cell, from bit 9 on.
 */
// @ts-ignore: decorator
@inline
function uppers(a: v128, b: v128): v128 {
  return v128.shuffle<i32>(f64x2.add(a, both(Numbers.two)), f64x2.add(b, both(Numbers.two)), 1, 3, 5, 7)
}
/** Where four shares lie in a ramp's table, in bytes. */
// @ts-ignore: decorator
@inline
export function entries(a: v128, b: v128): v128 {
  return v128.and(i32x4.shr_u(uppers(a, b), 5), v128.load32_splat(SMALL_AT + 4))
}
/** The same in a table of cells. */
// @ts-ignore: decorator
@inline
export function appearanceEntries(a: v128, b: v128): v128 {
  return v128.and(i32x4.shr_u(uppers(a, b), 3), v128.load32_splat(SMALL_AT + 12))
}

/** Two lines, offset and slope, at two shares. */
// @ts-ignore: decorator
@inline
export function lines(p: v128, q: v128, u: v128): v128 {
  return f64x2.add(firsts(p, q), f64x2.mul(seconds(p, q), u))
}
