import { memo } from 'react'
import { WordRow } from '../../controls/WordRow.tsx'
import { edit } from '../../store/document.ts'
import { useShown } from '../context.ts'
import { choiceOf, choiceOptions, type MenuChoice, type Option } from './choices.ts'
import type { SentenceTargets } from './targets.ts'

interface Shown {
  readonly current: string
  readonly options: readonly Option[]
}

/** One choice of a group: its name, and what is chosen. */
export const ChoiceRow = memo(({ id, targets }: { id: MenuChoice; targets: SentenceTargets }) => {
  const choice = choiceOf(id)
  // As text, so that a drag elsewhere does not render it again.
  const text = useShown((kit, effect) => {
    const emitter = effect.emitters[targets.emitter]
    const type = kit.types[targets.type]
    return emitter && type
      ? JSON.stringify({
          current: choice.current(emitter, type),
          options: choiceOptions(id, kit, emitter, type, targets),
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
          choice.apply(kit, targets, value),
        )
      }
    />
  )
})
ChoiceRow.displayName = 'ChoiceRow'
