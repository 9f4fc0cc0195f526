/** Words for relays and parts. */
import type { RelayLaunch, RelayTrigger } from '@gliv/model'

export const RELAY_TRIGGER_TEXTS = {
  birth: 'at its birth',
  end: 'at its end',
  contact: 'at a hit',
  everyPx: 'every so many pixels',
  everySeconds: 'every so many seconds',
  slow: 'when it gets slow',
} as const satisfies Record<RelayTrigger, string>
export const RELAY_LAUNCH_TEXTS = {
  travel: 'its travel',
  normal: 'the surface',
  world: 'the world',
} as const satisfies Record<RelayLaunch, string>
