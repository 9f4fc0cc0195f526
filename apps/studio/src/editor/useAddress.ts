/**
 * The place in the address: kit, effect and emitter in the path, so that Back and Forward go through them. A copied
 * link carries the open group, the moment and the stage, too; they are taken once and leave the address.
 */
import { useEffect } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'
import { useDocument } from '../state/document.ts'
import { select, setSession, useSession } from '../state/session.ts'
import { fitStage } from './playback/camera.ts'
import type { StageDriver } from './playback/driver.ts'
import { selectedOf } from './playback/selected.ts'

const pathOf = (kitId: string, effectId: string, emitterId: string | undefined): string =>
  `/kit/${encodeURIComponent(kitId)}/effect/${encodeURIComponent(effectId)}${emitterId === undefined ? '' : `/${encodeURIComponent(emitterId)}`}`

/** The emitter that a path names, while it is one of an effect. */
const emitterIn = (path: string, effectId: string): string | undefined => {
  const [, , , page, effect = '', emitter] = path.split('/')
  if (page !== 'effect' || decodeURIComponent(effect) !== effectId || !emitter) return undefined
  return decodeURIComponent(emitter)
}

/** What a link carries beside the path. */
interface LinkedPlace {
  readonly group: string | null
  /** Seconds. */
  readonly at: number | null
  readonly stage: string | null
}

export const readLinked = (search: string): LinkedPlace | null => {
  const asked = new URLSearchParams(search)
  if (!['group', 'at', 'stage'].some((key) => asked.has(key))) return null
  const at = Number(asked.get('at') ?? NaN)
  return {
    group: asked.get('group'),
    at: Number.isFinite(at) && Math.abs(at) <= 600 ? at : null,
    stage: asked.get('stage'),
  }
}

/** The address of what is seen now: effect, emitter, the group that was opened last, the frozen moment, the stage. */
export const linkTo = (effectId: string, driver: StageDriver | null): string => {
  const { kit } = useDocument.getState()
  const { openGroups, inScene, preview } = useSession.getState()
  const asked = new URLSearchParams()
  const group = openGroups.at(-1)
  if (group !== undefined) asked.set('group', group)
  if (driver) asked.set('at', String(Number(driver.playback.seconds.toFixed(3))))
  if (inScene && driver?.scene) asked.set('stage', driver.scene.around.stage.id)
  else if (preview.stage !== 'auto') asked.set('stage', preview.stage)
  return `${location.origin}${pathOf(kit?.id ?? '', effectId, selectedOf(effectId))}?${asked.toString()}`
}

/** Puts the link on the clipboard and says so. */
export const copyLink = async (effectId: string, driver: StageDriver | null): Promise<void> => {
  const link = linkTo(effectId, driver)
  const say = (notice: string): void => useDocument.setState({ notice })
  try {
    await navigator.clipboard.writeText(link)
    say('The link to this moment is copied')
  } catch {
    say(`The browser does not let the page write the clipboard; the link is ${link}`)
  }
}

const takeLinked = ({ group, at, stage }: LinkedPlace, driver: StageDriver): void => {
  if (group !== null)
    setSession(({ openGroups }) => ({ openGroups: [...openGroups.filter((one) => one !== group), group] }))
  if (stage !== null)
    setSession(({ preview }) => ({
      inScene: true,
      preview: { ...preview, stage: stage as typeof preview.stage },
    }))
  if (at === null) return
  driver.pause()
  setSession({ playing: false })
  driver.seek(Math.round(at * driver.rate))
  fitStage(driver)
}

/** Keeps address and selection together. */
export const useAddress = (effectId: string, driver: StageDriver | null): void => {
  const { kitId = '', emitterId } = useParams()
  const { search } = useLocation()
  const navigate = useNavigate()
  // What the address names is selected; the browser's own address is asked, which is ahead of what is rendered.
  useEffect(() => {
    const follow = (): void => {
      const wanted = emitterIn(location.pathname, effectId)
      const there = useDocument.getState().kit?.effects[effectId]
      if (wanted !== undefined && there?.emitters[wanted] && selectedOf(effectId) !== wanted)
        select(effectId, wanted)
    }
    follow()
    addEventListener('popstate', follow)
    return () => removeEventListener('popstate', follow)
  }, [effectId, emitterId])
  // What is selected goes into the address: a step of the browser's own history.
  useEffect(
    () =>
      useSession.subscribe(({ selected }, before) => {
        const now = selected[effectId]
        const was = before.selected[effectId]
        const named = emitterIn(location.pathname, effectId)
        if (now === undefined || now === was || now === named) return
        // Where the address named none yet, Back leads to the one that was selected by itself.
        const top = useDocument.getState().kit?.effects[effectId]?.emitterOrder.at(-1)
        if (named === undefined) void navigate(pathOf(kitId, effectId, was ?? top), { replace: true })
        void navigate(pathOf(kitId, effectId, now))
      }),
    [kitId, effectId, navigate],
  )
  useEffect(() => {
    const linked = readLinked(search)
    if (!linked || !driver?.simulation) return
    takeLinked(linked, driver)
    void navigate(pathOf(kitId, effectId, emitterId), { replace: true })
  }, [search, driver, kitId, effectId, emitterId, navigate])
}
