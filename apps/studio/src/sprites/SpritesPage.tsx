import Checkbox from '@mui/material/Checkbox'
import { useEffect } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { AppHeader } from '../frame/AppHeader.tsx'
import { KitCrumbs } from '../frame/KitCrumbs.tsx'
import { edit, useDocument } from '../state/document.ts'
import { AddButtons } from './AddButtons.tsx'
import { SheetList } from './SheetList.tsx'
import { Workspace } from './Workspace.tsx'
import './SpritesPage.css'

/** The sprites on a page of their own. */
export const SpritesPage = () => {
  const kit = useDocument(
    useShallow((s) => ({
      id: s.kit?.id ?? '',
      name: s.kit?.name ?? '',
      wholePixels: s.kit?.wholePixels ?? false,
    })),
  )
  useEffect(() => void (document.title = `Sprites of ${kit.name} · Gliv`), [kit.name])
  return (
    <div className="sprites-page">
      <AppHeader crumbs={<KitCrumbs kit={kit} here="Sprites" />} />
      <main className="sprites-body">
        <h1 className="only-read">Sprites of {kit.name}</h1>
        <aside className="sheet-column" aria-label="Sheets">
          <AddButtons />
          <SheetList />
          <label
            className="check-row"
            title="For games of whole pixels: sprites lie on whole pixels wherever they are shown, baked or played, and the stage zooms by whole numbers"
          >
            <Checkbox
              size="small"
              checked={kit.wholePixels}
              onChange={(event) =>
                edit('Whole pixels', (draft) => void (draft.wholePixels = event.target.checked))
              }
            />{' '}
            Whole pixels
          </label>
        </aside>
        <Workspace />
      </main>
    </div>
  )
}
