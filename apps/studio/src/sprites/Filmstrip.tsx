import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import ContentCopy from '@mui/icons-material/ContentCopy'
import Remove from '@mui/icons-material/Remove'
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import type { ClipStep, Sheet } from '@gliv/document'
import { FrameCell } from '../preview/FrameMenu.tsx'
import { openMenu } from '../shared/keys/contextMenu.ts'
import { doubled, held, moved } from './sheets/clips.ts'
import './Filmstrip.css'

interface Props {
  readonly sheet: Sheet
  readonly steps: readonly ClipStep[]
  readonly onChange: (label: string, steps: ClipStep[]) => void
}

type StepProps = Props & { readonly at: number }

/** How many frame times a step stays. */
const HoldButtons = ({ steps, at, onChange }: StepProps) => {
  const { hold } = steps[at]!
  return (
    <span className="film-hold">
      <button
        type="button"
        aria-label={`Hold frame ${at + 1} shorter`}
        disabled={hold === 1}
        onClick={() => onChange('Hold', held(steps, at, -1))}
      >
        <Remove fontSize="inherit" />
      </button>
      <span title="Frame times that it stays">{hold}</span>
      <button
        type="button"
        aria-label={`Hold frame ${at + 1} longer`}
        onClick={() => onChange('Hold', held(steps, at, 1))}
      >
        <Add fontSize="inherit" />
      </button>
    </span>
  )
}

const StepButtons = ({ steps, at, onChange }: StepProps) => (
  <span className="film-hold">
    <button
      type="button"
      aria-label={`Duplicate frame ${at + 1}`}
      title="Duplicate"
      onClick={() => onChange('Duplicate a frame', doubled(steps, at))}
    >
      <ContentCopy fontSize="inherit" />
    </button>
    <button
      type="button"
      aria-label={`Remove frame ${at + 1}`}
      title="Remove"
      disabled={steps.length === 1}
      onClick={() =>
        onChange(
          'Remove a frame',
          steps.filter((_, i) => i !== at),
        )
      }
    >
      <Close fontSize="inherit" />
    </button>
  </span>
)

const Step = (props: StepProps) => {
  const { sheet, steps, at, onChange } = props
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: String(at) })
  const step = steps[at]!
  const name = sheet.frames[step.frame]?.name ?? ''
  return (
    <li
      ref={setNodeRef}
      className="film-step"
      onContextMenu={(event) =>
        openMenu(event, 'filmFrame', {
          longer: () => onChange('Hold', held(steps, at, 1)),
          shorter: step.hold > 1 ? () => onChange('Hold', held(steps, at, -1)) : null,
          copies: () => onChange('Duplicate a frame', doubled(steps, at)),
          takeOut:
            steps.length > 1
              ? () =>
                  onChange(
                    'Remove a frame',
                    steps.filter((_, i) => i !== at),
                  )
              : null,
        })
      }
      style={{ transform: CSS.Translate.toString(transform), ...(transition ? { transition } : {}) }}
      data-testid="film-step"
    >
      <span
        className="film-grip"
        {...attributes}
        {...listeners}
        aria-label={`Frame ${at + 1}: ${name}`}
        title={`${name} · pull to move`}
      >
        <FrameCell sheetId={sheet.id} frame={step.frame} size={40} />
      </span>
      <HoldButtons {...props} />
      <StepButtons {...props} />
    </li>
  )
}

/** The clip's frames in the order of time. */
export const Filmstrip = (props: Props) => {
  const { steps, onChange } = props
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }))
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id)
      onChange('Move a frame', moved(steps, Number(active.id), Number(over.id)))
  }
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
      <SortableContext items={steps.map((_, i) => String(i))} strategy={horizontalListSortingStrategy}>
        <ol className="filmstrip" aria-label="Filmstrip">
          {steps.map((_, at) => (
            <Step key={at} {...props} at={at} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  )
}
