/**
 * What leaves, on a page of its own: effects and how they ship on the left, the animation and its sheet on the right,
 * frames below.
 */
import { useEffect, useMemo } from 'react'
import { Group, Panel, Separator } from 'react-resizable-panels'
import { Link, useNavigate, useParams } from 'react-router'
import { AppHeader } from '../frame/AppHeader.tsx'
import { NothingHere } from '../frame/NothingHere.tsx'
import { Guard } from '../frame/Guard.tsx'
import { KitCrumbs } from '../frame/KitCrumbs.tsx'
import { useDocument } from '../state/document.ts'
import type { ShownSheet } from '../workers/ship.worker.ts'
import ExportMenu from './ExportMenu.tsx'
import { FrameStrip } from './FrameStrip.tsx'
import { PresetMenu } from './PresetMenu.tsx'
import { SheetPicture } from './SheetPicture.tsx'
import { ShipColumn } from './ShipColumn.tsx'
import { ShipPicture } from './ShipPicture.tsx'
import { setShipView, useShipView } from './shipView.ts'
import { tickedIn } from './jobs.ts'
import { type Bakes, useBakes } from './useBakes.ts'
import { useChanged } from './useChanged.ts'
import { usePlayhead } from './usePlayhead.ts'
import { WriteButton } from './WriteButton.tsx'
import './ShipPage.css'

/** The address says what is edited; several at once are chosen on the page. */
const useSelection = (effectId: string | undefined): readonly string[] => {
  const kit = useDocument((s) => s.kit)
  const navigate = useNavigate()
  const selected = useShipView((s) => s.selected)
  useEffect(() => {
    if (!kit) return
    const first = effectId ?? selected.find((id) => kit.effects[id]) ?? tickedIn(kit)[0] ?? kit.effectOrder[0]
    if (first !== undefined && kit.effects[first] && useShipView.getState().selected[0] !== first)
      setShipView({ selected: [first], frame: 0, clip: 0, page: 0 })
    // The address is read when it changes; presses change the selection, and that the address.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [effectId, kit?.id])
  const [first] = selected
  useEffect(() => {
    if (kit && first !== undefined && first !== effectId && kit.effects[first])
      void navigate(`/kit/${kit.id}/ship/${encodeURIComponent(first)}`, { replace: true })
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [first])
  return selected
}

/** What is known of each effect: of the sheets that are done, and of the one that is shown. */
const sheetsOf = ({ done, wanted, shown }: Bakes): ReadonlyMap<string, ShownSheet> => {
  const sheets = new Map<string, ShownSheet>()
  for (const { key, group } of wanted) {
    const sheet = done.get(key)?.shown
    if (sheet) for (const { effect } of group) sheets.set(effect.id, sheet)
  }
  if (shown && shown.draft === 1) for (const { effect } of shown.clips) sheets.set(effect, shown)
  return sheets
}

const Body = ({ bakes }: { bakes: Bakes }) => {
  const kit = useDocument((s) => s.kit)!
  const selected = useShipView((s) => s.selected)
  const changed = useChanged()
  const sheets = useMemo(() => sheetsOf(bakes), [bakes])
  const { shown } = bakes
  usePlayhead(shown)
  const [id] = selected
  return (
    <main className="ship-main" data-took={Math.round(bakes.took)} data-draft={shown?.draft}>
      <h1 className="only-read">Ship {kit.name}</h1>
      <Group orientation="horizontal">
        <Panel id="ship-column" defaultSize="334px" minSize="260px" groupResizeBehavior="preserve-pixel-size">
          <ShipColumn kit={kit} bakes={bakes} sheets={sheets} changed={changed} />
        </Panel>
        <Separator className="separator vertical" aria-label="Width of the column" />
        <Panel id="ship-view" minSize="300px">
          <Group orientation="vertical">
            <Panel id="ship-pictures" minSize="160px">
              <Guard what="The pictures">
                <div className="ship-pictures">
                  <ShipPicture kit={kit} sheet={shown} />
                  <SheetPicture sheet={shown} />
                </div>
              </Guard>
            </Panel>
            <Separator className="separator horizontal" aria-label="Height of the pictures" />
            <Panel
              id="ship-frames"
              defaultSize="270px"
              minSize="80px"
              groupResizeBehavior="preserve-pixel-size"
            >
              {shown && id !== undefined ? (
                <FrameStrip id={id} sheet={shown} own={kit.ship?.effects[id]?.frames ?? null} />
              ) : (
                <p className="empty-note">{bakes.failure ?? 'Drawing…'}</p>
              )}
            </Panel>
          </Group>
        </Panel>
      </Group>
    </main>
  )
}

const Ship = ({ effectId }: { effectId: string | undefined }) => {
  const kit = useDocument((s) => s.kit)!
  const selected = useSelection(effectId)
  const id = selected[0] !== undefined && kit.effects[selected[0]] ? selected[0] : null
  const bakes = useBakes(id)
  useEffect(() => void (document.title = `Ship ${kit.name} · Gliv`), [kit.name])
  const ticked = tickedIn(kit)
  return (
    <div className="ship-page">
      <AppHeader
        crumbs={
          <KitCrumbs kit={kit} here="Ship">
            <small className="soft">
              {ticked.length} of {kit.effectOrder.length} effects
            </small>
          </KitCrumbs>
        }
        actions={
          <>
            <PresetMenu kit={kit} selected={selected.filter((one) => kit.effects[one])} />
            {id !== null && (
              <Link className="crumb" to={`/kit/${kit.id}/effect/${encodeURIComponent(id)}`}>
                Edit {kit.effects[id]!.name}
              </Link>
            )}
            <ExportMenu
              effect={id === null ? undefined : kit.effects[id]}
              ticked={ticked.length > 0 && ticked.length < kit.effectOrder.length ? ticked : undefined}
            />
            <WriteButton kit={kit} bakes={bakes} />
          </>
        }
      />
      <Body bakes={bakes} />
    </div>
  )
}

/** `/kit/…/ship/…` */
export const ShipPage = () => {
  const { effectId } = useParams()
  const some = useDocument((s) => (s.kit?.effectOrder.length ?? 0) > 0)
  return some ? (
    <Ship effectId={effectId} />
  ) : (
    <NothingHere>There is no effect yet. Make one on the kit page; then it can leave from here.</NothingHere>
  )
}
