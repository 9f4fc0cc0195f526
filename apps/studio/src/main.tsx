import '@fontsource-variable/figtree'
import '@fontsource/jetbrains-mono/latin-400.css'
import '@fontsource/jetbrains-mono/latin-700.css'
import { CacheProvider } from '@emotion/react'
import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { lazy, StrictMode, Suspense, useEffect, useLayoutEffect, useMemo, useState } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter, Route, Routes } from 'react-router'
import { ApplicationCommands } from './frame/commands/ApplicationCommands.tsx'
import { NothingHere } from './frame/NothingHere.tsx'
import { Guard, installChunkReload } from './frame/Guard.tsx'
import { HelpLayer } from './help/HelpLayer.tsx'
import { ImportZone } from './pages/ImportZone.tsx'
import { KitLayout } from './pages/KitLayout.tsx'
import { KitPage } from './pages/KitPage.tsx'
import { Shelf } from './pages/Shelf.tsx'
import { StorageDialogs } from './pages/storage/StorageDialogs.tsx'
import { StandingNotes } from './pages/StandingNotes.tsx'
import { installRawPointer } from './shared/hooks/rawPointer.ts'
import { installTouch } from './shared/hooks/touch.ts'
import { installKeys } from './shared/keys/dispatch.ts'
import { installFocus } from './shared/keys/focus.ts'
import './shared/theme/base.css'
import { styleCache } from './shared/theme/styleCache.ts'
import { applyTokens, makeTheme } from './shared/theme/theme.ts'
import { endRun, leavePage, useDocument } from './state/document.ts'
import { usePreferences } from './state/session.ts'
import { openStorage } from './state/storage.ts'
import { installUpdates } from './state/updates.ts'
import { readToken } from './tether/token.ts'

const SpritesPage = lazy(() => import('./sprites/SpritesPage.tsx').then((m) => ({ default: m.SpritesPage })))
const StagePage = lazy(() => import('./scene/StagePage.tsx').then((m) => ({ default: m.StagePage })))
const ShipPage = lazy(() => import('./ship/ShipPage.tsx').then((m) => ({ default: m.ShipPage })))
const TextPage = lazy(() => import('./ship/TextPage.tsx').then((m) => ({ default: m.TextPage })))
const ManyPage = lazy(() => import('./many/ManyPage.tsx').then((m) => ({ default: m.ManyPage })))
const RecoveryPage = lazy(() => import('./pages/RecoveryPage.tsx').then((m) => ({ default: m.RecoveryPage })))
const EffectEditor = lazy(() =>
  import('./editor/EffectEditor.tsx').then((m) => ({ default: m.EffectEditor })),
)

const NoticeLayer = lazy(() => import('./pages/NoticeLayer.tsx').then((m) => ({ default: m.NoticeLayer })))

/** Shows what the stores have to say; what draws it is fetched when there is something for the first time. */
const Notices = () => {
  const [used, setUsed] = useState(false)
  const some = useDocument((s) => s.notice !== null)
  useEffect(() => {
    if (some) setUsed(true)
  }, [some])
  return used ? (
    <Guard what="The messages">
      <Suspense>
        <NoticeLayer />
      </Suspense>
    </Guard>
  ) : null
}

/** A page with a message in its place when it fails. */
const guarded = (what: string, page: React.ReactNode) => <Guard what={what}>{page}</Guard>

const Pages = () => (
  <Routes>
    <Route path="/" element={guarded('The shelf', <Shelf />)} />
    <Route path="/kit/:kitId" element={guarded('The kit', <KitLayout />)}>
      <Route index element={guarded('The kit page', <KitPage />)} />
      <Route path="effect/:effectId/:emitterId?" element={guarded('The effect editor', <EffectEditor />)} />
      <Route path="stage/:stageId" element={guarded('The stage', <StagePage />)} />
      <Route path="ship/:effectId?" element={guarded('The ship screen', <ShipPage />)} />
      <Route path="text/:templateId?" element={guarded('Numbers as text', <TextPage />)} />
      <Route path="many" element={guarded('Changing many effects', <ManyPage />)} />
      <Route path="sprites" element={guarded('The sprites page', <SpritesPage />)} />
      <Route path="recovery" element={guarded('The recovery page', <RecoveryPage />)} />
    </Route>
    <Route path="*" element={<NothingHere>There is nothing at this address.</NothingHere>} />
  </Routes>
)

const App = () => {
  const chosen = usePreferences((s) => s.theme)
  const dark = useMediaQuery('(prefers-color-scheme: dark)', { noSsr: true })
  const name = chosen === 'system' ? (dark ? 'night' : 'paper') : chosen
  const still = useMediaQuery('(prefers-reduced-motion: reduce)', { noSsr: true })
  const theme = useMemo(() => makeTheme(name, still), [name, still])
  useLayoutEffect(() => applyTokens(name), [name])
  return (
    <CacheProvider value={styleCache}>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <Notices />
        <BrowserRouter>
          <ImportZone>
            <ApplicationCommands />
            <StorageDialogs />
            <HelpLayer />
            <StandingNotes />
            <Suspense fallback={<p className="empty-note">Opening…</p>}>
              <Pages />
            </Suspense>
          </ImportZone>
        </BrowserRouter>
      </ThemeProvider>
    </CacheProvider>
  )
}

/**
 * Leaving takes along what is typed and what is not written yet; it is asked about only where that is
 * impossible.
 */
const installLeaving = (): void => {
  addEventListener('beforeunload', (event) => void (!leavePage() && event.preventDefault()))
  addEventListener('pagehide', leavePage)
}

installRawPointer()
installTouch()
installFocus(endRun)
installKeys()
installChunkReload()
installLeaving()
installUpdates(leavePage)
// Before any page changes the address.
readToken()
void openStorage().then(() =>
  createRoot(document.getElementById('root')!).render(
    <StrictMode>
      <Guard what="Gliv">
        <App />
      </Guard>
    </StrictMode>,
  ),
)
