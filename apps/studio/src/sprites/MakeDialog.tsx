import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Slider from '@mui/material/Slider'
import {
  type Image,
  MAKER_KINDS,
  type MakerKind,
  type MakerSettings,
  MAKERS,
  type Maker,
  makeSprite,
} from '@gliv/pixels'
import { useEffect, useMemo, useRef, useState } from 'react'
import { WordRow } from '../shared/controls/WordRow.tsx'
import { useDocument } from '../state/document.ts'
import { addPacked, centred, looseFrames, repack } from './sheets/repack.ts'
import { NumberField } from '../shared/controls/NumberField.tsx'
import { tell } from './sheets/pictures.ts'
import { chooseFrame, chooseSheet } from '../state/sprites.ts'
import { useActiveType } from './sheets/activeType.ts'

const NAMES: Readonly<Record<MakerKind, string>> = {
  dot: 'Soft dot',
  ring: 'Ring',
  spark: 'Spark',
  streak: 'Streak',
  flake: 'Flake',
  puff: 'Puff',
  shard: 'Shard',
  star: 'Star',
  smoke: 'Smoke',
}

const VARIATIONS = 8

const SpriteCanvas = ({ image, side }: { image: Image; side: number }) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const source = new OffscreenCanvas(image.width, image.height)
    source
      .getContext('2d')!
      .putImageData(new ImageData(new Uint8ClampedArray(image.data), image.width, image.height), 0, 0)
    const zoom = Math.max(0.1, Math.min(side / image.width, side / image.height, 6))
    context.clearRect(0, 0, side, side)
    context.imageSmoothingEnabled = false
    context.drawImage(
      source,
      (side - image.width * zoom) / 2,
      (side - image.height * zoom) / 2,
      image.width * zoom,
      image.height * zoom,
    )
  }, [image, side])
  return <canvas ref={canvas} width={side} height={side} aria-hidden />
}

/** Sprites by formula: a kind, its size, hardness and seed; one frame, or eight faces of it. */
const MakeDialog = ({ onClose }: { onClose: () => void }) => {
  const [kind, setKind] = useState<MakerKind>('puff')
  const maker: Maker = MAKERS[kind]
  const [settings, setSettings] = useState<MakerSettings>({
    size: maker.size,
    hardness: maker.hardness,
    seed: 1,
  })
  const [eight, setEight] = useState(false)
  const [into, setInto] = useState('new')
  const target = useActiveType()
  const kit = useDocument((s) => s.kit)
  const count = eight && maker.varies ? VARIATIONS : 1
  const images = useMemo(
    () => Array.from({ length: count }, (_, k) => makeSprite(kind, { ...settings, seed: settings.seed + k })),
    [kind, settings, count],
  )
  const choose = (next: MakerKind): void => {
    setKind(next)
    setSettings({ ...settings, size: MAKERS[next].size, hardness: MAKERS[next].hardness })
  }
  const set = (change: Partial<MakerSettings>): void => setSettings({ ...settings, ...change })
  const make = async (): Promise<void> => {
    const name = NAMES[kind]
    const frames = images.map((image, i) =>
      centred(count === 1 ? name.toLowerCase() : `${name.toLowerCase()} ${i + 1}`, image),
    )
    const sheet = kit?.sheets[into]
    const use = (draft: NonNullable<typeof kit>, id: string, first: number): void => {
      if (!target) return
      const type = draft.types[target.id]!
      Object.assign(type.pictures[0]!, { sheet: id, frames: frames.map((_, i) => first + i), clip: null })
      if (count > 1) type.frameChoice = 'random'
    }
    if (sheet) {
      await repack(
        `Make ${name}`,
        sheet,
        [...(await looseFrames(sheet)), ...frames],
        sheet.packing ?? undefined,
        {},
        (draft) => use(draft, sheet.id, sheet.frames.length),
      )
      chooseFrame(sheet.id, sheet.frames.length)
      chooseSheet(kit!.id, sheet.id, 'frames')
    } else {
      const id = await addPacked(
        `Make ${name}`,
        name,
        frames,
        kit?.wholePixels ? 'nearest' : 'smooth',
        { padding: 1, extrude: 0, powerOfTwo: false },
        {},
        (draft, id) => use(draft, id, 0),
      )
      chooseSheet(kit!.id, id, 'frames')
    }
    onClose()
  }
  return (
    <Dialog open maxWidth="md" onClose={onClose}>
      <DialogTitle>Make a sprite</DialogTitle>
      <DialogContent className="make-dialog">
        <div className="make-kinds" role="radiogroup" aria-label="Kinds of sprites">
          {MAKER_KINDS.map((id) => (
            <button
              key={id}
              type="button"
              role="radio"
              aria-checked={id === kind}
              className={id === kind ? 'make-kind notched' : 'make-kind'}
              onClick={() => choose(id)}
            >
              <SpriteCanvas image={KIND_SAMPLES[id]} side={52} />
              <span>{NAMES[id]}</span>
            </button>
          ))}
        </div>
        <div className="make-side">
          <div className={count > 1 ? 'make-preview eight' : 'make-preview'} data-testid="make-preview">
            {images.map((image, i) => (
              <SpriteCanvas key={i} image={image} side={count > 1 ? 64 : 132} />
            ))}
          </div>
          <div className="number-pair">
            <NumberField
              label="Size"
              unit="px"
              value={settings.size}
              low={1}
              high={128}
              onCommit={(size) => set({ size })}
            />
            {maker.varies && (
              <NumberField
                label="Seed"
                value={settings.seed}
                low={0}
                high={99999}
                onCommit={(seed) => set({ seed })}
              />
            )}
          </div>
          <label className="alpha-row">
            <span>Hardness</span>
            <Slider
              size="small"
              aria-label="Hardness"
              min={0}
              max={1}
              step={0.05}
              value={settings.hardness}
              onChange={(_, hardness) => set({ hardness })}
            />
            <small>{Math.round(settings.hardness * 100)} %</small>
          </label>
          <label className="check-row">
            <Checkbox
              size="small"
              checked={eight && maker.varies}
              disabled={!maker.varies}
              onChange={(event) => setEight(event.target.checked)}
            />{' '}
            Eight variations as frames
          </label>
          <WordRow
            title="Goes to"
            value={into}
            options={[
              { value: 'new', label: 'a sheet of its own' },
              ...(kit?.sheetOrder ?? []).map((id) => ({ value: id, label: kit!.sheets[id]!.name })),
            ]}
            onChange={setInto}
          />
          {target && (
            <p className="soft">
              “{target.name}” will carry {count > 1 ? 'one of them at random' : 'it'}.
            </p>
          )}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => void make().catch(tell)}>
          Make {count > 1 ? `${count} frames` : 'it'}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

/** How each kind looks, small. */
const KIND_SAMPLES = Object.fromEntries(
  MAKER_KINDS.map((kind) => [kind, makeSprite(kind, { size: 48, hardness: MAKERS[kind].hardness, seed: 1 })]),
) as Record<MakerKind, Image>

export default MakeDialog
