/**
 * Turning the hue of a picture's pixels, evenly bright: a matrix that keeps grey grey and the luminance as it is, then
 * a distance from grey, then a brightness. Weights are those of sRGB's primaries (Rec. 709), as in the hue-rotate and
 * saturate filters of CSS. The same bits everywhere: only + − × ÷ and floor.
 */

const R = 0.2126
const G = 0.7152
const B = 0.0722

const TWO_PI = 2 * Math.PI

/** cos and sin of degrees by their series on −π to π; errors below 1e-9. */
export const cosSin = (deg: number, out: Float64Array): void => {
  const turns = deg / 360
  const x = (turns - Math.floor(turns + 0.5)) * TWO_PI
  const square = -x * x
  let [cos, sin, c, s] = [1, x, 1, x]
  for (let n = 1; n <= 13; n++) {
    c *= square / ((2 * n - 1) * (2 * n))
    s *= square / (2 * n * (2 * n + 1))
    cos += c
    sin += s
  }
  out[0] = cos
  out[1] = sin
}

const pair = new Float64Array(2)

/**
 * Writes the nine numbers, row by row, that turn r, g, b (straight or premultiplied) into shifted ones.
 * @param hue degrees @param saturation factor of the distance from grey @param value factor of the brightness
 */
export const pixelShiftInto = (hue: number, saturation: number, value: number, out: Float64Array): void => {
  cosSin(hue, pair)
  const c = pair[0]! * saturation * value
  const s = pair[1]! * saturation * value
  const grey = value
  // Luminance goes through; what lies beside it turns, in the axes of the CSS filter.
  out[0] = R * (grey - c) + c - R * s
  out[1] = G * (grey - c) - G * s
  out[2] = B * (grey - c) + (1 - B) * s
  out[3] = R * (grey - c) + 0.143 * s
  out[4] = G * (grey - c) + c + 0.14 * s
  out[5] = B * (grey - c) - 0.283 * s
  out[6] = R * (grey - c) - (1 - R) * s
  out[7] = G * (grey - c) + G * s
  out[8] = B * (grey - c) + c + B * s
}

/** Whether a shift leaves every pixel as it is. */
export const isNoShift = (hue: number, saturation: number, value: number): boolean =>
  hue === 0 && saturation === 1 && value === 1
