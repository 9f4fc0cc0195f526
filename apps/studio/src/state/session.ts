/** The session store. Lifetime: session, per tab; kept over a reload, never part of the document. */
import { RAMP_KINDS, type RampKind, SCALAR_RAMPS, type ScalarRampKind } from '@gliv/model'
import { z } from 'zod'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { type ThemeName, THEMES } from '../shared/theme/tokens.ts'
import { persisted } from '../shared/persisted.ts'
import { MOVES, type Preview, STILL } from './stagePreview.ts'

export const SPEEDS = [0.1, 0.25, 0.5, 1, 2] as const
export const GROUNDS = { dark: '#16171c', middle: '#5d6470', light: '#e9e4da', checker: 'checker' } as const
export type Ground = keyof typeof GROUNDS
/** What an effect is shown on alone: a ground by name, or a colour of one's own. */
export type StageGround = Ground | `#${string}`
const isNamed = (ground: StageGround): ground is Ground => Object.hasOwn(GROUNDS, ground)
/** What the stage is cleared to. */
export const shownGround = (ground: StageGround): string => (isNamed(ground) ? GROUNDS[ground] : ground)
/** The ground that one is compared with while a key is held. */
export const otherGround = (ground: StageGround): Ground => (isNamed(ground) ? OTHER_GROUND[ground] : 'dark')

/** One colour for what has no squares: films, pictures of sprites. */
export const groundColour = (ground: StageGround): string =>
  ground === 'checker' ? GROUNDS.middle : shownGround(ground)

/** What a ground is compared with while a key is held. */
export const OTHER_GROUND = {
  dark: 'light',
  middle: 'checker',
  light: 'dark',
  checker: 'dark',
} as const satisfies Record<Ground, Ground>

interface SessionState {
  /** Selected emitter by effect. */
  readonly selected: Readonly<Record<string, string>>
  /** Emitters that are moved together with the selected one. */
  readonly also: readonly string[]
  readonly openGroups: readonly string[]
  /** Emitters that are heard alone, by id. */
  readonly solo: readonly string[]
  readonly playing: boolean
  readonly loop: boolean
  readonly speed: number
  readonly ramp: RampKind
  /** Ramps that are edited at once; the one at hand is among them, or none are. */
  readonly rampsTogether: readonly ScalarRampKind[]
  readonly handles: boolean
  readonly ground: StageGround
  readonly stageOnly: boolean
  /** Effects are shown in a scene of the chosen stage instead of alone. */
  readonly inScene: boolean
  /** A press on the stage plays an instance there. */
  readonly playHere: boolean
  /** The same moment under nine seeds. */
  readonly nine: boolean
  /** Further instances by effect, placed by hand. */
  readonly placed: Readonly<Record<string, readonly Placed[]>>
  readonly preview: Preview
  /** The view size that effects are judged in, by its id; empty for the kit's first. */
  readonly view: string
  /** View sizes whose frames are drawn beside it. */
  readonly viewsShown: readonly string[]
  /** The recording that is shown, by its stage. */
  readonly recordings: Readonly<Record<string, string>>
}

/** One further instance of an effect on the stage. */
export interface Placed {
  readonly x: number
  readonly y: number
  /** Degrees. */
  readonly rotate: number
  readonly scale: number
  readonly mirror: boolean
}

const finite = z.number()
const placedSchema = z.object({
  x: finite,
  y: finite,
  rotate: finite,
  scale: finite.positive(),
  mirror: z.boolean(),
})
const previewSchema = z
  .object({
    ...{ move: z.enum(MOVES), rotate: finite, scale: finite.positive(), mirror: z.boolean() },
    knobs: z.record(z.string(), z.union([finite, z.string()])).default({}),
  })
  .catchall(z.unknown()) as unknown as z.ZodType<Preview>

export const useSession = create<SessionState>()(
  persist(
    (): SessionState => ({
      selected: {},
      also: [],
      openGroups: ['launch'],
      solo: [],
      playing: true,
      loop: true,
      speed: 1,
      ramp: 'scale',
      rampsTogether: [],
      handles: true,
      ground: 'dark',
      stageOnly: false,
      inScene: false,
      playHere: false,
      nine: false,
      placed: {},
      preview: STILL,
      view: '',
      viewsShown: [],
      recordings: {},
    }),
    persisted<SessionState>('gliv-session', () => sessionStorage, {
      selected: z.record(z.string(), z.string()),
      also: z.array(z.string()),
      openGroups: z.array(z.string()),
      solo: z.array(z.string()),
      playing: z.boolean(),
      loop: z.boolean(),
      speed: z.number().positive().max(8),
      ramp: z.enum(RAMP_KINDS),
      rampsTogether: z.array(z.enum(SCALAR_RAMPS)),
      handles: z.boolean(),
      ground: z.union([
        z.enum(['dark', 'middle', 'light', 'checker']),
        z.string().regex(/^#[0-9a-f]{6}$/i),
      ]) as z.ZodType<StageGround>,
      stageOnly: z.boolean(),
      inScene: z.boolean(),
      playHere: z.boolean(),
      nine: z.boolean(),
      placed: z.record(z.string(), z.array(placedSchema)),
      preview: previewSchema,
      view: z.string(),
      viewsShown: z.array(z.string()),
      recordings: z.record(z.string(), z.string()),
    }),
  ),
)

export const setSession = useSession.setState

const toggled = (list: readonly string[], id: string): string[] =>
  list.includes(id) ? list.filter((other) => other !== id) : [...list, id]

export const toggleGroup = (id: string): void => {
  setSession((s) => ({ openGroups: toggled(s.openGroups, id) }))
}

/** Takes a ramp to the one at hand, or out again. */
export const toggleTogether = (at: ScalarRampKind, kind: ScalarRampKind): void => {
  setSession(({ rampsTogether }) => {
    const before = rampsTogether.includes(at) ? rampsTogether : [at]
    const after = before.includes(kind) ? before.filter((other) => other !== kind) : [...before, kind]
    return { rampsTogether: after.length > 1 ? after : [] }
  })
}

export const toggleSolo = (id: string): void => {
  setSession((s) => ({ solo: toggled(s.solo, id) }))
}

export const select = (effectId: string, emitterId: string): void => {
  setSession((s) => ({ selected: { ...s.selected, [effectId]: emitterId }, also: [] }))
}

/** A theme by name, or whichever the system asks for. */
export type ThemeChoice = ThemeName | 'system'

interface Preferences {
  readonly theme: ThemeChoice
}

/** Kept over sessions, for this browser. */
export const usePreferences = create<Preferences>()(
  persist(
    (): Preferences => ({ theme: 'system' }),
    persisted<Preferences>('gliv-preferences', () => localStorage, {
      theme: z.enum(['system', ...(Object.keys(THEMES) as ThemeName[])]),
    }),
  ),
)
