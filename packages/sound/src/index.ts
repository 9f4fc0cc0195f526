/** What effects are heard with: sounds set off by what happens, through Web Audio, in step with the ticks. */
export { type Hearing, SoundDesk, TickClock } from './desk.ts'
export { kindsHeard } from './bound.ts'
export { AudioOutlet, type Outlet, type Sounding, type Voicing } from './outlet.ts'
