import { memo } from 'react'
import { WordRow } from '../../shared/controls/WordRow.tsx'
import { edit } from '../../state/document.ts'
import { useShownData } from '../playback/shownEffect.ts'
import { choiceOf, choiceOptions, chooseAt, commonWord, type MenuChoice, type Option } from './choices.ts'
import type { EmitterPath } from './emitterPath.ts'

interface Shown {
  /** Empty where several emitters are edited at once and differ. */
  readonly current: string
  readonly options: readonly Option[]
}

/** One choice of a group: its name, and what is chosen. */
export const ChoiceRow = memo(({ id, path }: { id: MenuChoice; path: EmitterPath }) => {
  const choice = choiceOf(id)
  const shown = useShownData<Shown | null>((kit, effect) => {
    const emitter = effect.emitters[path.emitter]
    const type = kit.types[path.type]
    return emitter && type
      ? {
          current: commonWord(kit, path, id) ?? '',
          options: choiceOptions(id, kit, emitter, type, path),
        }
      : null
  }, null)
  if (!shown) return null
  const { current, options } = shown
  return (
    <WordRow
      id={id}
      title={choice.title}
      help={choice.help}
      value={current}
      options={options}
      onChange={(value) =>
        edit(`${choice.title}: ${options.find((o) => o.value === value)?.label ?? value}`, (kit) =>
          chooseAt(kit, path, id, value),
        )
      }
    />
  )
})
ChoiceRow.displayName = 'ChoiceRow'
