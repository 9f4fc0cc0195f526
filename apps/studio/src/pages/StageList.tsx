/** The kit's stages: what effects are judged on. */
import { addStage, copyPieces, deleteStage } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import Button from '@mui/material/Button'
import { Link, useNavigate } from 'react-router'
import { useNamed } from '../document/useNamed.ts'
import { writeClipboard } from '../document/clipboard.ts'
import { pastePieces, stageClip } from '../document/pieces.ts'
import { openMenu } from '../shared/keys/contextMenu.ts'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import './StageList.css'

export const StageList = ({ kitId }: { kitId: string }) => {
  const navigate = useNavigate()
  const stages = useNamed((kit) => kit.stageOrder.map((id) => kit.stages[id]!))
  const create = (): void => {
    let id = ''
    edit('New stage', (kit) => void (id = addStage(kit, makeId)))
    void navigate(`/kit/${kitId}/stage/${id}`)
  }
  return (
    <section className="stage-list" aria-labelledby="stages-of-the-kit">
      <h2 id="stages-of-the-kit">Stages</h2>
      {stages.map(({ id, name }) => (
        <Button
          key={id}
          data-stage={id}
          onContextMenu={(event) =>
            openMenu(event, 'kitStage', {
              open: () => void navigate(`/kit/${kitId}/stage/${id}`),
              copies: () => {
                const { kit, pictures } = useDocument.getState()
                if (kit) pastePieces(copyPieces('stages', { kit, pictures }, [id]))
              },
              copy: () => {
                const clip = stageClip(id)
                if (clip) void writeClipboard(clip.text, clip.said)
              },
              delete: () => edit(`Delete ${name}`, (kit) => deleteStage(kit, id)),
            })
          }
          variant="outlined"
          component={Link}
          to={`/kit/${kitId}/stage/${id}`}
          aria-label={`Open the stage ${name}`}
        >
          {name}
        </Button>
      ))}
      <Button startIcon={<Add />} onClick={create}>
        New stage
      </Button>
    </section>
  )
}
