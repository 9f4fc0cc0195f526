/** Points of a path as numbers: typed where the stage's handles are too coarse, or lie on one another. */
import type { Emitter } from '@gliv/document'
import type { Path } from '@gliv/model'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { edit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import type { EmitterPath } from './emitterPath.ts'
import './PointRows.css'

/** Which of an emitter's paths. */
const PATHS = {
  shape: {
    name: 'Path',
    read: (emitter: Emitter): Path | null =>
      emitter.shape === 'polyline' || emitter.shape === 'curve' ? emitter.path : null,
    write: (emitter: Emitter, path: Path): void => void (emitter.path = path),
  },
  travel: {
    name: 'Travel',
    read: (emitter: Emitter): Path | null => emitter.travel?.path ?? null,
    write: (emitter: Emitter, path: Path): void =>
      void (emitter.travel = emitter.travel && { ...emitter.travel, path }),
  },
} as const

const FARTHEST = 100_000

const readPlace = (text: string): number | null => {
  const value = Number(text.replace('−', '-').replace(',', '.').replace(/px$/, '').trim())
  return text.trim() !== '' && Math.abs(value) <= FARTHEST ? value : null
}

/** A row for each point: its place in px from the emitter's. */
export const PointRows = ({ path, of }: { path: EmitterPath; of: keyof typeof PATHS }) => {
  const { name, read, write } = PATHS[of]
  const shown = useShown<Path | null>((_, effect) => {
    const emitter = effect.emitters[path.emitter]
    return emitter ? read(emitter) : null
  }, null)
  if (!shown) return null
  const set = (index: number, axis: 'x' | 'y', value: number): void =>
    edit(`${name} point ${index + 1}`, (kit) => {
      const emitter = kit.effects[path.effect]!.emitters[path.emitter]!
      const before = read(emitter)
      if (before)
        write(emitter, {
          ...before,
          points: before.points.map((point, i) => (i === index ? { ...point, [axis]: value } : point)),
        })
    })
  return (
    <div className="point-rows">
      {shown.points.map((point, index) => (
        <div key={index} className="point-row">
          <span className="row-label">Point {index + 1}</span>
          {(['x', 'y'] as const).map((axis) => (
            <TypedField
              key={axis}
              label={`${name} point ${index + 1}, ${axis}`}
              shown={String(Number(point[axis].toFixed(2)))}
              width={7}
              read={readPlace}
              hint="Type a number of px from −100000 to 100000"
              onCommit={(value) => set(index, axis, value)}
            />
          ))}
        </div>
      ))}
    </div>
  )
}
