/** One control: the effect alone on a ground, or in the scene of a stage. */
import ArrowDropDown from '@mui/icons-material/ArrowDropDown'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { addStage } from '@gliv/document'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { sceneStageOf } from '../../scene/sceneStage.ts'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { setSession, useSession } from '../../state/session.ts'
import { useEffectId } from '../playback/shownEffect.ts'

const choose = (stage: string): void =>
  void setSession((s) => ({ inScene: true, preview: { ...s.preview, stage } }))

export const StageChoice = () => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const navigate = useNavigate()
  const effectId = useEffectId()
  const kit = useDocument((s) => s.kit)
  const inScene = useSession((s) => s.inScene)
  const chosen = useSession((s) => s.preview.stage)
  if (!kit) return null
  const stage = sceneStageOf(kit, effectId, chosen)
  const close = (then: () => unknown) => () => {
    setAnchor(null)
    then()
  }
  const add = (): void => {
    let id = ''
    edit('New stage', (draft) => void (id = addStage(draft, makeId)))
    choose(id)
    void navigate(`/kit/${kit.id}/stage/${id}`)
  }
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        title="The effect alone, or in the scene of a stage (E)"
        endIcon={<ArrowDropDown />}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {inScene && stage ? <span className="stage-name">{stage.name}</span> : 'Alone'}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem dense selected={!inScene} onClick={close(() => setSession({ inScene: false }))}>
          Alone on the ground
        </MenuItem>
        {kit.stageOrder.map((id) => (
          <MenuItem key={id} dense selected={inScene && id === stage?.id} onClick={close(() => choose(id))}>
            In “{kit.stages[id]!.name}”
          </MenuItem>
        ))}
        {stage && (
          <MenuItem dense onClick={close(() => void navigate(`/kit/${kit.id}/stage/${stage.id}`))}>
            Edit “{stage.name}”…
          </MenuItem>
        )}
        <MenuItem dense onClick={close(add)}>
          New stage…
        </MenuItem>
      </Menu>
    </>
  )
}
