/** Many effects changed at once: colours, pictures, sizes and names, seen before they are kept. */
import Button from '@mui/material/Button'
import { useEffect } from 'react'
import { Group, Panel, Separator } from 'react-resizable-panels'
import { AppHeader } from '../frame/AppHeader.tsx'
import { NothingHere } from '../frame/NothingHere.tsx'
import { Guard } from '../frame/Guard.tsx'
import { KitCrumbs } from '../frame/KitCrumbs.tsx'
import { useDocument } from '../state/document.ts'
import { ManyColumn } from './ManyColumn.tsx'
import { ManyPairs } from './ManyPairs.tsx'
import { askNothing, keepMany, type Outlook, saidChanges, setMany, useOutlook } from './useMany.ts'
import './ManyPage.css'

const summary = ({ ids, changes, refusal, held }: Outlook): string => {
  if (refusal !== null) return refusal
  if (ids.length === 0) return 'No effect is ticked; tick those that are to change.'
  if (changes.length === 0) return 'Nothing is asked for yet: say in the column what becomes of the effects.'
  const limits = held.length > 0 ? `; held at their limits: ${[...new Set(held)].join(', ')}` : ''
  return `${ids.length} ${ids.length === 1 ? 'effect' : 'effects'}: ${saidChanges(changes)}${limits}.`
}

const Body = () => {
  const kit = useDocument((s) => s.kit)!
  const pictures = useDocument((s) => s.pictures)
  const outlook = useOutlook(kit)
  const asks = outlook.changes.length > 0
  useEffect(() => void (document.title = `Change many effects of ${kit.name} · Gliv`), [kit.name])
  return (
    <div className="many-page">
      <AppHeader
        crumbs={<KitCrumbs kit={kit} here="Change many" />}
        actions={
          <>
            <Button variant="outlined" disabled={!asks} onClick={askNothing}>
              Clear
            </Button>
            <Button variant="contained" disabled={outlook.next === null} onClick={() => keepMany(outlook)}>
              Change {outlook.ids.length} {outlook.ids.length === 1 ? 'effect' : 'effects'}
            </Button>
          </>
        }
      />
      <main className="many-main">
        <h1 className="only-read">Change many effects of {kit.name}</h1>
        <Group orientation="horizontal">
          <Panel
            id="many-column"
            defaultSize="334px"
            minSize="260px"
            groupResizeBehavior="preserve-pixel-size"
          >
            <ManyColumn kit={kit} ids={outlook.ids} />
          </Panel>
          <Separator className="separator vertical" aria-label="Width of the column" />
          <Panel id="many-view" minSize="300px">
            <div className="many-view">
              <p role="status" className={outlook.refusal === null ? 'many-said' : 'many-said wrong'}>
                {summary(outlook)}
              </p>
              <Guard what="The pictures">
                <ManyPairs ids={outlook.ids} kit={kit} next={outlook.next} pictures={pictures} />
              </Guard>
            </div>
          </Panel>
        </Group>
      </main>
    </div>
  )
}

/** `/kit/…/many` */
export const ManyPage = () => {
  const id = useDocument((s) => s.kit?.id)
  const some = useDocument((s) => (s.kit?.effectOrder.length ?? 0) > 0)
  // What was asked of one kit is not asked of another.
  useEffect(() => {
    askNothing()
    setMany({ out: new Set() })
  }, [id])
  return some ? (
    <Body />
  ) : (
    <NothingHere>
      There is no effect yet. Make some on the kit page; then many can be changed here.
    </NothingHere>
  )
}
