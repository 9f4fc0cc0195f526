import { createContext, type ReactNode } from 'react'
import { useDropzone } from 'react-dropzone'
import { useNavigate } from 'react-router'
import { db, useDocument } from '../store/document.ts'
import { makeId } from '../store/ids.ts'
import { addKit } from '../store/shelf.ts'
import { isPictureFile, receivePictures } from '../sprites/arrivals.ts'

const notify = (notice: string): void => useDocument.setState({ notice })

/** Reads kit files; one that cannot be read leaves everything as it was and says why. Gives the ids of the kits. */
const importFiles = async (files: readonly File[]): Promise<string[]> => {
  const { readKitFile } = await import('@gliv/document')
  const ids: string[] = []
  for (const file of files) {
    try {
      ids.push(await addKit(db, readKitFile(new Uint8Array(await file.arrayBuffer())), () => makeId('kit')))
    } catch (error) {
      notify(`${file.name} was not imported. ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  return ids
}

/** Opens the system's file chooser for a kit. */
export const ImportContext = createContext<() => void>(() => {})

/** Files can be dropped on every screen: a kit comes in as a kit of its own and is opened, pictures come into the open kit. */
export const ImportZone = ({ children }: { children: ReactNode }) => {
  const navigate = useNavigate()
  const onDrop = (all: File[]): void => {
    const pictures = all.filter(isPictureFile)
    if (pictures.length > 0 && useDocument.getState().kit) void receivePictures(pictures)
    else if (pictures.length > 0) notify('Pictures belong to a kit; open one first, then drop them')
    const files = all.filter((file) => !isPictureFile(file))
    void importFiles(files).then((ids) => {
      if (ids.length === 1) void navigate(`/kit/${ids[0]}`)
      else if (ids.length > 1) void navigate('/')
    })
  }
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({ noClick: true, noKeyboard: true, onDrop })
  return (
    <div {...getRootProps({ className: 'import-zone', tabIndex: -1 })}>
      <input {...getInputProps()} data-testid="import-input" aria-label="Kit file" />
      <ImportContext value={open}>{children}</ImportContext>
      {isDragActive && <div className="drop-veil">Drop kit files or pictures to import them</div>}
    </div>
  )
}
