/**
 * The lanes of an emitter under its track, on the effect's own time; the same ramp editor as in the strip.
 */
import type { PropertyId } from '@gliv/model'
import { create } from 'zustand'
import { PROPERTY_TEXTS } from '@gliv/words'
import { useEffectId, useShown, useShownData } from '../playback/shownEffect.ts'
import { RampEditor } from '../ramps/RampEditor.tsx'
import './TrackLanes.css'
import './common.css'

/** Emitters whose lanes are open. Lifetime: session, in memory. */
export const useOpenLanes = create<{ readonly open: readonly string[] }>(() => ({ open: [] }))

export const toggleLanes = (emitterId: string): void =>
  useOpenLanes.setState(({ open }) => ({
    open: open.includes(emitterId) ? open.filter((id) => id !== emitterId) : [...open, emitterId],
  }))

export const useLaneCount = (emitterId: string): number =>
  useShown((_, effect) => Object.keys(effect.emitters[emitterId]?.lanes ?? {}).length, 0)

const NO_LANES: readonly (readonly [PropertyId, number])[] = []

export const TrackLanes = ({
  emitterId,
  seconds,
  width,
}: {
  emitterId: string
  seconds: number
  width: number
}) => {
  const effect = useEffectId()
  const open = useOpenLanes((s) => s.open.includes(emitterId))
  const lanes = useShownData<readonly (readonly [PropertyId, number])[]>(
    (_, shown) =>
      Object.entries(shown.emitters[emitterId]?.lanes ?? {}).map(
        ([id, lane]) => [id as PropertyId, lane!.seconds] as const,
      ),
    NO_LANES,
  )
  if (!open) return null
  return (
    <>
      {lanes.map(([id, span]) => (
        <div key={id} className="track-lane" data-testid={`lane-${id}`}>
          <span className="track-lane-name">{PROPERTY_TEXTS[id].label}</span>
          <div className="track-time">
            <div style={{ width: Math.max(60, (span / seconds) * width) }}>
              <RampEditor inline address={{ of: 'lane', effect, emitter: emitterId, id }} />
            </div>
          </div>
        </div>
      ))}
    </>
  )
}
