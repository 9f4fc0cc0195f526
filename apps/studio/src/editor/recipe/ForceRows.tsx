import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import ShowChart from '@mui/icons-material/ShowChart'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import {
  FLAT_RAMP,
  FORCE_KINDS,
  type ForceKind,
  type Ramp,
  RAMPED_FORCES,
  type RampedForce,
  RISING_RAMP,
} from '@gliv/model'
import { useState } from 'react'
import { edit } from '../../state/document.ts'
import { FORCE_TEXTS } from '@gliv/words'
import { useShown } from '../playback/shownEffect.ts'
import { RampEditor } from '../ramps/RampEditor.tsx'
import { addForceToAll, removeForce } from './addForce.ts'
import { AnyRow } from './AnyRow.tsx'
import { ForceMenu } from './ForceMenu.tsx'
import { forceEditor } from './forces.ts'
import type { Row } from './row.ts'
import { HeadingDial } from './HeadingDial.tsx'
import type { EmitterPath } from './emitterPath.ts'

const isRamped = (force: ForceKind): force is RampedForce =>
  (RAMPED_FORCES as readonly ForceKind[]).includes(force)

/** What a rail runs by, and what scales all others. */
const FIRST_RAMP = { rail: RISING_RAMP } as const satisfies Partial<Record<RampedForce, Ramp>>

const RampButton = ({ force, path, has }: { force: RampedForce; path: EmitterPath; has: boolean }) => {
  const { label } = FORCE_TEXTS[force]
  const title = has
    ? 'Remove its ramp'
    : force === 'rail'
      ? 'Pass the rail by a ramp over life'
      : 'Let its strength run over life'
  return (
    <Tooltip title={title}>
      <IconButton
        aria-label={`${has ? 'Remove' : 'Add'} ramp of ${label}`}
        aria-pressed={has}
        className={has ? 'lane-on' : 'lane-off'}
        onClick={() =>
          edit(`${has ? 'Remove' : 'Add'} the ramp of ${label}`, (kit) => {
            const type = kit.types[path.type]!
            const { [force]: _old, ...rest } = type.forceRamps
            type.forceRamps = has
              ? rest
              : { ...rest, [force]: (FIRST_RAMP as Partial<Record<RampedForce, Ramp>>)[force] ?? FLAT_RAMP }
          })
        }
      >
        <ShowChart fontSize="inherit" />
      </IconButton>
    </Tooltip>
  )
}

const ForceSection = ({
  force,
  path,
  onRemove,
}: {
  force: ForceKind
  path: EmitterPath
  onRemove: () => void
}) => {
  const { label, help } = FORCE_TEXTS[force]
  const { dial } = forceEditor(force)
  const rows = useShown((kit) => {
    const type = kit.types[path.type]
    return type ? forceEditor(force).rows(type).join(' ') : ''
  }, '')
  const ramped = useShown(
    (kit) => isRamped(force) && kit.types[path.type]?.forceRamps[force] !== undefined,
    false,
  )
  return (
    <section className="force" data-force={force} data-clip={`force ${force}`}>
      <header>
        <Tooltip title={help} placement="top-start">
          <span>{label}</span>
        </Tooltip>
        <span className="force-tools">
          {isRamped(force) && <RampButton force={force} path={path} has={ramped} />}
          <IconButton aria-label={`Remove ${label}`} onClick={onRemove}>
            <Close fontSize="inherit" />
          </IconButton>
        </span>
      </header>
      {dial && <HeadingDial path={path} id={dial} />}
      {(rows ? rows.split(' ') : []).map((row) => (
        <AnyRow key={row} row={row as Row} path={path} />
      ))}
      {isRamped(force) && ramped && <RampEditor inline address={{ of: 'force', type: path.type, force }} />}
    </section>
  )
}

const NO_FORCES: readonly ForceKind[] = []

/**
 * Forces are added one by one; nothing acts until it is added. They act in the table's order, and are listed
 * in it.
 */
export const ForceRows = ({ path }: { path: EmitterPath }) => {
  const forces = useShown((kit) => kit.types[path.type]?.forces, undefined) ?? NO_FORCES
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const left = FORCE_KINDS.filter((force) => !forces.includes(force))
  return (
    <div className="force-rows">
      {FORCE_KINDS.filter((force) => forces.includes(force)).map((force) => (
        <ForceSection key={force} force={force} path={path} onRemove={() => removeForce(path, force)} />
      ))}
      {left.length > 0 && (
        <Button
          startIcon={<Add />}
          aria-haspopup="listbox"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          Add a force
        </Button>
      )}
      {anchor && (
        <ForceMenu
          anchor={anchor}
          forces={left}
          onClose={() => setAnchor(null)}
          onChoose={(force) => {
            edit(`Add ${FORCE_TEXTS[force].label}`, (kit) => addForceToAll(kit, path, force))
            setAnchor(null)
          }}
        />
      )}
    </div>
  )
}
