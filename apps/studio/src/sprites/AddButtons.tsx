import AutoAwesome from '@mui/icons-material/AutoAwesome'
import Create from '@mui/icons-material/Create'
import FileOpen from '@mui/icons-material/FileOpenOutlined'
import Button from '@mui/material/Button'
import { Guard } from '../frame/Guard.tsx'
import { lazy, Suspense, useRef, useState } from 'react'
import { useArrivals } from './arrivalStore.ts'
import { receivePictures } from './receive.ts'
import { NewSprite } from './NewSprite.tsx'
import './AddButtons.css'

const MakeDialog = lazy(() => import('./MakeDialog.tsx'))

/** The three ways to a picture: from files, drawn, made. */
export const AddButtons = () => {
  const input = useRef<HTMLInputElement>(null)
  const [drawing, setDrawing] = useState<HTMLElement | null>(null)
  const [making, setMaking] = useState(false)
  const reading = useArrivals((s) => s.reading)
  return (
    <div className="add-buttons">
      <Button
        startIcon={<FileOpen />}
        title="PNG, APNG, GIF, WebP, JPEG or SVG, numbered PNGs, also in a zip; they can be dropped and pasted, too"
        onClick={() => input.current?.click()}
      >
        {reading > 0 ? `Reading ${reading}…` : 'Import'}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept="image/*,.apng,.json,.zip"
        aria-label="Pictures"
        onChange={(event) => {
          void receivePictures([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <Button startIcon={<Create />} onClick={(event) => setDrawing(event.currentTarget)}>
        Draw
      </Button>
      <NewSprite anchor={drawing} onClose={() => setDrawing(null)} />
      <Button startIcon={<AutoAwesome />} onClick={() => setMaking(true)}>
        Make
      </Button>
      {making && (
        <Guard what="Making sprites">
          <Suspense>
            <MakeDialog onClose={() => setMaking(false)} />
          </Suspense>
        </Guard>
      )}
    </div>
  )
}
