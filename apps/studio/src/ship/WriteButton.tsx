/** The primary action: everything that is ticked is written, and says beforehand how much that is. */
import { type EncodedFile, bytesOf } from '@gliv/bake'
import { setShipping, type Kit } from '@gliv/document'
import ArrowDropDown from '@mui/icons-material/ArrowDropDown'
import Button from '@mui/material/Button'
import ButtonGroup from '@mui/material/ButtonGroup'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useEffect, useState } from 'react'
import { fileNameOf } from '@gliv/bake'
import { edit, useDocument } from '../state/document.ts'
import { bytesText } from '../shared/bytesText.ts'
import { textureBytes } from './SheetPicture.tsx'
import type { Bakes } from './useBakes.ts'
import { canPickFolders } from '../shared/folders.ts'
import { downloadFiles, folderFor, folderName, writeToFolder } from './writeFiles.ts'

const filesOf = ({ done, wanted }: Bakes): EncodedFile[] =>
  wanted.flatMap(({ key }) => done.get(key)?.files ?? [])

const labelOf = (bakes: Bakes): string => {
  const { done, wanted, working } = bakes
  const files = filesOf(bakes)
  if (wanted.length === 0) return 'Write nothing: tick an effect'
  if (working) return `Baking ${Math.min(done.size + 1, wanted.length)} of ${wanted.length} …`
  const bytes = files.reduce((sum, file) => sum + bytesOf(file).length, 0)
  return `Write ${files.length} ${files.length === 1 ? 'file' : 'files'} · ${bytesText(bytes)}`
}

const memoryOf = ({ done }: Bakes): string =>
  `${bytesText([...done.values()].reduce((sum, { shown }) => sum + textureBytes(shown), 0))} of texture memory`

/** Two sheets with files of one name would lose one of them. */
const clashIn = (files: readonly EncodedFile[]): string | null => {
  const names = files.map(({ name }) => name)
  return names.find((name, k) => names.indexOf(name) !== k) ?? null
}

const say = (notice: string): void => useDocument.setState({ notice })

/** What was written is remembered, so that the cards can say what has changed since. */
const remember = (bakes: Bakes): void =>
  void edit('Write', (draft) => {
    for (const { key, group } of bakes.wanted) {
      const hash = bakes.done.get(key)?.shown.hash
      const ids = group
        .map(({ effect }) => effect.id)
        .filter((id) => draft.ship?.effects[id]?.written !== hash)
      if (hash !== undefined && ids.length > 0)
        setShipping(draft, ids, (shipping) => ({ ...shipping, written: hash }))
    }
  })

const writeAll = async (kit: Kit, bakes: Bakes, how: 'again' | 'elsewhere' | 'zip'): Promise<void> => {
  const files = filesOf(bakes)
  const clash = clashIn(files)
  if (clash !== null)
    return say(
      `Two effects would write ${clash}; put {effect} in the name of their files, in the sentence Write.`,
    )
  if (how === 'zip' || !canPickFolders()) {
    downloadFiles(`${fileNameOf(kit.name)}-sheets`, files)
    return remember(bakes)
  }
  try {
    const folder = await folderFor(kit.id, how === 'again')
    const written = await writeToFolder(folder, files)
    remember(bakes)
    say(
      written === 0
        ? `Nothing has changed: ${files.length} files in ${folder.name} are as they would be written.`
        : `${written} of ${files.length} files were written to ${folder.name}.`,
    )
  } catch (error) {
    if ((error as Error).name !== 'AbortError')
      say(
        `The files could not be written: ${(error as Error).message}. Choose another folder, or take the zip.`,
      )
  }
}

/** The button, and where else to write. */
export const WriteButton = ({ kit, bakes }: { kit: Kit; bakes: Bakes }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [folder, setFolder] = useState<string | null>(null)
  useEffect(() => void folderName(kit.id).then(setFolder), [kit.id, anchor])
  const ready = !bakes.working && bakes.done.size > 0
  const run = (how: 'again' | 'elsewhere' | 'zip') => (): void => {
    setAnchor(null)
    void writeAll(kit, bakes, how)
  }
  return (
    <>
      <ButtonGroup variant="contained">
        <Button
          disabled={!ready}
          title={ready ? memoryOf(bakes) : 'Effects with a tick are written'}
          onClick={run('again')}
          data-testid="write"
        >
          {labelOf(bakes)}
        </Button>
        <Button
          size="small"
          aria-label="Where to write"
          aria-haspopup="menu"
          disabled={!ready}
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          <ArrowDropDown />
        </Button>
      </ButtonGroup>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {canPickFolders() && folder !== null && <MenuItem onClick={run('again')}>Again to {folder}</MenuItem>}
        {canPickFolders() && <MenuItem onClick={run('elsewhere')}>To a folder…</MenuItem>}
        <MenuItem onClick={run('zip')}>As a download</MenuItem>
      </Menu>
    </>
  )
}
