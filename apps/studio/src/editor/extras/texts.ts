/** Words for what sets off a sound, and for what the screen does. */
import type { ScreenKind, SoundTrigger } from '@gliv/model'

export const TRIGGER_TEXTS = {
  time: 'the moment',
  born: 'each birth',
  contact: 'each contact',
  relayed: 'each relay',
  emissionEnded: 'the end of sending out',
  finished: 'the very end',
  named: 'the event',
} as const satisfies Record<SoundTrigger, string>

export const SCREEN_TEXTS = {
  shake: 'Shake',
  flash: 'Flash',
  freeze: 'Freeze',
  zoom: 'Zoom',
  tint: 'Tint',
} as const satisfies Record<ScreenKind, string>
