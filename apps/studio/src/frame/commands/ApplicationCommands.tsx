/** Commands that work everywhere, with the list in which every command is found and the sheet of their keys. */
import { lazy, Suspense, useContext, useMemo } from 'react'
import { useNavigate } from 'react-router'
import { useCommands } from '../../shared/keys/dispatch.ts'
import { closeInnermost } from '../../shared/keys/escape.ts'
import { beginTour } from '../../help/beginTour.ts'
import { askWhat, openGuide, RECIPES, useHelp } from '../../help/open.ts'
import { openStorageDialog } from '../../state/storageDialog.ts'
import { ImportContext } from '../importContext.ts'
import { Guard } from '../Guard.tsx'
// Not fetched when it is wanted: what is typed next belongs to it already.
import { CommandList } from './CommandList.tsx'
import { KeepStarter } from '../../starters/KeepStarter.tsx'
import { ThingMenu } from './ThingMenu.tsx'
import { openSheet, useCommandSheets } from '../../state/commandSheets.ts'

const KeySheet = lazy(() => import('./KeySheet.tsx'))

export const ApplicationCommands = () => {
  const navigate = useNavigate()
  const chooseFile = useContext(ImportContext)
  const open = useCommandSheets((s) => s.open)
  const runs = useMemo(
    () => ({
      // A press that closed something of ours goes no further; else it is a pop-over's, or nobody's.
      escape: (event: KeyboardEvent) => void (closeInnermost() && event.preventDefault()),
      commands: () => openSheet('list'),
      shortcuts: () => openSheet('keys'),
      guide: () => openGuide(),
      whatIs: () => askWhat(!useHelp.getState().asking),
      recipes: () => openGuide(RECIPES),
      tour: () => void beginTour().then((path) => navigate(path)),
      openFile: () => chooseFile(),
      storage: () => openStorageDialog(true),
      toShelf: () => void navigate('/'),
    }),
    [navigate, chooseFile],
  )
  useCommands('application', runs)
  return (
    <>
      <ThingMenu />
      <KeepStarter />
      {open !== null && (
        <Guard what="The commands">
          <Suspense>{open === 'list' ? <CommandList /> : <KeySheet />}</Suspense>
        </Guard>
      )}
    </>
  )
}
