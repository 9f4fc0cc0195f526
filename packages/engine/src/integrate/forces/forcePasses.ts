/** The pass of each force. */
import type { ForceKind } from '@gliv/model'
import { drift, rampedGravity, rampedWind } from './air.ts'
import { avoid, pull, swirl } from './centres.ts'
import { churn } from './churn.ts'
import { rail, sway } from './swayAndRail.ts'
import type { ForceMaker } from '../step/stepScope.ts'
import { brake, dragQuadratic, thrust, turn } from './alongTravel.ts'

/** null: it is part of the step itself. */
export const FORCE_PASSES = {
  gravity: rampedGravity,
  thrust,
  brake,
  drag: dragQuadratic,
  wind: rampedWind,
  drift,
  turn,
  pull,
  swirl,
  // A module by itself, which may come later than this one.
  churn: (program, context) => churn(program, context),
  sway,
  rail,
  avoid,
  limit: null,
  waver: null,
} as const satisfies Record<ForceKind, ForceMaker | null>
