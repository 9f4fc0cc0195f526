import Add from '@mui/icons-material/Add'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import SwapHoriz from '@mui/icons-material/SwapHoriz'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import {
  addClip,
  changeClip,
  type Clip,
  CLIP_PLAYS,
  type ClipPlay,
  type ClipStep,
  deleteClip,
  type Sheet,
} from '@gliv/document'
import { NameField } from '../document/NameField.tsx'
import { WordRow } from '../shared/controls/WordRow.tsx'
import { edit } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { ClipPlayer } from './ClipPlayer.tsx'
import { fpsFor, secondsOf } from './sheets/clips.ts'
import { Filmstrip } from './Filmstrip.tsx'
import { FrameGrid } from './FrameGrid.tsx'
import { NumberField } from '../shared/controls/NumberField.tsx'
import { chooseClip } from '../state/sprites.ts'
import { giveClip, useActiveType } from './sheets/activeType.ts'
import { useClip } from './sheets/chosenSheet.ts'
import './ClipsTab.css'
import './styles/common.css'

const PLAY_WORDS: Readonly<Record<ClipPlay, string>> = {
  once: 'once',
  loop: 'in a loop',
  backAndForth: 'back and forth',
}

const newClip = (sheet: Sheet, frames: readonly number[]): void => {
  let id = ''
  edit(`New clip of ${sheet.name}`, (kit) => void (id = addClip(kit, sheet.id, frames, makeId)))
  chooseClip(sheet.id, id)
}

/** Longest a clip may become; as the format says. */
const MOST_STEPS = 1024

const allFrames = (sheet: Sheet): number[] => sheet.frames.slice(0, MOST_STEPS).map((_, i) => i)

const NoClip = ({ sheet }: { sheet: Sheet }) => (
  <div className="empty-note">
    <p>
      This sheet has no clip yet. A clip puts frames into an order of time; a particle type that follows it
      shows them one after the other.
    </p>
    <div className="side-buttons left">
      <Button variant="contained" onClick={() => newClip(sheet, allFrames(sheet))}>
        Clip of all {sheet.frames.length} frames
      </Button>
      <Button onClick={() => newClip(sheet, [0])}>Start with one</Button>
    </div>
  </div>
)

type ChangeClip = (label: string, next: Partial<Omit<Clip, 'id'>>) => void

const ClipTools = ({ sheet, clip, change }: { sheet: Sheet; clip: Clip; change: ChangeClip }) => {
  const target = useActiveType()
  return (
    <div className="side-tools">
      {target && (
        <Button variant="contained" onClick={() => giveClip(target.id, sheet, clip.id)}>
          Use for {target.name}
        </Button>
      )}
      <Button
        startIcon={<SwapHoriz />}
        onClick={() => change('Reverse the order', { steps: [...clip.steps].reverse() })}
      >
        Reverse
      </Button>
      <Button startIcon={<Add />} onClick={() => newClip(sheet, allFrames(sheet))}>
        New clip
      </Button>
      <IconButton
        aria-label={`Delete clip ${clip.name}`}
        title="Delete this clip; types that follow it keep its frames"
        onClick={() => edit(`Delete clip ${clip.name}`, (kit) => deleteClip(kit, sheet.id, clip.id))}
      >
        <DeleteOutline fontSize="small" />
      </IconButton>
    </div>
  )
}

const ClipHead = ({ sheet, clip }: { sheet: Sheet; clip: Clip }) => {
  const change: ChangeClip = (label, next) =>
    edit(`${label} of ${clip.name}`, (kit) => changeClip(kit, sheet.id, clip.id, next))
  return (
    <div className="clip-head">
      <WordRow
        title="Clip"
        value={clip.id}
        options={sheet.clips.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => chooseClip(sheet.id, id)}
      />
      <NameField
        key={clip.id}
        label="Clip name"
        read={(kit) => kit.sheets[sheet.id]?.clips.find((c) => c.id === clip.id)?.name}
        write={(kit, name) => changeClip(kit, sheet.id, clip.id, { name })}
      />
      <WordRow
        title="Plays"
        value={clip.play}
        options={CLIP_PLAYS.map((value) => ({ value, label: PLAY_WORDS[value] }))}
        onChange={(play) => change('Play', { play: play as ClipPlay })}
      />
      <div className="number-pair">
        <NumberField
          label="Frames per second"
          value={clip.fps}
          low={0.1}
          high={240}
          fraction
          onCommit={(fps) => change('Rate', { fps })}
        />
        <NumberField
          label="Lasts"
          unit="s"
          value={secondsOf(clip)}
          low={0.005}
          high={600}
          fraction
          onCommit={(seconds) => change('Length', { fps: fpsFor(clip, seconds) })}
        />
      </div>
      <ClipTools sheet={sheet} clip={clip} change={change} />
    </div>
  )
}

const NO_FRAMES: readonly number[] = []

/** Frame sequences: a filmstrip, the clip running beside it, and the frames to add. */
export const ClipsTab = ({ sheet }: { sheet: Sheet }) => {
  const clip = useClip(sheet)
  if (!clip) return <NoClip sheet={sheet} />
  const setSteps = (label: string, steps: ClipStep[]): void =>
    edit(`${label}, ${clip.name}`, (kit) => changeClip(kit, sheet.id, clip.id, { steps }))
  return (
    <div className="clips-body">
      <div className="clips-top">
        <ClipHead sheet={sheet} clip={clip} />
        <ClipPlayer sheet={sheet} clip={clip} />
      </div>
      <Filmstrip sheet={sheet} steps={clip.steps} onChange={setSteps} />
      <p className="soft">Press a frame to put it at the end.</p>
      <FrameGrid
        many={NO_FRAMES}
        sheet={sheet}
        selected={-1}
        onPick={(frame) =>
          clip.steps.length < MOST_STEPS && setSteps('Add a frame', [...clip.steps, { frame, hold: 1 }])
        }
      />
    </div>
  )
}
