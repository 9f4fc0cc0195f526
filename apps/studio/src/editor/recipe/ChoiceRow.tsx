import { memo } from 'react'
import { WordRow } from '../../shared/controls/WordRow.tsx'
import { edit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import { choiceOf, choiceOptions, type MenuChoice, type Option } from './choices.ts'
import type { EmitterPath } from './emitterPath.ts'

interface Shown {
  readonly current: string
  readonly options: readonly Option[]
}

/** One choice of a group: its name, and what is chosen. */
export const ChoiceRow = memo(({ id, path }: { id: MenuChoice; path: EmitterPath }) => {
  const choice = choiceOf(id)
  // As text, so that a drag elsewhere does not render it again.
  const text = useShown((kit, effect) => {
    const emitter = effect.emitters[path.emitter]
    const type = kit.types[path.type]
    return emitter && type
      ? JSON.stringify({
          current: choice.current(emitter, type),
          options: choiceOptions(id, kit, emitter, type, path),
        })
      : ''
  }, '')
  if (!text) return null
  const { current, options } = JSON.parse(text) as Shown
  return (
    <WordRow
      id={id}
      title={choice.title}
      help={choice.help}
      value={current}
      options={options}
      onChange={(value) =>
        edit(`${choice.title}: ${options.find((o) => o.value === value)?.label ?? value}`, (kit) =>
          choice.apply(kit, path, value),
        )
      }
    />
  )
})
ChoiceRow.displayName = 'ChoiceRow'
