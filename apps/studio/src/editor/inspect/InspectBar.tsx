/** Ways of looking, beside the clock: none of them changes the effect. */
import Adjust from '@mui/icons-material/Adjust'
import Gesture from '@mui/icons-material/Gesture'
import LooksOne from '@mui/icons-material/LooksOneOutlined'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useDriver, useSelectedId } from '../playback/shownEffect.ts'
import { CommandIcon } from '../../shared/controls/CommandIcon.tsx'
import { pickTypical } from './pick.ts'
import { setInspect, useInspect } from '../../state/inspect.ts'
import { useLaunchTool } from './launchTool.ts'
import { type LaunchAim, LAUNCH_AIMS } from './launchSolver.ts'
import './InspectBar.css'

const THROW_TEXTS = {
  speedAndHeading: 'throw: speed & heading',
  speed: 'throw: speed',
  heading: 'throw: heading',
  gravity: 'throw: gravity',
} as const satisfies Record<LaunchAim, string>

export const InspectBar = () => {
  const { tracer, paths, one } = useInspect()
  const sets = useLaunchTool((s) => s.sets)
  const driver = useDriver()
  const emitter = useSelectedId()
  const trace = (): void =>
    setInspect(
      tracer
        ? { tracer: false, traced: null }
        : { tracer: true, traced: driver ? pickTypical(driver, emitter) : null },
    )
  return (
    <span className="look-bar">
      <CommandIcon
        name="Tracer"
        more="follow one particle; click another to follow it"
        command="tracer"
        pressed={tracer}
        onClick={trace}
      >
        <Adjust fontSize="small" />
      </CommandIcon>
      <CommandIcon
        name="Paths"
        more="where particles of this emitter will go"
        command="paths"
        pressed={paths}
        onClick={() => setInspect({ paths: !paths })}
      >
        <Gesture fontSize="small" />
      </CommandIcon>
      <CommandIcon
        name="One particle"
        more="only one of this emitter, at its own time, for looking"
        command="one"
        pressed={one}
        onClick={() => setInspect({ one: !one })}
      >
        <LooksOne fontSize="small" />
      </CommandIcon>
      {paths && (
        <Select
          size="small"
          variant="standard"
          disableUnderline
          value={sets}
          inputProps={{ 'aria-label': 'What a throw sets' }}
          onChange={(event) => useLaunchTool.setState({ sets: event.target.value as LaunchAim })}
        >
          {LAUNCH_AIMS.map((id) => (
            <MenuItem key={id} value={id} dense>
              {THROW_TEXTS[id]}
            </MenuItem>
          ))}
        </Select>
      )}
    </span>
  )
}
