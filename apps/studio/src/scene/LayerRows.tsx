/** The backdrop: colours, gradients and pictures behind or before the effects. */
import type { Stage } from '@gliv/document'
import { LAYER_KINDS, type StageLayer } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import ArrowUpward from '@mui/icons-material/ArrowUpward'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { NameField } from '../document/NameField.tsx'
import { FrameMenu } from '../preview/FrameMenu.tsx'
import { edit } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { Digits, Word } from '../shared/controls/words.tsx'
import { LayerColour } from './LayerColour.tsx'
import { newLayer } from './layers.ts'
import { editStage } from './useStage.ts'

const KIND_WORDS = { colour: 'a colour', gradient: 'a gradient', picture: 'a picture' } as const
const TILED = ['none', 'x', 'y', 'both'] as const
const TILED_WORDS = {
  none: 'once',
  x: 'again and again →',
  y: 'again and again ↓',
  both: 'all over',
} as const

type SetLayer = (label: string, next: Partial<StageLayer>, how?: typeof edit) => void

interface LayerProps {
  readonly stage: Stage
  readonly layer: StageLayer
  readonly set: SetLayer
}

const changeLayers = (
  stage: Stage,
  label: string,
  make: (layers: readonly StageLayer[]) => readonly StageLayer[],
  how = edit,
): void => editStage(stage.id, label, (draft) => void (draft.layers = make(draft.layers ?? [])), how)

/** One further behind. */
const lowered = (layers: readonly StageLayer[], id: string): readonly StageLayer[] => {
  const all = [...layers]
  const at = all.findIndex((layer) => layer.id === id)
  if (at > 0) all.splice(at - 1, 0, ...all.splice(at, 1))
  return all
}

const LayerHead = ({ stage, layer, set }: LayerProps) => (
  <div className="stage-line">
    <NameField
      label={`Name of the layer ${layer.name}`}
      read={(kit) => kit.stages[stage.id]?.layers?.find(({ id }) => id === layer.id)?.name}
      write={(kit, name) => {
        const to = kit.stages[stage.id]
        if (to)
          to.layers = (to.layers ?? []).map((other) => (other.id === layer.id ? { ...other, name } : other))
      }}
    />
    <Word
      label={`Side of ${layer.name}`}
      value={layer.front ? 'front' : 'behind'}
      options={[
        { value: 'behind', label: 'behind the effects' },
        { value: 'front', label: 'before them' },
      ]}
      onChoose={(side) => set('Side', { front: side === 'front' })}
    />
    <IconButton
      aria-label={`Lower ${layer.name} by one`}
      title="One further behind"
      onClick={() => changeLayers(stage, `Order of ${layer.name}`, (layers) => lowered(layers, layer.id))}
    >
      <ArrowUpward fontSize="inherit" />
    </IconButton>
    <IconButton
      aria-label={`Remove ${layer.name}`}
      onClick={() =>
        changeLayers(stage, `Remove ${layer.name}`, (layers) => layers.filter(({ id }) => id !== layer.id))
      }
    >
      <Close fontSize="inherit" />
    </IconButton>
  </div>
)

/** Numbers of a picture in the backdrop. */
const PICTURE_NUMBERS = [
  { label: '→', key: 'x', low: -1e5, high: 1e5, unit: 'px' },
  { label: '↓', key: 'y', low: -1e5, high: 1e5, unit: 'px' },
  { label: 'Scale', key: 'scale', low: 0.05, high: 64, unit: '×' },
  { label: 'Goes along', key: 'parallax', low: 0, high: 4, unit: '×' },
] as const

const LayerPicture = ({ layer, set }: Omit<LayerProps, 'stage'>) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <div className="stage-line">
        <Button size="small" onClick={(event) => setAnchor(event.currentTarget)}>
          {layer.sheet === null ? 'Choose a picture…' : 'Another picture…'}
        </Button>
        <Word
          label={`Tiling of ${layer.name}`}
          value={layer.tiled}
          options={TILED.map((value) => ({ value, label: TILED_WORDS[value] }))}
          onChoose={(tiled) => set('Tiling', { tiled: tiled as StageLayer['tiled'] })}
        />
      </div>
      <div className="stage-numbers">
        {PICTURE_NUMBERS.map(({ label, key, low, high, unit }) => (
          <label key={key}>
            <span>{label}</span>
            <span>
              <Digits
                label={`${label} of ${layer.name}`}
                value={layer[key]}
                low={low}
                high={high}
                unit={unit}
                onCommit={(value) => set(label, { [key]: value })}
              />
            </span>
          </label>
        ))}
      </div>
      <FrameMenu
        anchor={anchor}
        chosen={layer.sheet === null ? [] : [{ sheet: layer.sheet, frame: layer.frame }]}
        onClose={() => setAnchor(null)}
        onChoose={(sheet, frame) => {
          setAnchor(null)
          set('Picture', { sheet, frame })
        }}
      />
    </>
  )
}

const Layer = ({ stage, layer }: Omit<LayerProps, 'set'>) => {
  const set: SetLayer = (label, next, how = edit) =>
    changeLayers(
      stage,
      `${label} of ${layer.name}`,
      (layers) => layers.map((other) => (other.id === layer.id ? { ...other, ...next } : other)),
      how,
    )
  return (
    <div className="stage-actor">
      <LayerHead stage={stage} layer={layer} set={set} />
      {layer.kind === 'picture' ? (
        <LayerPicture layer={layer} set={set} />
      ) : (
        <div className="stage-line">
          <LayerColour value={layer.colour} set={(colour, how) => set('Colour', { colour }, how)} />
          {layer.kind === 'gradient' && (
            <LayerColour value={layer.foot} set={(foot, how) => set('Foot', { foot }, how)} />
          )}
        </div>
      )}
    </div>
  )
}

export const LayerRows = ({ stage }: { stage: Stage }) => (
  <>
    {(stage.layers ?? []).map((layer) => (
      <Layer key={layer.id} stage={stage} layer={layer} />
    ))}
    <div className="stage-adds">
      {LAYER_KINDS.map((kind) => (
        <Button
          key={kind}
          size="small"
          startIcon={<Add />}
          onClick={() =>
            editStage(stage.id, `Add ${KIND_WORDS[kind]}`, (draft) => {
              const layers = draft.layers ?? []
              draft.layers = [...layers, newLayer(makeId('layer'), kind, `${kind} ${layers.length + 1}`)]
            })
          }
        >
          {KIND_WORDS[kind]}
        </Button>
      ))}
    </div>
  </>
)
