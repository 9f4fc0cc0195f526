/** Lives that are as long as the clip that the particle shows, and follow it. */
import type { Kit, ParticleType } from './kit.ts'
import { framesOf } from './sheets.ts'

/** Limits of a life, in seconds. */
const SHORTEST = 0.001
const LONGEST = 600

/** Seconds that a type's first picture takes at its own speed, once through; null where it has no such clip. */
export const clipSeconds = (kit: Kit, type: ParticleType): number | null => {
  const [picture] = type.pictures
  const sheet = picture && kit.sheets[picture.sheet]
  if (!sheet || type.numbers.fps <= 0) return null
  const frames = framesOf(sheet, picture).length
  if (frames < 2) return null
  // There and back shows the first and the last frame once each.
  const shown = type.frameChoice === 'backAndForth' ? 2 * frames - 2 : frames
  const seconds = Number((shown / type.numbers.fps).toPrecision(12))
  return Math.min(LONGEST, Math.max(SHORTEST, seconds))
}

/** Lets a type's life be the length of its clip, in place; false where it has none. */
export const liveAsClip = (kit: Kit, type: ParticleType): boolean => {
  const seconds = clipSeconds(kit, type)
  if (seconds === null) return false
  type.lifeMode = 'range'
  type.lifeIs = 'clip'
  type.numbers.life = { from: seconds, to: seconds }
  return true
}

/** Types whose lives have to follow their clips, from one state of a kit to the next: those typed anew part from it. */
export const changedLives = (before: Kit, next: Kit): string[] => {
  if (before.types === next.types && before.sheets === next.sheets) return []
  return Object.values(next.types)
    .filter((type) => {
      const seconds = type.lifeIs === 'clip' ? clipSeconds(next, type) : null
      return (
        type.lifeIs === 'clip' && (type.numbers.life.from !== seconds || type.numbers.life.to !== seconds)
      )
    })
    .map(({ id }) => id)
}

/** Lets lives follow, in place; one that was set by hand, and one whose clip is gone, stays as it is from then on. */
export const followLives = (kit: Kit, before: Kit, ids: readonly string[]): void => {
  for (const id of ids) {
    const type = kit.types[id]!
    const old = before.types[id]
    const byHand =
      old?.lifeIs === 'clip' && JSON.stringify(old.numbers.life) !== JSON.stringify(type.numbers.life)
    if (byHand || !liveAsClip(kit, type)) delete type.lifeIs
  }
}
