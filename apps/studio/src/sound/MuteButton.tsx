/** The one mute of the studio. */
import VolumeOff from '@mui/icons-material/VolumeOff'
import VolumeUp from '@mui/icons-material/VolumeUp'
import IconButton from '@mui/material/IconButton'
import { Tooltip } from '../shared/controls/Tooltip.tsx'
import { toggleMuted, useSoundSettings } from './desk.ts'

export const MuteButton = () => {
  const muted = useSoundSettings((s) => s.muted)
  return (
    <Tooltip title={muted ? 'Sounds are muted; press to hear them (A)' : 'Mute all sounds (A)'}>
      <IconButton
        aria-label="Mute all sounds"
        aria-pressed={muted}
        className={muted ? 'notched' : ''}
        onClick={toggleMuted}
      >
        {muted ? <VolumeOff fontSize="small" /> : <VolumeUp fontSize="small" />}
      </IconButton>
    </Tooltip>
  )
}
