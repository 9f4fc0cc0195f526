import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { FORCE_KINDS, type ForceKind, type PropertyId } from '@gliv/model'
import { PropertyRow } from '../../controls/PropertyRow.tsx'
import { edit } from '../../store/document.ts'
import { FORCE_TEXTS } from '../../texts/kinds.ts'
import { useShown } from '../context.ts'
import { HeadingDial } from './HeadingDial.tsx'
import { type SentenceTargets, targetOf } from './targets.ts'

const FORCE_NUMBERS = { gravity: ['gravity', 'gravityHeading'], drag: ['drag'] } as const satisfies Record<ForceKind, readonly PropertyId[]>

/** Forces are added one by one; nothing acts until it is added. */
export const ForceRows = ({ targets }: { targets: SentenceTargets }) => {
  const forces = useShown((kit) => kit.types[targets.type]?.forces, undefined) ?? []
  const change = (label: string, next: ForceKind[]): void => edit(label, (kit) => void (kit.types[targets.type]!.forces = next))
  return (
    <div className="force-rows">
      {forces.map((force) => (
        <section key={force} className="force">
          <header>
            <span>{FORCE_TEXTS[force].label}</span>
            <IconButton aria-label={`Remove ${FORCE_TEXTS[force].label}`} onClick={() => change(`Remove ${FORCE_TEXTS[force].label}`, forces.filter((f) => f !== force))}>
              <Close fontSize="inherit" />
            </IconButton>
          </header>
          {force === 'gravity' && <HeadingDial targets={targets} id="gravityHeading" />}
          {FORCE_NUMBERS[force].map((id) => (
            <PropertyRow key={id} target={targetOf(targets, id)} id={id} />
          ))}
        </section>
      ))}
      {FORCE_KINDS.filter((f) => !forces.includes(f)).map((force) => (
        <Button key={force} startIcon={<Add />} title={FORCE_TEXTS[force].help} onClick={() => change(`Add ${FORCE_TEXTS[force].label}`, [...forces, force])}>
          {FORCE_TEXTS[force].label}
        </Button>
      ))}
    </div>
  )
}
