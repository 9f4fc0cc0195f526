/** The kit's stages: what effects are judged on. */
import { addStage } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import Button from '@mui/material/Button'
import { Link, useNavigate } from 'react-router'
import { useNamed } from '../document/useNamed.ts'
import { edit } from '../state/document.ts'
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
