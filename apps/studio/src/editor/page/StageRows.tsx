/** Which stage of the kit an effect is judged on. */
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { addStage } from '@gliv/document'
import { Link, useNavigate } from 'react-router'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { setSession, useSession } from '../../state/session.ts'
import './StageRows.css'

const choose = (stage: string): void => void setSession((s) => ({ preview: { ...s.preview, stage } }))

/** The stage that surfaces come from, a way to its own page, and to a new one. */
export const StageRows = () => {
  const chosen = useSession((s) => s.preview.stage)
  const navigate = useNavigate()
  const kit = useDocument((s) => s.kit)
  if (!kit) return null
  const { stages, stageOrder } = kit
  const stage = chosen === 'auto' ? stages[stageOrder[0] ?? ''] : stages[chosen]
  const add = (): void => {
    let id = ''
    edit('New stage', (draft) => void (id = addStage(draft, makeId)))
    choose(id)
    void navigate(`/kit/${kit.id}/stage/${id}`)
  }
  return (
    <div className="stage-rows">
      <label>
        <span>Stage</span>
        <Select
          size="small"
          variant="standard"
          value={chosen === 'auto' || chosen === 'none' || stages[chosen] ? chosen : 'auto'}
          inputProps={{ 'aria-label': 'Stage of the kit' }}
          onChange={(event) => choose(event.target.value)}
        >
          <MenuItem value="auto" dense>
            the first, if something touches
          </MenuItem>
          <MenuItem value="none" dense>
            no surfaces
          </MenuItem>
          {stageOrder.map((id) => (
            <MenuItem key={id} value={id} dense>
              {stages[id]?.name}
            </MenuItem>
          ))}
        </Select>
      </label>
      {stage && (
        <Button size="small" component={Link} to={`/kit/${kit.id}/stage/${stage.id}`}>
          Edit “{stage.name}”
        </Button>
      )}
      <Button size="small" onClick={add}>
        New stage
      </Button>
    </div>
  )
}
