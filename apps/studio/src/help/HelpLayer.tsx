/** What of the help is open, over every screen; each part is fetched when it is wanted. */
import { lazy, Suspense } from 'react'
import { useHelp } from './open.ts'

const GuideDialog = lazy(() => import('./GuideDialog.tsx'))
const WhatIs = lazy(() => import('./WhatIs.tsx'))
const Tour = lazy(() => import('./Tour.tsx'))

export const HelpLayer = () => {
  const { guide, asking, tour } = useHelp()
  return (
    <Suspense>
      {guide !== null && <GuideDialog />}
      {asking && <WhatIs />}
      {tour !== null && <Tour />}
    </Suspense>
  )
}
