/** Sounds, screen events and named events on the timeline, below the emitters: pulled, stepped by keys, removed. */
import CampaignOutlined from '@mui/icons-material/CampaignOutlined'
import GraphicEq from '@mui/icons-material/GraphicEq'
import VibrationOutlined from '@mui/icons-material/VibrationOutlined'
import { useDrag } from '@use-gesture/react'
import { type EffectSound, SCREEN_RULES, type ScreenEvent, SOUND_NUMBERS } from '@gliv/model'
import { type KeyboardEvent, type ReactNode, useEffect, useRef } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { registerSoundPlace } from '../../sound/takeSounds.ts'
import { Waveform } from '../../sound/Waveform.tsx'
import { setColumn } from '../../state/column.ts'
import { edit, editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { changeExtra, type ExtraList } from '../extras/changeExtra.ts'
import { momentOf } from '../extras/momentOf.ts'
import { SCREEN_TEXTS, TRIGGER_TEXTS } from '../extras/texts.ts'
import { useDriver, useEffectId, useShownData } from '../playback/shownEffect.ts'
import './ExtraTracks.css'
import './common.css'

interface Scale {
  readonly seconds: number
  readonly width: number
}

interface MarkProps extends Scale {
  readonly list: ExtraList
  readonly id: string
  readonly name: string
  readonly at: number
  /** How long it is, s. */
  readonly lasts: number
  readonly className: string
  readonly children?: ReactNode
}

const clamped = (at: number): number => Math.min(SOUND_NUMBERS.at.high, Math.max(0, at))

/** One thing at a moment: pulled to another, stepped by arrow keys by a hundredth, removed by Delete. */
const Mark = ({ list, id, name, at, lasts, className, seconds, width, children }: MarkProps) => {
  const effectId = useEffectId()
  const pressed = useRef(0)
  const shift = (by: number, grain: number, how: typeof edit): void => {
    const before = useDocument.getState().kit?.effects[effectId]?.[list]?.find((one) => one.id === id)
    if (!before) return
    const to = Math.round(clamped(before.at + by) * grain) / grain
    changeExtra(effectId, list, id, `Moment of ${name}`, (one) => ({ ...one, at: to }), how)
  }
  const bind = useDrag(
    ({ event, movement: [mx], last, altKey }) => {
      event.stopPropagation()
      if (mx !== 0) shift((mx * seconds) / Math.max(1, width), altKey ? 1000 : 100, editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault()
      return changeExtra(effectId, list, id, `Remove ${name}`, () => null)
    }
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    pressed.current = (useDocument.getState().moment ? pressed.current : 0) + (steps[0] - steps[1]) / 100
    shift(pressed.current, 1000, editStep)
  }
  return (
    <div
      {...bind()}
      role="slider"
      tabIndex={0}
      aria-label={`Moment of ${name}`}
      aria-valuemin={0}
      aria-valuenow={at}
      aria-valuetext={`${at} s`}
      className={`extra-mark ${className}`}
      style={{
        left: (at / seconds) * width,
        width: Math.max(10, (lasts / seconds) * width),
        touchAction: 'none',
      }}
      title={`${name} at ${at} s; pull it, or press arrow keys; Delete removes it`}
      onKeyDown={onKeyDown}
    >
      {children}
    </div>
  )
}

const ExtraTrack = ({
  icon,
  name,
  muted = false,
  children,
}: {
  icon: ReactNode
  name: string
  muted?: boolean
  children: ReactNode
}) => (
  <div className={muted ? 'track extra muted' : 'track extra'} data-testid="extra-track">
    <div className="track-label">
      {icon}
      <button
        type="button"
        className="track-name"
        title={`${name}: more in the effect’s page`}
        onClick={() => setColumn('effect')}
      >
        {name}
      </button>
    </div>
    <div className="track-time">{children}</div>
  </div>
)

interface ShownSound extends EffectSound {
  readonly name: string
  readonly blob: string
  readonly lasts: number
  readonly by: string
}

const SoundTrack = ({ sound, ...scale }: { sound: ShownSound } & Scale) => (
  <ExtraTrack icon={<GraphicEq fontSize="inherit" />} name={sound.name} muted={sound.muted}>
    {sound.on === 'time' ? (
      <Mark
        {...scale}
        list="sounds"
        id={sound.id}
        name={sound.name}
        at={sound.at}
        lasts={sound.loops ? Math.max(sound.lasts, scale.seconds - sound.at) : sound.lasts}
        className={sound.loops ? 'sound loops' : 'sound'}
      >
        <Waveform blob={sound.blob} />
      </Mark>
    ) : (
      <span className="extra-by">
        at {TRIGGER_TEXTS[sound.on]}
        {sound.by && ` ${sound.by}`}
      </span>
    )}
  </ExtraTrack>
)

const lastsOf = (event: ScreenEvent, rate: number): number =>
  SCREEN_RULES[event.kind].seconds ? event.seconds : event.amount / rate

/** A sound that is dropped is played where it is dropped, or at the moment that is shown. */
const useDroppedSounds = (effectId: string, { seconds, width }: Scale): void => {
  const driver = useDriver()
  useEffect(
    () =>
      registerSoundPlace((clientX, clientY) => {
        const box = document.querySelector('.time-area')?.getBoundingClientRect()
        const inside = box !== undefined && clientY >= box.top && clientX >= box.left && width > 0
        const at = inside ? ((clientX - box.left) / width) * seconds : momentOf(driver)
        return { effectId, at: Math.round(clamped(Math.min(seconds, at)) * 100) / 100 }
      }),
    [driver, effectId, seconds, width],
  )
}

const useShownExtras = () =>
  useShownData<{
    readonly sounds: readonly ShownSound[]
    readonly screen: readonly ScreenEvent[]
    readonly events: readonly { readonly id: string; readonly name: string; readonly at: number }[]
  }>(
    (kit, { sounds = [], screen = [], events = [], emitters }) => ({
      sounds: sounds.map((use) => {
        const sound = kit.sounds?.find(({ id }) => id === use.sound)
        return {
          ...use,
          name: sound?.name ?? '',
          blob: sound?.blob ?? '',
          lasts: ((sound?.seconds ?? 0) * 2) / (use.speedFrom + use.speedTo),
          by:
            use.on === 'named'
              ? `“${use.named}”`
              : use.emitter
                ? `of ${emitters[use.emitter]?.name ?? ''}`
                : '',
        }
      }),
      screen,
      events: events.map(({ id, name, at }) => ({ id, name, at })),
    }),
    { sounds: [], screen: [], events: [] },
  )

export const ExtraTracks = (scale: Scale) => {
  const effectId = useEffectId()
  const rate = useDriver()?.rate ?? 60
  useDroppedSounds(effectId, scale)
  const shown = useShownExtras()
  return (
    <>
      {shown.sounds.map((sound) => (
        <SoundTrack key={sound.id} sound={sound} {...scale} />
      ))}
      {shown.screen.length > 0 && (
        <ExtraTrack icon={<VibrationOutlined fontSize="inherit" />} name="Screen">
          {shown.screen.map((event) => (
            <Mark
              key={event.id}
              {...scale}
              list="screen"
              id={event.id}
              name={SCREEN_TEXTS[event.kind]}
              at={event.at}
              lasts={lastsOf(event, rate)}
              className={`screen ${event.kind}`}
            />
          ))}
        </ExtraTrack>
      )}
      {shown.events.length > 0 && (
        <ExtraTrack icon={<CampaignOutlined fontSize="inherit" />} name="Told to the game">
          {shown.events.map(({ id, name, at }) => (
            <Mark key={id} {...scale} list="events" id={id} name={name} at={at} lasts={0} className="named">
              <span>{name}</span>
            </Mark>
          ))}
        </ExtraTrack>
      )}
    </>
  )
}
