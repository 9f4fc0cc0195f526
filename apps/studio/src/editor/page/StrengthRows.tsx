/** What a strength changes beside the number of particles. */
import { STRENGTH_TARGETS, type StrengthRamps, type StrengthTarget } from '@gliv/model'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { edit } from '../../state/document.ts'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'

const TEXTS = { scale: 'Scale', speed: 'Speed', opacity: 'Opacity' } as const satisfies Record<
  StrengthTarget,
  string
>

type Points = readonly (readonly [number, number])[]

const textOf = (points: Points | undefined): string =>
  (points ?? []).map(([at, factor]) => `${at}:${Math.round(factor * 1000) / 10}`).join(' ')

/** `0.5:70 2:150`: strength and percent; nothing leaves it as designed. */
export const readStrengths = (text: string): Points | null => {
  const pairs = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((pair) => pair.replace('%', '').replaceAll(',', '.').split(':').map(Number) as [number, number])
  const fits = pairs.every(
    (pair, k) =>
      pair.length === 2 &&
      pair[0] >= 0 &&
      pair[0] <= 8 &&
      pair[1] >= 0 &&
      pair[1] <= 1600 &&
      (k === 0 || pair[0] > pairs[k - 1]![0]),
  )
  return fits ? pairs.map(([at, percent]) => [at, percent / 100] as const) : null
}

export const StrengthRows = () => {
  const effectId = useEffectId()
  const ramps = useShownData<StrengthRamps>((_, effect) => effect.strengthRamps ?? {}, {})
  const set = (target: StrengthTarget, points: Points): void =>
    edit(`${TEXTS[target]} by strength`, (kit) => {
      const effect = kit.effects[effectId]!
      const { [target]: _, ...others } = effect.strengthRamps ?? {}
      const next = points.length > 0 ? { ...others, [target]: points } : others
      if (Object.keys(next).length > 0) effect.strengthRamps = next
      else delete effect.strengthRamps
    })
  return (
    <>
      <p>A game or a stage says how strongly it happens; counts and flow follow. These may follow, too:</p>
      {STRENGTH_TARGETS.map((target) => (
        <label key={target} className="strength-row">
          <span>{TEXTS[target]}</span>
          <TypedField
            label={`${TEXTS[target]} by strength`}
            shown={textOf(ramps[target])}
            width={18}
            read={readStrengths}
            hint="Type strength:percent, ascending, like 0.5:70 2:150; 1 is always as designed"
            onCommit={(points) => set(target, points)}
          />
        </label>
      ))}
    </>
  )
}
