import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { edit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import { ChoiceRow } from './ChoiceRow.tsx'
import { PointRows } from './PointRows.tsx'
import { type EmitterPath, addressOf } from './emitterPath.ts'

/** A straight way of 160 px to the right, to be bent on the stage. */
const FIRST_WAY = {
  closed: false,
  points: [
    { x: 0, y: 0, inX: 0, inY: 0, outX: 0, outY: 0 },
    { x: 160, y: 0, inX: 0, inY: 0, outX: 0, outY: 0 },
  ],
}

/** The way that the emitter goes by itself, from A to B and on; its points are on the stage. */
export const TravelRows = ({ path }: { path: EmitterPath }) => {
  const travels = useShown((_, effect) => effect.emitters[path.emitter]?.travel != null, false)
  const set = (label: string, on: boolean): void =>
    edit(
      label,
      (kit) =>
        void (kit.effects[path.effect]!.emitters[path.emitter]!.travel = on
          ? { path: FIRST_WAY, mode: 'once', ease: 'linear' }
          : null),
    )
  if (!travels)
    return (
      <Button
        startIcon={<Add />}
        title="The emitter moves along a path while it sends particles out"
        onClick={() => set('Add travel', true)}
      >
        Travel from A to B
      </Button>
    )
  return (
    <section className="force">
      <header>
        <span>Travel</span>
        <IconButton aria-label="Remove travel" onClick={() => set('Remove travel', false)}>
          <Close fontSize="inherit" />
        </IconButton>
      </header>
      <PropertyRow target={addressOf(path, 'travelSeconds')} id="travelSeconds" />
      <ChoiceRow id="travelMode" path={path} />
      <ChoiceRow id="travelEase" path={path} />
      <PointRows path={path} of="travel" />
    </section>
  )
}
