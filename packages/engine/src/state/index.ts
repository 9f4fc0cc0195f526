/** What lives and what is written down: pools of particles, events of a tick, instances, recordings. */
export { EffectEvents, EVENT_KINDS, EVENT_LIMIT, eventNumber } from './effectEvents.ts'
export { EVENT, EVENT_ROW, EventLog } from './eventLog.ts'
export { openBatch, releaseInstances, reserve, reserveShifts } from './instanceBuffer.ts'
export { ENDED, GONE, isDead, Pool } from './pool.ts'
export { Recording, type Shown } from './recording.ts'
