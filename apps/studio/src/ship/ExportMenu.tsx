import FileDownload from '@mui/icons-material/FileDownload'
import Button from '@mui/material/Button'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useDocument } from '../state/document.ts'
import { canPickFolders } from '../shared/folders.ts'
import { EXPORTERS } from '@gliv/export'
import { exportKit, exportPage } from '../frame/exportKit.ts'
import { saveKitAsFolder } from '../frame/kitFile.ts'

interface Props {
  /** The effect that is looked at, for a page that shows it. */
  readonly effect?: { readonly id: string; readonly name: string } | undefined
  /** Ids of the effects that are ticked, where some are: packs carry those. */
  readonly ticked?: readonly string[] | undefined
}

/** One way out. */
interface Way {
  readonly label: string
  readonly help: string
  readonly go: () => void
}

/** Ways out of the open kit, in the order of the menu. */
const waysOf = ({ effect, ticked }: Props, openTexts: () => void): Way[] => [
  ...EXPORTERS.map(({ id, label, help }): Way => ({
    label,
    help:
      ticked && (id.startsWith('pack') || id === 'names')
        ? `The ${ticked.length} ticked effects. ${help}`
        : help,
    go: () => void exportKit(id, ticked ? { effects: ticked } : {}),
  })),
  ...(effect
    ? [
        {
          label: `Page that shows ${effect.name}`,
          help: 'One HTML file with everything inside: to show it, or to report a fault.',
          go: () => void exportPage(effect.id),
        },
      ]
    : []),
  {
    label: 'Numbers as text…',
    help: 'JSON, CSV, constants, a listing, or a template of your own.',
    go: openTexts,
  },
  ...(canPickFolders()
    ? [
        {
          label: 'Kit as a folder',
          help: 'For a repository that several people work in: a file for each effect, plain pictures. Saved there from now on.',
          go: () => void saveKitAsFolder(),
        },
      ]
    : []),
]

const ExportMenu = (props: Props) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const navigate = useNavigate()
  const ways = waysOf(props, () => void navigate(`/kit/${useDocument.getState().kit!.id}/text`))
  return (
    <>
      <Button
        variant="outlined"
        startIcon={<FileDownload />}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Export
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {ways.map(({ label, help, go }) => (
          <MenuItem
            key={label}
            dense
            onClick={() => {
              setAnchor(null)
              go()
            }}
          >
            <ListItemText primary={label} secondary={help} />
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

export default ExportMenu
