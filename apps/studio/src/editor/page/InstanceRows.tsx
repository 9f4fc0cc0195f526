/** Further instances of the effect on the stage, in numbers; they never change the effect. */
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { type Placed, setSession, useSession } from '../../state/session.ts'
import { useEffectId } from '../playback/shownEffect.ts'

const NONE: readonly Placed[] = []
/** Most instances beside the first. */
const MOST = 24

const NUMBERS = [
  { key: 'x', label: '→', low: -1e5, high: 1e5 },
  { key: 'y', label: '↓', low: -1e5, high: 1e5 },
  { key: 'rotate', label: '°', low: -360, high: 360 },
  { key: 'scale', label: '×', low: 0.05, high: 20 },
] as const

const readWithin = (low: number, high: number) => (text: string) => {
  const value = Number(text.replace(',', '.').replace('−', '-'))
  return text.trim() !== '' && value >= low && value <= high ? value : null
}

const InstanceRow = ({
  placed,
  at,
  set,
}: {
  placed: Placed
  at: number
  set: (next: Placed | null) => void
}) => (
  <div className="instance-row">
    {NUMBERS.map(({ key, label, low, high }) => (
      <label key={key}>
        {label}{' '}
        <TypedField
          label={`Instance ${at + 2} ${label}`}
          shown={String(placed[key])}
          read={readWithin(low, high)}
          hint={`Type a number from ${String(low).replace('-', '−')} to ${high}`}
          onCommit={(value) => set({ ...placed, [key]: value })}
        />
      </label>
    ))}
    <label title="Left and right change sides">
      <Checkbox
        size="small"
        checked={placed.mirror}
        onChange={(event) => set({ ...placed, mirror: event.target.checked })}
      />
      mirrored
    </label>
    <IconButton aria-label={`Remove instance ${at + 2}`} onClick={() => set(null)}>
      <Close fontSize="inherit" />
    </IconButton>
  </div>
)

export const InstanceRows = () => {
  const effectId = useEffectId()
  const all = useSession((s) => s.placed[effectId] ?? NONE)
  const put = (next: readonly Placed[]): void =>
    void setSession((s) => ({ placed: { ...s.placed, [effectId]: next } }))
  const add = (): void =>
    put([...all, { x: 80 * (all.length + 1), y: 0, rotate: 0, scale: 1, mirror: false }])
  return (
    <>
      {all.map((placed, at) => (
        <InstanceRow
          key={at}
          placed={placed}
          at={at}
          set={(next) => put(all.flatMap((one, k) => (k === at ? (next ?? []) : [one])))}
        />
      ))}
      <Button size="small" startIcon={<Add />} disabled={all.length >= MOST} onClick={add}>
        Another instance
      </Button>
    </>
  )
}
