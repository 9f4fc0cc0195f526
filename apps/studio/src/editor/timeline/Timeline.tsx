import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { touched } from '../../shared/hooks/band.ts'
import { bandStyle, useBand } from '../../shared/hooks/useBand.ts'
import { selectedTogether, selectTogether } from '../playback/selected.ts'
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { addEmitter, moveEmitter, newPart, STARTERS, type StarterId } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useDrag } from '@use-gesture/react'
import { Fragment, type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { setColumn, useColumn } from '../../state/column.ts'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { regionOf, setLoopRegion } from '../../state/loopRegion.ts'
import { select } from '../../state/session.ts'
import { useStarterShelf } from '../../state/starterShelf.ts'
import { fitStage, isInView } from '../playback/camera.ts'
import { stepBy } from '../playback/playing.ts'
import { useDriver, useEffectId, useShown } from '../playback/shownEffect.ts'
import { useWhenIdle } from '../playback/useWhenIdle.ts'
import { useInnerEffects } from './innerEffects.ts'
import { ExtraTracks } from './ExtraTracks.tsx'
import { PartTracks } from './PartTracks.tsx'
import { PlayControls } from './PlayControls.tsx'
import { populationOf, populationPath } from './population.ts'
import { RegionBand } from './RegionBand.tsx'
import { markSpacing, passSeconds, rulerSeconds, trackTimes } from './scale.ts'
import { Track } from './Track.tsx'
import { TrackLanes } from './TrackLanes.tsx'
import './Timeline.css'

const NO_EMITTERS: readonly string[] = []

const useWidth = (): [React.RefObject<HTMLDivElement | null>, number] => {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(600)
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width))
    if (ref.current) observer.observe(ref.current)
    return () => observer.disconnect()
  }, [])
  return [ref, width]
}

const AddMenu = () => {
  const effectId = useEffectId()
  const driver = useDriver()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (starter: StarterId): void => {
    setAnchor(null)
    let id = ''
    edit(
      `Add an emitter: ${STARTERS[starter].name}`,
      (kit) => void (id = addEmitter(kit, effectId, starter, makeId)),
    )
    select(effectId, id)
    setColumn('recipe')
    // A new emitter that lies outside of what the stage shows is brought into the picture.
    const added = useDocument.getState().kit?.effects[effectId]?.emitters[id]
    if (driver && added && !isInView(driver, added.numbers.offsetX, added.numbers.offsetY)) fitStage(driver)
  }
  return (
    <>
      <Button
        startIcon={<Add />}
        aria-label="Add emitter"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Emitter
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem
          dense
          divider
          onClick={() => {
            setAnchor(null)
            useStarterShelf.setState({ open: true })
          }}
        >
          Starters…
        </MenuItem>
        {(Object.keys(STARTERS) as StarterId[]).map((id) => (
          <MenuItem key={id} dense onClick={() => add(id)}>
            {STARTERS[id].name}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

/** Pressed, it opens the effect's own page, as pressing a track shows an emitter. */
const EffectName = () => {
  const name = useShown((_, effect) => effect.name, '')
  const open = useColumn((s) => s.page === 'effect')
  return (
    <button
      type="button"
      className={open ? 'effect-of-time notched' : 'effect-of-time'}
      aria-pressed={open}
      aria-label="The effect’s own page"
      title={`${name}: how it plays, its parts, strength and cues`}
      onClick={() => setColumn(open ? 'recipe' : 'effect')}
    >
      {name}
    </button>
  )
}

/** Another effect of the kit inside this one. */
const AddPart = () => {
  const effectId = useEffectId()
  const choices = useInnerEffects()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (inner: string): void => {
    setAnchor(null)
    edit('Add a part', (kit) => void kit.effects[effectId]!.parts.push(newPart(makeId('part'), inner)))
    setColumn('effect')
  }
  return (
    <>
      <Button
        startIcon={<Add />}
        aria-label="Add part"
        disabled={choices.length === 0}
        title="Another effect of the kit inside this one"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Part
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {choices.map(({ id, name }) => (
          <MenuItem key={id} dense onClick={() => add(id)}>
            {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

/** Ticks of Page Up and Page Down. */
const PAGE_TICKS = 30

const readOut = (ruler: HTMLElement | null, seconds: number): void => {
  const text = seconds.toFixed(2)
  if (!ruler || ruler.getAttribute('aria-valuenow') === text) return
  ruler.setAttribute('aria-valuenow', text)
  ruler.setAttribute('aria-valuetext', `${text} s`)
}

interface RulerProps {
  readonly seconds: number
  readonly width: number
}

/** The playhead follows the driver without React. */
const usePlayhead = (
  { seconds, width }: RulerProps,
  ruler: React.RefObject<HTMLDivElement | null>,
): React.RefObject<HTMLDivElement | null> => {
  const driver = useDriver()
  const head = useRef<HTMLDivElement>(null)
  const loop = useShown((_, effect) => passSeconds(effect), 0)
  useEffect(
    () =>
      driver?.subscribe((p) => {
        // A looping effect runs on; its head shows the place within the repeat.
        const shown = loop > 0 && p.seconds >= loop ? p.seconds % loop : p.seconds
        if (head.current)
          head.current.style.transform = `translateX(${Math.min(width, (shown / seconds) * width)}px)`
        // Read out only where somebody listens: an attribute a picture is not free.
        if (!p.playing || document.activeElement === ruler.current) readOut(ruler.current, shown)
      }),
    [driver, seconds, width, loop, ruler],
  )
  return head
}

/** A drag goes to a moment; with Shift it marks a stretch that plays again and again. */
const useScrub = (seconds: number, ruler: React.RefObject<HTMLDivElement | null>) => {
  const driver = useDriver()
  return useDrag(
    ({ xy: [x], first, memo, shiftKey }) => {
      if (!driver) return
      const box = ruler.current!.getBoundingClientRect()
      const at = Math.min(1, Math.max(0, (x - box.x) / box.width)) * seconds
      const start = first ? { at, region: shiftKey } : (memo as { at: number; region: boolean })
      if (start.region) setLoopRegion(regionOf(start.at, at))
      else stepBy(driver, Math.round(at * driver.rate) - driver.playback.tick)
      return start
    },
    { pointer: { keys: false } },
  )
}

/** The tick that a key goes to; undefined for other keys. */
const tickByKey = (event: KeyboardEvent, tick: number, last: number): number | undefined => {
  const steps = arrowSteps(event)
  if (steps) return tick + steps[0] - steps[1]
  return { Home: 0, End: last, PageUp: tick + PAGE_TICKS, PageDown: tick - PAGE_TICKS }[event.key]
}

/** Marks, scrubbing, and the playhead. */
const Ruler = ({ seconds, width }: RulerProps) => {
  const driver = useDriver()
  const ruler = useRef<HTMLDivElement>(null)
  const head = usePlayhead({ seconds, width }, ruler)
  const bind = useScrub(seconds, ruler)
  const onKeyDown = (event: KeyboardEvent): void => {
    if (!driver) return
    const { tick } = driver.playback
    const to = tickByKey(event, tick, Math.round(seconds * driver.rate))
    if (to === undefined) return
    event.preventDefault()
    stepBy(driver, to - tick)
  }
  const spacing = markSpacing(seconds, width)
  const marks = Array.from(
    { length: Math.min(200, Math.floor(seconds / spacing) + 1) },
    (_, i) => i * spacing,
  )
  return (
    <div
      className="ruler"
      ref={ruler}
      {...bind()}
      role="slider"
      tabIndex={0}
      aria-label="Moment"
      aria-valuemin={0}
      aria-valuemax={seconds}
      aria-valuenow={0}
      onKeyDown={onKeyDown}
      onDoubleClick={() => setLoopRegion(null)}
      style={{ touchAction: 'none' }}
      data-testid="ruler"
      title="Pull to go to a moment; with Shift, a stretch to play again and again"
    >
      {marks.map((at) => (
        <span key={at} className="mark" style={{ left: (at / seconds) * width }}>
          {Number(at.toFixed(2))} s
        </span>
      ))}
      <RegionBand seconds={seconds} width={width} />
      <EndMarks seconds={seconds} width={width} />
      <div ref={head} className="playhead" data-testid="playhead" />
    </div>
  )
}

/** Where the last emitter stops sending out, and where the last particle can end. */
const EndMarks = ({ seconds, width }: { seconds: number; width: number }) => {
  const text = useShown((kit, effect) => {
    const times = effect.emitterOrder
      .filter((id) => !effect.emitters[id]!.muted)
      .map((id) => trackTimes(kit, effect, id))
    return passSeconds(effect) > 0 || times.length === 0
      ? ''
      : `${Math.max(...times.map((t) => t.emissionEnd))} ${Math.max(...times.map((t) => t.latestEnd))}`
  }, '')
  if (!text) return null
  const [emission, latest] = text.split(' ').map(Number) as [number, number]
  const mark = (at: number, kind: string, title: string) => (
    <span
      key={kind}
      className={`end-mark ${kind}`}
      data-testid={`end-${kind}`}
      style={{ left: (at / seconds) * width }}
      title={`${title}: ${Number(at.toFixed(2))} s`}
    />
  )
  return (
    <>
      {mark(emission, 'emission', 'Nothing is sent out after')}
      {mark(latest, 'latest', 'Nothing lives after')}
    </>
  )
}

const NO_POPULATION = null

const useTrackSensors = () =>
  useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )

/** A drag over the ground of the labels, or below the tracks, chooses the tracks that a band touches. */
const useTrackBand = (effectId: string) => {
  const tracks = useRef<HTMLDivElement>(null)
  const { band, bind } = useBand(
    tracks,
    (drawn, ctrl) => {
      const around = tracks.current!.getBoundingClientRect()
      const rows = [...tracks.current!.querySelectorAll<HTMLElement>('[data-track]')]
      const boxes = rows.map((row) => {
        const { x, y, width, height } = row.getBoundingClientRect()
        return { x: x - around.x, y: y - around.y, w: width, h: height }
      })
      const ids = touched(drawn, boxes).map((k) => rows[k]!.dataset['track']!)
      const before = ctrl ? selectedTogether(effectId) : []
      selectTogether(effectId, [...new Set([...before, ...ids])])
    },
    '.track-time, button:not(.track-name), input, .track-grip, [role="slider"]',
  )
  return { tracks, band, bind }
}

export const Timeline = () => {
  const effectId = useEffectId()
  const order = useShown<readonly string[]>((_, effect) => effect.emitterOrder, NO_EMITTERS)
  const seconds = useShown((kit, effect) => rulerSeconds(kit, effect), 1)
  const parts = useShown((_, effect) => effect.parts.length > 0, false)
  const [ref, width] = useWidth()
  const population = useWhenIdle(
    order.length > 0,
    `population ${seconds.toFixed(3)}`,
    (effect, options) => populationOf(effect, options, seconds),
    NO_POPULATION,
  )
  const sensors = useTrackSensors()
  const { tracks, band, bind } = useTrackBand(effectId)
  // The list shows the topmost layer first.
  const shown = order.toReversed()
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return
    edit('Reorder emitters', (kit) =>
      moveEmitter(kit, effectId, String(active.id), order.length - 1 - shown.indexOf(String(over.id))),
    )
  }
  return (
    <section className="timeline" aria-label="Timeline">
      <div className="timeline-head">
        <EffectName />
        <PlayControls />
        <AddMenu />
        <AddPart />
      </div>
      <div className="time-area" ref={ref}>
        <Ruler seconds={seconds} width={width} />
      </div>
      <div className="tracks" ref={tracks} {...bind()}>
        {band && <div className="rubber-band" style={bandStyle(band)} />}
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
          <SortableContext items={shown} strategy={verticalListSortingStrategy}>
            {shown.map((id) => (
              <Fragment key={id}>
                <Track
                  emitterId={id}
                  seconds={seconds}
                  width={width}
                  population={population ? populationPath(population, id, width, 23) : ''}
                />
                <TrackLanes emitterId={id} seconds={seconds} width={width} />
              </Fragment>
            ))}
          </SortableContext>
        </DndContext>
        <PartTracks seconds={seconds} width={width} />
        <ExtraTracks seconds={seconds} width={width} />
        {shown.length === 0 && !parts && (
          <p className="empty-note">No emitter yet. “+ Emitter” starts one.</p>
        )}
      </div>
    </section>
  )
}
