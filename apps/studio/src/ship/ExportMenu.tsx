import FileDownload from '@mui/icons-material/FileDownload'
import Button from '@mui/material/Button'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useDocument } from '../state/document.ts'
import { canPickFolders } from '../shared/folders.ts'
import { writeKitToFolder } from './kitFolder.ts'
import { EXPORTERS } from '@gliv/export'
import { exportKit, exportPage } from '../frame/exportKit.ts'

interface Props {
  /** The effect that is looked at, for a page that shows it. */
  readonly effect?: { readonly id: string; readonly name: string } | undefined
  /** Ids of the effects that are ticked, where some are: packs carry those. */
  readonly ticked?: readonly string[] | undefined
}

const ExportMenu = ({ effect, ticked }: Props) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const navigate = useNavigate()
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
        {EXPORTERS.map((exporter) => (
          <MenuItem
            key={exporter.id}
            dense
            onClick={() => {
              setAnchor(null)
              void exportKit(exporter.id, ticked ? { effects: ticked } : {})
            }}
          >
            <ListItemText
              primary={exporter.label}
              secondary={
                ticked && exporter.id.startsWith('pack')
                  ? `The ${ticked.length} ticked effects. ${exporter.help}`
                  : exporter.help
              }
            />
          </MenuItem>
        ))}
        {effect && (
          <MenuItem
            dense
            onClick={() => {
              setAnchor(null)
              void exportPage(effect.id)
            }}
          >
            <ListItemText
              primary={`Page that shows ${effect.name}`}
              secondary="One HTML file with everything inside: to show it, or to report a fault."
            />
          </MenuItem>
        )}
        <MenuItem
          dense
          onClick={() => {
            setAnchor(null)
            void navigate(`/kit/${useDocument.getState().kit!.id}/text`)
          }}
        >
          <ListItemText
            primary="Numbers as text…"
            secondary="JSON, CSV, constants, a listing, or a template of your own."
          />
        </MenuItem>
        {canPickFolders() && (
          <MenuItem
            dense
            onClick={() => {
              setAnchor(null)
              void writeKitToFolder()
            }}
          >
            <ListItemText
              primary="Kit as a folder"
              secondary="For a repository that several people work in: a file for each effect, plain pictures."
            />
          </MenuItem>
        )}
      </Menu>
    </>
  )
}

export default ExportMenu
