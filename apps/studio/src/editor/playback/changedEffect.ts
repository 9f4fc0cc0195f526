import { effectsWithin, type Kit } from '@gliv/document'

/** Whether anything that an effect is made of differs, effects inside it included. */
export const isChanged = (before: Kit, next: Kit, effectId: string): boolean =>
  before.types !== next.types ||
  before.sheets !== next.sheets ||
  before.palettes !== next.palettes ||
  before.wholePixels !== next.wholePixels ||
  before.views !== next.views ||
  before.effects[effectId] !== next.effects[effectId] ||
  (before.effects !== next.effects &&
    [...effectsWithin(next, effectId)].some((id) => before.effects[id] !== next.effects[id]))
