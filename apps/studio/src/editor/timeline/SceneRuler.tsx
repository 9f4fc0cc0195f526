/** The slim ruler of the scene: its time, what plays in it, and the firing that the effect's time counts from. */
import { firingKey, type Firing } from '@gliv/scene'
import { useEffect, useRef, useState } from 'react'
import { useMoment } from '../../scene/useMoment.ts'
import { useDocument } from '../../state/document.ts'
import { setSession, useSession } from '../../state/session.ts'
import type { StageDriver } from '../playback/driver.ts'
import { useDriver } from '../playback/shownEffect.ts'
import './SceneRuler.css'

/** What the ruler shows changes with the scene, not with every picture. */
const useScene = (driver: StageDriver | null): StageDriver['scene'] => {
  const [, setTurn] = useState('')
  useEffect(
    () =>
      driver?.subscribe(() => {
        const { scene } = driver
        // Named by what is drawn, so that it renders only then.
        setTurn(
          scene
            ? `${scene.length} ${scene.around.stage.id} ${scene.held} ${scene.chosen && firingKey(scene.chosen)} ${scene.chosen?.tick} ${scene.scene.track.firings.map((f) => `${f.tick} ${f.effect}`).join()}`
            : '',
        )
      }),
    [driver],
  )
  return driver?.scene ?? null
}

/** What a firing is, in words. */
const useWords = (firing: Firing, rate: number): { readonly label: string; readonly says: string } => {
  const kit = useDocument((s) => s.kit)
  const name = kit?.effects[firing.effect]?.name ?? ''
  const cue = kit?.cues?.find(({ id }) => id === firing.cue)?.name ?? ''
  const at = (firing.tick / rate).toFixed(2)
  return {
    label: `Firing ${firing.n + 1} of ${cue} at ${at} s`,
    says: `${cue}: ${name} at ${at} s, seed ${firing.seed}, strength ${firing.strength.toFixed(2)}`,
  }
}

const hintOf = (own: boolean, lost: boolean): string =>
  lost ? '; it does not happen any more' : own ? '; press to look at it' : ''

const Mark = ({ driver, firing, lost }: { driver: StageDriver; firing: Firing; lost: boolean }) => {
  const scene = driver.scene!
  const { label, says } = useWords(firing, scene.rate)
  const own = firing.effect === scene.effectId
  const chosen = firing === scene.chosen
  const press = (): void => {
    if (chosen && scene.held) return driver.freeFiring()
    driver.pause()
    setSession({ playing: false })
    driver.chooseFiring(firing)
  }
  return (
    <button
      type="button"
      className={['scene-mark', own && 'own', chosen && 'chosen', lost && 'lost'].filter(Boolean).join(' ')}
      style={{ left: `${(firing.tick / scene.length) * 100}%` }}
      disabled={!own || lost}
      aria-pressed={chosen && scene.held}
      aria-label={label}
      title={says + hintOf(own, lost)}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={press}
    />
  )
}

const Recordings = ({ scene }: { scene: NonNullable<StageDriver['scene']> }) => {
  const { stage } = scene.around
  const chosen = useSession((s) => s.recordings[stage.id])
  const all = stage.recordings ?? []
  if (all.length < 2) return <small>{all[0]?.name ?? 'nobody moves'}</small>
  return (
    <select
      aria-label="Recording"
      value={all.some(({ id }) => id === chosen) ? chosen : all[0]!.id}
      onChange={(event) =>
        setSession((s) => ({ recordings: { ...s.recordings, [stage.id]: event.target.value } }))
      }
    >
      {all.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  )
}

/** The moment's line and clock follow the driver without React. */
const useHead = (driver: StageDriver) => {
  const place = useRef<HTMLDivElement>(null)
  const head = useRef<HTMLElement>(null)
  const text = useRef<HTMLSpanElement>(null)
  useEffect(
    () =>
      driver.subscribe(({ playing }) => {
        const now = driver.scene
        if (!now || !head.current || !place.current) return
        head.current.style.left = `${(driver.sceneTick / now.length) * 100}%`
        const seconds = (driver.sceneTick / now.rate).toFixed(2)
        if (text.current) text.current.textContent = `${seconds} s`
        if (playing) return
        place.current.setAttribute('aria-valuenow', String(driver.sceneTick))
        place.current.setAttribute('aria-valuetext', `${seconds} s of the scene`)
      }),
    [driver],
  )
  return { place, head, text }
}

/** Pulled or stepped to a moment of the scene. */
const Moment = ({ driver }: { driver: StageDriver }) => {
  const scene = driver.scene!
  const { place, head, text } = useHead(driver)
  const go = (tick: number): void => {
    driver.pause()
    setSession({ playing: false })
    driver.seekScene(tick)
  }
  const { bind, onKeyDown } = useMoment(place, scene.length, () => driver.sceneTick, go)
  const { firings } = scene.scene.track
  const marks = scene.lost && scene.chosen ? [...firings, scene.chosen] : firings
  return (
    <>
      <span ref={text} className="scene-seconds" data-testid="scene-seconds" />
      <div className="scene-line">
        <div
          {...bind()}
          ref={place}
          className="scene-slider"
          role="slider"
          tabIndex={0}
          aria-label="Moment of the scene"
          aria-valuemin={0}
          aria-valuemax={scene.length}
          aria-valuenow={driver.sceneTick}
          onKeyDown={onKeyDown}
        >
          <i ref={head} />
        </div>
        {marks.map((firing) => (
          <Mark
            key={`${firingKey(firing)} ${firing.tick}`}
            driver={driver}
            firing={firing}
            lost={scene.lost && firing === scene.chosen}
          />
        ))}
      </div>
    </>
  )
}

export const SceneRuler = () => {
  const driver = useDriver()
  const scene = useScene(driver)
  if (!driver || !scene) return null
  return (
    <div className="scene-ruler-slim" role="group" aria-label="The scene">
      <b>Scene</b>
      <Recordings scene={scene} />
      <Moment driver={driver} />
      {scene.chosen && (
        <small title="The firing’s own seed, from the effect’s and its number">
          seed {scene.chosen.seed}
        </small>
      )}
      {scene.firings.length === 0 && !scene.lost && (
        <small role="status">Nothing on this stage plays the effect; add a sentence on its page</small>
      )}
      {scene.lost && <small role="status">This firing does not happen any more</small>}
    </div>
  )
}
