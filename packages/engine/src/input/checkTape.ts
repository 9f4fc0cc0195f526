/** Refusals of what a tape cannot be. */
import { Refusal, type Tape, type TapeEntry } from '@gliv/model'
import { checkSurfaces } from '../geometry/index.ts'
import { checkPose, checkView, POSE_NUMBERS } from './checkPose.ts'

const checkKnobEntry = (place: string, { name, value }: Extract<TapeEntry, { do: 'knob' }>): void => {
  if (typeof name !== 'string')
    throw new Refusal(`${place}.name`, `${JSON.stringify(name)} is no name of a knob; write it as text`)
  if (typeof value !== 'string' && !Number.isFinite(value))
    throw new Refusal(
      `${place}.value`,
      `${JSON.stringify(value)} is neither a finite number nor a colour; give one of them`,
    )
}

export const checkTape = (tape: Tape): void => {
  let last = 0
  tape.forEach((entry, i) => {
    if (!Number.isInteger(entry.tick) || entry.tick < last)
      throw new Refusal(
        `tape[${i}].tick`,
        `${entry.tick} is not a whole tick at or after ${last}; sort the entries and use whole ticks from 0`,
      )
    last = entry.tick
    if (entry.do === 'move' || entry.do === 'teleport') {
      checkPose(`tape[${i}]`, entry)
      if (![...POSE_NUMBERS, 'mirror' as const].some((key) => entry[key] !== undefined))
        throw new Refusal(
          `tape[${i}]`,
          `"${entry.do}" says no x, y, rotate, scale or mirror; give at least one`,
        )
    }
    if (entry.do === 'view') checkView(`tape[${i}]`, entry)
    if (entry.do === 'knob') checkKnobEntry(`tape[${i}]`, entry)
    if (entry.do === 'surfaces') checkSurfaces(`tape[${i}].surfaces`, entry.surfaces)
  })
}
