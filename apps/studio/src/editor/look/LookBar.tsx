/** Ways of looking, beside the clock: none of them changes the effect. */
import Adjust from '@mui/icons-material/Adjust'
import Gesture from '@mui/icons-material/Gesture'
import LooksOne from '@mui/icons-material/LooksOneOutlined'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Tooltip from '@mui/material/Tooltip'
import { useDriver, useSelectedId } from '../context.ts'
import { pickTypical } from './pick.ts'
import { setLooking, useLooking } from './looking.ts'
import { useThrowing } from './throwState.ts'
import { type Throw, THROWS } from './throwing.ts'

const THROW_TEXTS = {
  speedAndHeading: 'throw: speed & heading',
  speed: 'throw: speed',
  heading: 'throw: heading',
  gravity: 'throw: gravity',
} as const satisfies Record<Throw, string>

export const LookBar = () => {
  const { tracer, paths, one } = useLooking()
  const sets = useThrowing((s) => s.sets)
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
          setLooking(
            tracer
              ? { tracer: false, traced: null }
              : { tracer: true, traced: driver ? pickTypical(driver, emitter) : null },
          ),
      )}
      {toggle('Paths: where particles of this emitter will go (R)', paths, <Gesture fontSize="small" />, () =>
        setLooking({ paths: !paths }),
      )}
      {toggle(
        'One particle: this emitter sends out a single one, for looking (O)',
        one,
        <LooksOne fontSize="small" />,
        () => setLooking({ one: !one }),
      )}
      {paths && (
        <Select
          size="small"
          variant="standard"
          disableUnderline
          value={sets}
          inputProps={{ 'aria-label': 'What a throw sets' }}
          onChange={(event) => useThrowing.setState({ sets: event.target.value as Throw })}
        >
          {THROWS.map((id) => (
            <MenuItem key={id} value={id} dense>
              {THROW_TEXTS[id]}
            </MenuItem>
          ))}
        </Select>
      )}
    </span>
  )
}
