/** Ways of looking, beside the clock: none of them changes the effect. */
import Adjust from '@mui/icons-material/Adjust'
import Gesture from '@mui/icons-material/Gesture'
import LooksOne from '@mui/icons-material/LooksOneOutlined'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Tooltip from '@mui/material/Tooltip'
import { useDriver, useSelectedId } from '../playback/shownEffect.ts'
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
  const toggle = (title: string, pressed: boolean, icon: React.ReactNode, onClick: () => void) => (
    <Tooltip title={title}>
      <IconButton
        aria-label={title.replace(/[:(].*$/, '').trim()}
        aria-pressed={pressed}
        className={pressed ? 'notched' : ''}
        onClick={onClick}
      >
        {icon}
      </IconButton>
    </Tooltip>
  )
  return (
    <span className="look-bar">
      {toggle(
        'Tracer: follow one particle; click another to follow it (T)',
        tracer,
        <Adjust fontSize="small" />,
        () =>
          setInspect(
            tracer
              ? { tracer: false, traced: null }
              : { tracer: true, traced: driver ? pickTypical(driver, emitter) : null },
          ),
      )}
      {toggle('Paths: where particles of this emitter will go (R)', paths, <Gesture fontSize="small" />, () =>
        setInspect({ paths: !paths }),
      )}
      {toggle(
        'One particle: only one of this emitter, at its own time, for looking (O)',
        one,
        <LooksOne fontSize="small" />,
        () => setInspect({ one: !one }),
      )}
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
