/** What an effect that repeats exactly cannot have: each is refused by name. */
import { Refusal, type ResolvedEffect, type ResolvedEmitter } from '@gliv/model'

/** What of a compiled emitter decides whether it can be periodic. */
interface Facts {
  readonly source: ResolvedEmitter
  readonly marks: 'none' | 'fading' | 'lasting'
  readonly capReachable: boolean
  readonly relayed: boolean
}

/** Rounding of a number of ticks or rounds that is meant to be whole. */
const WHOLE = 1e-6

const isWhole = (value: number): boolean => Math.abs(value - Math.round(value)) < WHOLE

/** What an emitter has that does not come back, and what to do about it. */
const reasons = ({ source, marks, capReachable, relayed }: Facts): string[] => {
  const { flowPerPx, minimum, cap } = source.numbers
  return [
    ...(marks === 'lasting' ? ['its marks last for ever; let them fade'] : []),
    ...(capReachable && !relayed ? [`its cap of ${cap} may be reached; raise it, or send out less`] : []),
    ...(minimum > 0 ? ['it keeps a minimum alive, which depends on what was before; set it to 0'] : []),
    ...(flowPerPx > 0 ? ['it sends out by the way travelled, which nobody knows before; set it to 0'] : []),
  ]
}

/** Throws `Refusal` that names everything about an effect with a period that cannot be periodic. */
export const refusePeriod = (effect: ResolvedEffect, nodes: readonly Facts[]): void => {
  const { periodSeconds, timeScale } = effect.numbers
  const ticks = periodSeconds * effect.rate
  const found: string[] = []
  if (!isWhole(ticks))
    found.push(
      `its period of ${periodSeconds} s is ${Number(ticks.toFixed(3))} ticks; use whole ticks, for example ${Math.max(1, Math.round(ticks)) / effect.rate} s`,
    )
  if (timeScale !== 1) found.push(`its time runs at ${timeScale}; set the time scale to 1`)
  if (effect.lanes.timeScale) found.push('its time scale has a lane; remove it')
  for (const node of nodes) for (const reason of reasons(node)) found.push(`"${node.source.name}": ${reason}`)
  if (found.length > 0)
    throw new Refusal(`effect "${effect.name}"`, `it cannot repeat exactly: ${found.join('; ')}`)
}
