/** Captures what the canvas shows as it runs, for showing around: WebM with sound, or GIF. */
import FiberManualRecord from '@mui/icons-material/FiberManualRecord'
import Stop from '@mui/icons-material/Stop'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { Tooltip } from '../shared/controls/Tooltip.tsx'
import { useEffect, useRef, useState } from 'react'
import { download } from '../shared/download.ts'
import { useDocument } from '../state/document.ts'
import { Capture, type Form, FORMS } from './capture.ts'
import './CaptureButton.css'

/** What can be captured: it tells of each picture in the task in which it was drawn. */
export interface Captured {
  readonly canvas: HTMLCanvasElement
  onPicture: (() => void) | null
}

const MIMES = { webm: 'video/webm', gif: 'image/gif' } as const satisfies Record<Form, string>
const tell = (notice: string): void => useDocument.setState({ notice })

const fileName = (name: string, form: Form): string =>
  `${name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'stage'}.${form}`

const useCapture = (driver: Captured | null, name: string) => {
  const [capture, setCapture] = useState<Capture | null>(null)
  const [text, setText] = useState('')
  const running = useRef<Capture | null>(null)
  const end = async (): Promise<void> => {
    const now = running.current
    running.current = null
    if (driver) driver.onPicture = null
    setCapture(null)
    if (!now) return
    // The worker may tell of its progress after it has given the file.
    let writing = true
    try {
      setText('writing…')
      const bytes = await now.finish((share) => writing && setText(`writing ${Math.round(share * 100)} %`))
      writing = false
      download(fileName(name, now.form), bytes, MIMES[now.form])
    } catch (error) {
      tell(`It was not captured: ${error instanceof Error ? error.message : String(error)}`)
    } finally {
      writing = false
      setText('')
    }
  }
  const begin = async (form: Form): Promise<void> => {
    if (!driver) return
    try {
      const begun = await Capture.begin(form, driver.canvas)
      running.current = begun
      setCapture(begun)
      driver.onPicture = () => {
        begun.take(driver.canvas)
        setText(`${begun.seconds.toFixed(0)} s`)
        if (begun.full) void end()
      }
    } catch (error) {
      tell(`It cannot be captured: ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  useEffect(
    () => () => {
      if (driver) driver.onPicture = null
    },
    [driver],
  )
  return { capture, text, begin, end }
}

export const CaptureButton = ({ driver, name }: { driver: Captured | null; name: string }) => {
  const { capture, text, begin, end } = useCapture(driver, name)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <Tooltip
        title={capture ? 'End the capture and save it' : 'Capture what the stage shows as it runs, as a film'}
      >
        <IconButton
          aria-label={capture ? 'End the capture' : 'Capture the stage'}
          aria-pressed={capture !== null}
          className={capture ? 'capturing' : ''}
          disabled={capture === null && text !== ''}
          onClick={(event) => (capture ? void end() : setAnchor(event.currentTarget))}
        >
          {capture ? <Stop fontSize="small" /> : <FiberManualRecord fontSize="small" />}
        </IconButton>
      </Tooltip>
      {text && (
        <small className="capture-text" role="status">
          {text}
        </small>
      )}
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {(Object.keys(FORMS) as Form[]).map((form) => (
          <MenuItem
            key={form}
            dense
            onClick={() => {
              setAnchor(null)
              void begin(form)
            }}
          >
            {FORMS[form]}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
