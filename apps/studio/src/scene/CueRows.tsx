/** The kit's cues: names by which stages and the game play effects. */
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { usesOfCue } from '@gliv/document'
import { writeClipboard } from '../document/clipboard.ts'
import { cueClip } from '../document/pieces.ts'
import { openMenu } from '../shared/keys/contextMenu.ts'
import { NameField } from '../document/NameField.tsx'
import { edit, useDocument } from '../state/document.ts'
import { changeCue } from './changeCue.ts'
import { Section } from './Section.tsx'
import { Digits } from '../shared/controls/words.tsx'

const removeCue = (cueId: string, name: string): void =>
  edit(`Delete the cue ${name}`, (k) => void (k.cues = (k.cues ?? []).filter(({ id }) => id !== cueId)))

export const CueRows = () => {
  const kit = useDocument((s) => s.kit)
  const cues = kit?.cues ?? []
  if (!kit || cues.length === 0) return null
  return (
    <Section title="Cues of the kit" folded says={cues.map(({ name }) => name).join(', ')}>
      {cues.map((cue) => {
        const uses = usesOfCue(kit, cue.id)
        const effects = cue.effects.map((id) => kit.effects[id]?.name ?? id).join(', ') || 'nothing'
        return (
          <div
            key={cue.id}
            data-cue={cue.id}
            onContextMenu={(event) => {
              if ((event.target as Element).closest('input')) return
              openMenu(event, 'cue', {
                copy: () => {
                  const clip = cueClip(cue.id)
                  if (clip) void writeClipboard(clip.text, clip.said)
                },
                takeOut: uses > 0 ? null : () => removeCue(cue.id, cue.name),
              })
            }}
            className="stage-line"
            title={`The game says this name; it plays ${effects}`}
          >
            <NameField
              label={`Name of the cue ${cue.name}`}
              read={(k) => k.cues?.find(({ id }) => id === cue.id)?.name}
              write={(k, name) =>
                void (k.cues = (k.cues ?? []).map((other) =>
                  other.id === cue.id ? { ...other, name } : other,
                ))
              }
            />
            <small>{effects}</small>
            <span>
              <Digits
                label={`Strength of ${cue.name}`}
                value={cue.strength}
                low={0}
                high={8}
                unit="×"
                onCommit={(strength) => changeCue(cue.id, 'Strength', (c) => ({ ...c, strength }))}
              />
            </span>
            <IconButton
              aria-label={`Delete the cue ${cue.name}`}
              disabled={uses > 0}
              title={uses > 0 ? `${uses} sentence${uses === 1 ? ' raises' : 's raise'} it` : 'Delete'}
              onClick={() => removeCue(cue.id, cue.name)}
            >
              <Close fontSize="inherit" />
            </IconButton>
          </div>
        )
      })}
    </Section>
  )
}
