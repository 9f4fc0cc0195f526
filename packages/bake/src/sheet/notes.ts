/** What a designer should know before something leaves: in words and figures. */
import type { ResolvedEffect } from '@gliv/model'
import type { DrawnEffect } from '../draw/drawJob.ts'
import { lightShare } from '../finish/alpha.ts'
import { rounded } from './json.ts'
import type { Sheet } from './sheet.ts'

/** One remark about an effect. */
export interface Note {
  /** Id of the effect. */
  readonly effect: string
  /** A fault is what nobody wants; a fact is what one should know. */
  readonly kind: 'fault' | 'fact'
  readonly text: string
}

type Found = readonly (readonly [kind: Note['kind'], text: string])[]

const empties = ({ clips }: DrawnEffect): Found => {
  const all = clips.flatMap(({ raws }) => raws)
  const empty = all.filter(({ w }) => w === 0).length
  if (empty === all.length)
    return [
      [
        'fault',
        `all ${all.length} frames are empty: nothing is seen; let it move, or choose another stretch`,
      ],
    ]
  return empty > 0 ? [['fact', `${empty} of ${all.length} frames are empty`]] : []
}

const SIDES = {
  left: 'at the left',
  top: 'at the top',
  right: 'at the right',
  bottom: 'at the bottom',
} as const

const crops = ({ cropped, fit }: DrawnEffect): Found => {
  const sides = (Object.keys(SIDES) as (keyof typeof SIDES)[]).filter((side) => cropped[side] > 0)
  if (sides.length === 0) return []
  const by = sides.map((side) => `${cropped[side]} px ${SIDES[side]}`).join(', ')
  return [
    ['fault', `cropped by ${by}: a frame is ${fit.w} × ${fit.h}; make it larger, or leave it as needed`],
  ]
}

const seams = ({ clips, job }: DrawnEffect): Found =>
  clips.flatMap(({ name, loop, seam }): Found => {
    const asked = job.settings.loop.loop
    const which = name === '' ? '' : `clip ${name}: `
    const figures = `seam ${rounded(seam.last)}, neighbours ${rounded(seam.most)} at most`
    if (loop === false)
      return asked === 'exact' || asked === 'made'
        ? [['fault', `${which}does not close: ${figures}; its last frame does not lead to the first`]]
        : []
    return [
      [
        seam.last > seam.most ? 'fault' : 'fact',
        `${which}${figures}: ${seam.last > seam.most ? 'a step is seen' : 'it closes'}`,
      ],
    ]
  })

const lights = ({ clips, job }: DrawnEffect): Found => {
  const { light, alpha } = job.settings.colours
  if (light !== 'brightest' || alpha === 'premultiplied') return []
  const shares = clips.flatMap(({ raws }) => raws.map(lightShare))
  const share = shares.reduce((a, b) => a + b, 0) / Math.max(1, shares.length)
  return share < 0.005
    ? []
    : [
        [
          'fact',
          `${Math.round(share * 100)} % of its pixels add light, which has no single answer on transparency: it is darker over bright grounds; a sheet of its own, premultiplied alpha or a ground keep it`,
        ],
      ]
}

const shrinks = ({ shrunk, fit, job }: DrawnEffect): Found =>
  shrunk > 0.999
    ? []
    : [
        [
          'fault',
          `drawn at ${Math.round(fit.zoom * 100)} % instead of ${job.settings.size.scale} %, so that its frames of ${fit.w} × ${fit.h} fit`,
        ],
      ]

const gone = ({ clips }: DrawnEffect): Found => {
  const count = clips.flatMap(({ frames }) => frames).filter((frame) => frame.gone).length
  return count === 0 ? [] : [['fault', `${count} frames of its list lie after its end; leave them out`]]
}

/** Whether particles of an effect, or of one that it plays, would meet surfaces. */
const touches = ({ emitters, parts }: ResolvedEffect): boolean =>
  emitters.some(
    ({ type, relays }) =>
      type.contact !== 'none' || relays.some(({ effect }) => effect !== null && touches(effect)),
  ) || parts.some(({ choices }) => choices.some(({ effect }) => touches(effect)))

const unmet = ({ effect, job }: DrawnEffect): Found => {
  const { stage, along } = job.settings.moves
  const some = stage !== null || job.surfaces !== null || along === 'recording' || along === 'tape'
  return some || !touches(effect)
    ? []
    : [['fact', 'its particles meet no surface here; choose a stage under Moves along for them to land on']]
}

const RULES: readonly ((drawn: DrawnEffect) => Found)[] = [
  empties,
  crops,
  gone,
  shrinks,
  unmet,
  seams,
  lights,
]

const losses = ({ loss }: Sheet): Found =>
  loss === null || loss.after >= loss.before
    ? []
    : [['fact', `${loss.before - loss.after} of ${loss.before} colours are merged into ${loss.after}`]]

/** Remarks about all effects of a sheet. */
export const notesOf = (sheet: Sheet): Note[] => [
  ...sheet.drawn.flatMap((drawn) =>
    RULES.flatMap((rule) => rule(drawn)).map(([kind, text]) => ({ effect: drawn.effect.id, kind, text })),
  ),
  ...losses(sheet).map(([kind, text]) => ({ effect: sheet.drawn[0]!.effect.id, kind, text })),
]
