import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import type { Sheet } from '@gliv/document'
import type { ComponentType } from 'react'
import { ClipsTab } from './ClipsTab.tsx'
import { DrawTab } from './draw/DrawTab.tsx'
import { FramesTab } from './FramesTab.tsx'
import { PaletteTab } from './PaletteTab.tsx'
import { SheetHead } from './SheetHead.tsx'
import { setSprites, type Tab as TabId, TABS, useSprites } from '../state/sprites.ts'
import { useSheet } from './sheets/chosenSheet.ts'
import './Workspace.css'

const OF_SHEET: Readonly<Record<Exclude<TabId, 'palettes'>, ComponentType<{ sheet: Sheet }>>> = {
  frames: FramesTab,
  clips: ClipsTab,
  draw: DrawTab,
}

/** One sheet from all sides. */
export const Workspace = () => {
  const sheet = useSheet()
  const tab = useSprites((s) => s.tab)
  const Shown = tab === 'palettes' ? null : OF_SHEET[tab]
  return (
    <section className="workspace" aria-label="Sprites">
      {sheet && <SheetHead sheet={sheet} />}
      <Tabs className="sprite-tabs" value={tab} onChange={(_, next: TabId) => setSprites({ tab: next })}>
        {(Object.keys(TABS) as TabId[]).map((id) => (
          <Tab key={id} value={id} label={TABS[id]} />
        ))}
      </Tabs>
      {Shown ? (
        sheet ? (
          <Shown sheet={sheet} />
        ) : (
          <p className="empty-note">
            This kit has no picture yet. Import one, draw one, or make one by formula; a picture can also be
            pasted or dropped here.
          </p>
        )
      ) : (
        <PaletteTab sheet={sheet} />
      )}
    </section>
  )
}
