/** Runs that were kept: inputs, to be played again. */
import type { Stage } from '@gliv/document'
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { NameField } from '../document/NameField.tsx'
import { useDocument } from '../state/document.ts'
import { setSession } from '../state/session.ts'
import { Section } from './Section.tsx'
import { editStage, useRecording } from './useStage.ts'

export const Recordings = ({ stage }: { stage: Stage }) => {
  const chosen = useRecording()
  const rate = useDocument((s) => s.kit?.rate ?? 60)
  const all = stage.recordings ?? []
  return (
    <Section title="Recordings">
      {all.length === 0 && (
        <p className="soft">None yet. Play it yourself; a run that is good is kept here.</p>
      )}
      {all.map((recording) => (
        <div key={recording.id} className="stage-line">
          <button
            type="button"
            className={recording.id === chosen?.id ? 'word-choice notched' : 'word-choice'}
            aria-pressed={recording.id === chosen?.id}
            onClick={() => setSession((s) => ({ recordings: { ...s.recordings, [stage.id]: recording.id } }))}
          >
            show
          </button>
          <NameField
            label={`Name of the recording ${recording.name}`}
            read={(kit) => kit.stages[stage.id]?.recordings?.find(({ id }) => id === recording.id)?.name}
            write={(kit, name) => {
              const to = kit.stages[stage.id]
              if (to)
                to.recordings = (to.recordings ?? []).map((other) =>
                  other.id === recording.id ? { ...other, name } : other,
                )
            }}
          />
          <small>{(recording.ticks / rate).toFixed(1)} s</small>
          <IconButton
            aria-label={`Delete the recording ${recording.name}`}
            onClick={() =>
              editStage(
                stage.id,
                `Delete the recording ${recording.name}`,
                (draft) =>
                  void (draft.recordings = (draft.recordings ?? []).filter(({ id }) => id !== recording.id)),
              )
            }
          >
            <Close fontSize="inherit" />
          </IconButton>
        </div>
      ))}
    </Section>
  )
}
