/** On which stage an effect is judged. */
import type { Kit, Stage } from '@gliv/document'

const plays = (kit: Kit, stage: Stage, effect: string): boolean => {
  const cues = new Set((kit.cues ?? []).filter(({ effects }) => effects.includes(effect)).map(({ id }) => id))
  return (stage.events ?? []).some(({ cue }) => cues.has(cue))
}

/** The chosen stage; else the first that plays the effect, else the first. */
export const sceneStageOf = (kit: Kit, effect: string, chosen: string): Stage | null => {
  const all = kit.stageOrder.map((id) => kit.stages[id]!)
  return kit.stages[chosen] ?? all.find((stage) => plays(kit, stage, effect)) ?? all[0] ?? null
}
