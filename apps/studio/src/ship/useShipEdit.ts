/** Edits of how the chosen effects ship: each one step of undo. */
import {
  backToPreset,
  setPresetSentence,
  setSentence,
  setShipping,
  shippingOf,
  shipSettings,
} from '@gliv/document'
import type { EffectShipping, PresetSentence, ShipSentence, ShipValues } from '@gliv/model'
import { edit, useDocument } from '../state/document.ts'
import { SENTENCE_NAMES } from './sentenceTexts.ts'

/** Sets a value of a sentence for effects. */
export const setValue = (ids: readonly string[], sentence: ShipSentence, values: object): void =>
  void edit(`Change ${SENTENCE_NAMES[sentence].toLowerCase()}`, (draft) => {
    if (sentence === 'range')
      setShipping(draft, ids, (shipping) => ({
        ...shipping,
        range: { ...shipping.range, ...(values as Partial<ShipValues<'range'>>) },
      }))
    else setSentence(draft, ids, sentence, values)
  })

/** Sets a value of a preset, and with it of all that follow it. */
export const setPresetValue = (preset: string, sentence: PresetSentence, values: object): void =>
  void edit(`Change ${SENTENCE_NAMES[sentence].toLowerCase()} of a preset`, (draft) =>
    setPresetSentence(draft, preset, sentence, values),
  )

/** Gives a sentence back to the preset. */
export const giveBack = (ids: readonly string[], sentence: PresetSentence): void =>
  void edit('Back to the preset', (draft) => backToPreset(draft, ids, sentence))

/** Changes what is each effect's own. */
export const changeShipping = (
  label: string,
  ids: readonly string[],
  change: (shipping: EffectShipping) => EffectShipping,
): void => void edit(label, (draft) => setShipping(draft, ids, change))

/** How an effect ships and what its sentences say. */
export const useShipping = (id: string) => {
  const ship = useDocument((s) => s.kit?.ship)
  return { shipping: shippingOf({ ship }, id), settings: shipSettings({ ship }, id) }
}
