import type { Settings } from './tools.ts'

/** The tool at a moment of the hand: a pen that is pressed lightly draws thinner, where that is wished. */
export const pressed = (
  settings: Settings,
  { pointerType, pressure }: { readonly pointerType: string; readonly pressure: number },
): Settings =>
  pointerType === 'pen' && settings.byPressure && pressure > 0
    ? { ...settings, size: Math.max(1, Math.round(settings.size * pressure)) }
    : settings
