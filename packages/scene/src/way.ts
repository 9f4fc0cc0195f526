/** Ways that something goes along again and again, apart from any actor. */
import type { StageEvent } from '@gliv/model'

type Way = NonNullable<StageEvent['way']>

const STRAIGHT: Way = [
  [-160, 0],
  [160, 0],
]

const lengthOf = (way: Way): number =>
  way.slice(1).reduce((sum, [x, y], k) => {
    const [fromX, fromY] = way[k]!
    return sum + Math.sqrt((x - fromX) * (x - fromX) + (y - fromY) * (y - fromY))
  }, 0)

export const wayOf = ({ way }: StageEvent): Way => way ?? STRAIGHT

/** Ticks of one round, at least one. */
export const roundTicks = (event: StageEvent, rate: number): number =>
  Math.max(1, Math.ceil((lengthOf(wayOf(event)) / Math.max(1, event.number)) * rate))

/** Where a way is after a share of it: 0 its start, 1 its end; eased ones are slow at both (3t² − 2t³). */
export const alongWay = (event: StageEvent, share: number): readonly [x: number, y: number] => {
  const way = wayOf(event)
  const t = Math.min(1, Math.max(0, share))
  let left = (event.eased ? t * t * (3 - 2 * t) : t) * lengthOf(way)
  for (let k = 1; k < way.length; k++) {
    const [[ax, ay], [bx, by]] = [way[k - 1]!, way[k]!]
    const piece = Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay))
    if (left <= piece && piece > 0) return [ax + ((bx - ax) * left) / piece, ay + ((by - ay) * left) / piece]
    left -= piece
  }
  return way.at(-1)!
}
