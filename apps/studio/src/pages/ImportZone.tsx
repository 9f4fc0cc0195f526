import { type ReactNode, useEffect, useRef } from 'react'
import { useDropzone } from 'react-dropzone'
import { useNavigate } from 'react-router'
import Button from '@mui/material/Button'
import { useDocument } from '../state/document.ts'
import { isNumbersFile, isPictureFile } from '../sprites/arrivalStore.ts'
import { receivePictures } from '../sprites/receive.ts'
import { isSoundFile, soundPlaceAt, takeSounds } from '../sound/takeSounds.ts'
import { ImportContext } from '../frame/importContext.ts'
import { canPickFiles, type DiskFile, pickFiles, withHandle } from '../shared/files.ts'
import { useImporting } from './importing.ts'
import './ImportZone.css'

const notify = (notice: string): void => useDocument.setState({ notice })

/** Sounds come into the open kit; over an editor they are played there, too. */
const takeDroppedSounds = (sounds: readonly File[], event: unknown): void => {
  if (sounds.length === 0) return
  if (!useDocument.getState().kit) return notify('Sounds belong to a kit; open one first, then drop them')
  const { clientX, clientY } = event as { clientX?: number; clientY?: number }
  const place = clientX === undefined || clientY === undefined ? null : soundPlaceAt(clientX, clientY)
  void takeSounds(sounds, place)
}

/** How far a kit file is read; there is nothing to see of one that is read at once. */
const ImportProgress = () => {
  const now = useImporting((s) => s.now)
  if (!now) return null
  return (
    <div className="import-progress" role="status" data-testid="import-progress">
      <span>Reading {now.name}…</span>
      <progress aria-label={`Reading ${now.name}`} {...(now.share > 0 ? { value: now.share } : {})} />
      <Button onClick={now.cancel}>Cancel</Button>
    </div>
  )
}

interface LaunchQueue {
  setConsumer(take: (launched: { readonly files: readonly DiskFile[] }) => void): void
}

/** Files that the system opens with the installed studio. */
const useLaunched = (take: (files: File[]) => void): void => {
  const latest = useRef(take)
  useEffect(() => void (latest.current = take))
  useEffect(() => {
    const { launchQueue } = globalThis as { launchQueue?: LaunchQueue }
    launchQueue?.setConsumer(({ files }) => {
      if (files.length > 0) void Promise.all(files.map(withHandle)).then((read) => latest.current(read))
    })
  }, [])
}

const isClipFile = ({ name, type }: File): boolean => type === 'video/webm' || /\.webm$/i.test(name)

/** A WebM is what the open effect is held against. */
const takeDroppedClips = (clips: readonly File[]): void => {
  if (clips.length === 0) return
  const place = soundPlaceAt(0, 0)
  if (!place) return notify('A clip is held against an effect; open one first, then drop it')
  void import('../reference/store.ts').then(({ takeReference }) =>
    takeReference(place.effectId, clips.slice(0, 1)),
  )
}

/**
 * Files can be dropped on every screen: a kit comes in as a kit of its own and is opened, pictures come into
 * the open kit.
 */
export const ImportZone = ({ children }: { children: ReactNode }) => {
  const navigate = useNavigate()
  const bringIn = async (all: readonly File[]): Promise<void> => {
    const { importKits, zipsOfKits } = await import('./importKits.ts')
    const ofKits = await zipsOfKits(all)
    // Where no kit is open, a zip can only hold kits.
    const inKit = useDocument.getState().kit !== null
    const pictures = all.filter(
      (file) => isPictureFile(file) && !ofKits.includes(file) && (inKit || !/\.zip$/i.test(file.name)),
    )
    // A sheet's numbers come beside its picture; a kit comes alone or with other kits.
    const numbers = pictures.length > 0 ? all.filter(isNumbersFile) : []
    if (pictures.length > 0 && inKit) void receivePictures([...pictures, ...numbers])
    else if (pictures.length > 0) notify('Pictures belong to a kit; open one first, then drop them')
    const files = all.filter((file) => !pictures.includes(file) && !numbers.includes(file))
    if (files.length === 0) return
    const ids = await importKits(files)
    if (ids.length === 1) void navigate(`/kit/${ids[0]}`)
    else if (ids.length > 1) void navigate('/')
  }
  const onDrop = (dropped: File[], _: unknown, event: unknown): void => {
    takeDroppedClips(dropped.filter(isClipFile))
    takeDroppedSounds(dropped.filter(isSoundFile), event)
    const all = dropped.filter((file) => !isSoundFile(file) && !isClipFile(file))
    if (all.length > 0) void bringIn(all)
  }
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop,
  })
  // Files that come with a handle can be saved to again.
  const choose = (): void =>
    canPickFiles()
      ? void pickFiles().then(
          (files) => files.length > 0 && onDrop(files, undefined, undefined),
          (error: unknown) => (error as Error).name !== 'AbortError' && notify((error as Error).message),
        )
      : open()
  useLaunched((files) => onDrop(files, undefined, undefined))
  return (
    <div {...getRootProps({ className: 'import-zone', tabIndex: -1 })}>
      <input
        {...getInputProps({ style: { display: 'none' } })}
        data-testid="import-input"
        aria-label="Kit file"
      />
      <ImportContext value={choose}>{children}</ImportContext>
      <ImportProgress />
      {isDragActive && <div className="drop-veil">Drop kit files, pictures or sounds to import them</div>}
    </div>
  )
}
