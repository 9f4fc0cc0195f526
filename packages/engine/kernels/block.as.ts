/** Where kernels find what they are told. The enums come from ../src/kernels/layout.ts, by way of a file that `npm run kernels` makes up. */
import { Numbers, NUMBERS_AT } from './layout.as'

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

/** The lower 32 bits of four whole float64: added to 1.5 × 2^52, a number has them in its lowest. One step each, where a conversion takes four. */
// @ts-ignore: decorator
@inline
export function wholes(a: v128, b: v128): v128 {
  return v128.shuffle<i32>(f64x2.add(a, both(Numbers.integers)), f64x2.add(b, both(Numbers.integers)), 0, 2, 4, 6)
}
