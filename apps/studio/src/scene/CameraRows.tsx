/** How the stage's camera goes: it stays, follows somebody, pans, and shakes where somebody is hurt. */
import type { Stage } from '@gliv/document'
import type { StageCamera } from '@gliv/model'
import { editStage } from './useStage.ts'
import { Digits, Word } from '../shared/controls/words.tsx'

const STILL: StageCamera = { follows: null, x: 0, y: 0, panX: 0, panY: 0, shake: 0 }

const NUMBERS = [
  { key: 'panX', label: 'Pans →', low: -4000, high: 4000, unit: 'px/s' },
  { key: 'panY', label: 'Pans ↓', low: -4000, high: 4000, unit: 'px/s' },
  { key: 'shake', label: 'Shakes when hurt', low: 0, high: 200, unit: 'px' },
] as const
const OFFSETS = [
  { key: 'x', label: 'Beside the middle →', low: -10_000, high: 10_000, unit: 'px' },
  { key: 'y', label: 'Beside the middle ↓', low: -10_000, high: 10_000, unit: 'px' },
] as const

export const CameraRows = ({ stage }: { stage: Stage }) => {
  const camera: StageCamera = stage.camera ?? STILL
  const set = (label: string, next: Partial<StageCamera>): void =>
    editStage(stage.id, label, (draft) => void (draft.camera = { ...camera, ...next }))
  return (
    <>
      <p>
        The view{' '}
        <Word
          label="Camera"
          value={camera.follows ?? ''}
          options={[
            { value: '', label: 'stays where it is' },
            ...(stage.actors ?? []).map(({ id, name }) => ({ value: id, label: `goes with ${name}` })),
          ]}
          onChoose={(id) => set('Camera', { follows: id === '' ? null : id })}
        />
      </p>
      <div className="stage-numbers">
        {[...(camera.follows === null ? [] : OFFSETS), ...NUMBERS].map(({ key, label, low, high, unit }) => (
          <label key={key}>
            <span>{label}</span>
            <span>
              <Digits
                label={label}
                value={camera[key]}
                low={low}
                high={high}
                unit={unit}
                onCommit={(value) => set(label, { [key]: value })}
              />
            </span>
          </label>
        ))}
      </div>
    </>
  )
}
