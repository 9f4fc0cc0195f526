/** The outline of a sound: how far its samples reach, evenly along its time. Pure. */

/** Greatest distance from 0 in each of `count` equal stretches, 0 to 1, over all channels. */
export const peaksOf = (
  buffer: Pick<AudioBuffer, 'numberOfChannels' | 'length' | 'getChannelData'>,
  count: number,
): number[] => {
  const peaks = new Array<number>(count).fill(0)
  for (let channel = 0; channel < buffer.numberOfChannels; channel++) {
    const samples = buffer.getChannelData(channel)
    for (let k = 0; k < count; k++) {
      const to = Math.floor(((k + 1) * samples.length) / count)
      for (let i = Math.floor((k * samples.length) / count); i < to; i++) {
        const reach = Math.abs(samples[i]!)
        if (reach > peaks[k]!) peaks[k] = reach
      }
    }
  }
  return peaks
}

/** A closed outline around the middle of a box of 1 × 1, as an SVG path. */
export const outlineOf = (peaks: readonly number[]): string => {
  const at = (k: number): string => (k / Math.max(1, peaks.length - 1)).toFixed(4)
  const over = peaks.map((peak, k) => `${at(k)} ${(0.5 - peak / 2).toFixed(3)}`)
  const under = peaks.map((peak, k) => `${at(k)} ${(0.5 + peak / 2).toFixed(3)}`).reverse()
  return peaks.length === 0 ? '' : `M ${[...over, ...under].join(' L ')} Z`
}
