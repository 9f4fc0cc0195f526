/** Rows of variations that are worth looking at: none that has next to nothing, none that costs far more. Pure. */
import { type Kit, type KitFile, type VaryGroup, type VaryOptions, variation } from '@gliv/document'
import { latestEndSeconds } from '@gliv/engine'
import { coveredPixels } from '@gliv/player/renderers'
import { runSmall } from './still.ts'

/** What an effect has to show and what it costs, over its first seconds. */
export interface Weight {
  /** Particles alive, in the middle and at most. */
  readonly alive: number
  readonly most: number
  /** World px that sprites cover, in the middle. */
  readonly covered: number
}

/** Seconds that are looked through at most, and at how many moments. */
const LOOKED = 3
const MOMENTS = 12
/** Sprites are counted inside a box of so many px around the origin. */
const FIELD = 4096

const CAMERA = { x: -FIELD / 2, y: -FIELD / 2, zoom: 1 }

/** The weight of an effect; null when the engine refuses it. */
export const weigh = (file: KitFile, effectId: string): Weight | null => {
  const run = runSmall(file, effectId)
  if (!run) return null
  const { effect, simulation } = run
  const end = Math.min(LOOKED, effect.play === 'once' ? latestEndSeconds(effect) : LOOKED)
  let [alive, most, covered] = [0, 0, 0]
  for (let k = 1; k <= MOMENTS; k++) {
    simulation.seek(Math.round((k / MOMENTS) * end * simulation.rate))
    alive += simulation.alive / MOMENTS
    most = Math.max(most, simulation.alive)
    covered += coveredPixels(simulation.frame(1), CAMERA, FIELD * FIELD) / MOMENTS
  }
  simulation.dispose()
  return { alive, most, covered }
}

const EMPTIER = 1 / 5
const DEARER = 2

/** Why a variation is not shown beside the present state; null when it is. */
export const unfit = (present: Weight, made: Weight): 'emptier' | 'dearer' | null => {
  if (made.alive < present.alive * EMPTIER || made.covered < present.covered * EMPTIER) return 'emptier'
  return made.most > present.most * DEARER || made.covered > present.covered * DEARER ? 'dearer' : null
}

/** How often one is drawn; after so many failures steps become half as wide. */
const TRIES = 24
const HALVED_AFTER = 4

/** One variation that fits; null when none was found, or nothing varies. */
export const fitting = (
  present: { readonly file: KitFile; readonly weight: Weight },
  effectId: string,
  group: VaryGroup,
  options: VaryOptions,
): Kit | null => {
  const { file, weight } = present
  for (let n = 0; n < TRIES; n++) {
    const spread = options.spread / 2 ** Math.floor(n / HALVED_AFTER)
    const piece = variation(file.kit, effectId, group, { ...options, spread })
    if (!piece) continue
    const made = weigh({ kit: piece, pictures: file.pictures }, effectId)
    if (made && unfit(weight, made) === null) return piece
  }
  return null
}
