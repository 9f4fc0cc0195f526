/** What stands in a cell of the table: a number, a word, a picture. */
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { framesOf } from '@gliv/document'
import { useState } from 'react'
import { FrameCell, FrameMenu } from '../../preview/FrameMenu.tsx'
import { edit, shownKit } from '../../state/document.ts'
import { ValueText } from '../fields/ValueText.tsx'
import { useShownData } from '../playback/shownEffect.ts'
import { choiceOf, choiceOptions, chooseAt, type MenuChoice, type Option } from './choices.ts'
import type { EmitterPath } from './emitterPath.ts'
import { subjectOf } from './subject.ts'
import { numberAt, type TableRow } from './table.ts'

const NumberCell = ({ path, row }: { path: EmitterPath; row: TableRow & { readonly kind: 'number' } }) => {
  const target = useShownData((kit) => numberAt(kit, path, row), null)
  return target && <ValueText target={target} id={row.id} />
}

interface Words {
  readonly current: string
  readonly options: readonly Option[]
}

const WordCell = ({ path, id, label }: { path: EmitterPath; id: MenuChoice; label: string }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const words = useShownData<Words | null>((kit) => {
    const subject = subjectOf(kit, path)
    return (
      subject && {
        current: choiceOf(id).current(subject.emitter, subject.type),
        options: choiceOptions(id, kit, subject.emitter, subject.type, path),
      }
    )
  }, null)
  if (!words) return null
  const chosen = words.options.find(({ value }) => value === words.current)
  return (
    <>
      <button
        type="button"
        tabIndex={-1}
        className="cell-word"
        aria-haspopup="menu"
        aria-label={`${label}: ${chosen?.label ?? words.current}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {chosen?.label ?? words.current}
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {words.options.map((option) => (
          <MenuItem
            key={option.value}
            dense
            selected={option.value === words.current}
            onClick={() => {
              setAnchor(null)
              edit(`${label}: ${option.label}`, (kit) => chooseAt(kit, path, id, option.value))
            }}
          >
            {option.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

interface ShownPicture {
  readonly sheet: string
  readonly frame: number
  readonly name: string
  readonly more: number
}

const PictureCell = ({ path }: { path: EmitterPath }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const picture = useShownData<ShownPicture | null>((kit) => {
    const [first, ...rest] = kit.types[path.type]?.pictures ?? []
    const sheet = first && kit.sheets[first.sheet]
    const frame = (sheet && framesOf(sheet, first)[0]) ?? 0
    return sheet
      ? { sheet: sheet.id, frame, name: sheet.frames[frame]?.name ?? sheet.name, more: rest.length }
      : null
  }, null)
  if (!picture) return null
  const choose = (sheet: string, frame: number, name: string): void => {
    setAnchor(null)
    if (!shownKit()?.types[path.type]) return
    edit(`Picture: ${name}`, (kit) => {
      const { pictures } = kit.types[path.type]!
      kit.types[path.type]!.pictures = [
        { ...pictures[0]!, sheet, frames: [frame], clip: null },
        ...pictures.slice(1),
      ]
    })
  }
  return (
    <>
      <button
        type="button"
        tabIndex={-1}
        className="cell-word cell-picture"
        aria-haspopup="dialog"
        aria-label={`Picture: ${picture.name}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <FrameCell sheetId={picture.sheet} frame={picture.frame} size={22} />
        <span>{picture.name}</span>
        {picture.more > 0 && <small>and {picture.more} more</small>}
      </button>
      <FrameMenu
        anchor={anchor}
        chosen={[{ sheet: picture.sheet, frame: picture.frame }]}
        onClose={() => setAnchor(null)}
        onChoose={choose}
      />
    </>
  )
}

export const TableCell = ({ path, row }: { path: EmitterPath; row: TableRow }) => {
  if (row.kind === 'number') return <NumberCell path={path} row={row} />
  if (row.kind === 'choice') return <WordCell path={path} id={row.id} label={row.label} />
  return <PictureCell path={path} />
}
