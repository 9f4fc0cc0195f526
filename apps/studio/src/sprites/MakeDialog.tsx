import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Slider from '@mui/material/Slider'
import type { Kit } from '@gliv/document'
import {
  DEFAULT_PACKING,
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
import './MakeDialog.css'
import './styles/common.css'

const NAMES: Readonly<Record<MakerKind, string>> = {
  dot: 'Soft dot',
  disc: 'Disc',
  square: 'Square',
  pixel: 'Pixel',
  line: 'Line',
  sphere: 'Sphere',
  flare: 'Flare',
  cloud: 'Cloud',
  ring: 'Ring',
  spark: 'Spark',
  streak: 'Streak',
  flake: 'Snow crystal',
  puff: 'Puff',
  shard: 'Shard',
  star: 'Star',
  smoke: 'Smoke',
}

/** Most frames that are made at once. */
const MOST_FRAMES = 16

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

/** What is made: frames of one kind, and who will carry them. */
interface Made {
  readonly kind: MakerKind
  readonly images: readonly Image[]
  /** Particle type that takes them over. */
  readonly typeId: string | undefined
}

/** Puts what was made onto a sheet of its own, or behind the frames of one that is there. */
const addMade = async ({ kind, images, typeId }: Made, into: string): Promise<void> => {
  const { kit } = useDocument.getState()
  if (!kit) return
  const name = NAMES[kind]
  const alone = images.length === 1
  const frames = images.map((image, i) =>
    centred(alone ? name.toLowerCase() : `${name.toLowerCase()} ${i + 1}`, image),
  )
  const use = (draft: Kit, id: string, first: number): void => {
    if (typeId === undefined) return
    const type = draft.types[typeId]!
    Object.assign(type.pictures[0]!, { sheet: id, frames: frames.map((_, i) => first + i), clip: null })
    if (!alone) type.frameChoice = 'random'
  }
  const label = `Make ${name}`
  const sheet = kit.sheets[into]
  if (!sheet) {
    const sampling = kit.wholePixels ? 'nearest' : 'smooth'
    const id = await addPacked(label, name, frames, sampling, DEFAULT_PACKING, {}, (draft, made) =>
      use(draft, made, 0),
    )
    return chooseSheet(kit.id, id, 'frames')
  }
  const all = [...(await looseFrames(sheet)), ...frames]
  await repack(label, sheet, all, sheet.packing ?? undefined, {}, (draft) =>
    use(draft, sheet.id, sheet.frames.length),
  )
  chooseFrame(sheet.id, sheet.frames.length)
  chooseSheet(kit.id, sheet.id, 'frames')
}

const KindChoice = ({ kind, onChoose }: { kind: MakerKind; onChoose: (kind: MakerKind) => void }) => (
  <div className="make-kinds" role="radiogroup" aria-label="Kinds of sprites">
    {MAKER_KINDS.map((id) => (
      <button
        key={id}
        type="button"
        role="radio"
        aria-checked={id === kind}
        className={id === kind ? 'make-kind notched' : 'make-kind'}
        onClick={() => onChoose(id)}
      >
        <SpriteCanvas image={KIND_SAMPLES[id]} side={52} />
        <span>{NAMES[id]}</span>
      </button>
    ))}
  </div>
)

const MadePreview = ({ images }: { images: readonly Image[] }) => {
  const many = images.length > 1
  return (
    <div className={many ? 'make-preview eight' : 'make-preview'} data-testid="make-preview">
      {images.map((image, i) => (
        <SpriteCanvas key={i} image={image} side={many ? 64 : 132} />
      ))}
    </div>
  )
}

const SettingRows = ({
  settings,
  varies,
  set,
}: {
  settings: MakerSettings
  varies: boolean
  set: (change: Partial<MakerSettings>) => void
}) => (
  <>
    <div className="number-pair">
      <NumberField
        label="Size"
        unit="px"
        value={settings.size}
        low={1}
        high={128}
        onCommit={(size) => set({ size })}
      />
      {varies && (
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
  </>
)

/** A kind with its settings, and the sprites that come of them. */
const useMaker = () => {
  const [kind, setKind] = useState<MakerKind>('puff')
  const maker: Maker = MAKERS[kind]
  const [settings, setSettings] = useState<MakerSettings>({
    size: maker.size,
    hardness: maker.hardness,
    seed: 1,
  })
  const [wanted, setWanted] = useState(1)
  const count = maker.varies ? wanted : 1
  const images = useMemo(
    () => Array.from({ length: count }, (_, k) => makeSprite(kind, { ...settings, seed: settings.seed + k })),
    [kind, settings, count],
  )
  const set = (change: Partial<MakerSettings>): void => setSettings({ ...settings, ...change })
  const choose = (next: MakerKind): void => {
    setKind(next)
    set({ size: MAKERS[next].size, hardness: MAKERS[next].hardness })
  }
  return { kind, varies: maker.varies, settings, images, count, set, choose, setWanted }
}

/** Where it goes, and who will carry it. */
const Destination = ({
  into,
  onInto,
  many,
  target,
}: {
  into: string
  onInto: (into: string) => void
  many: boolean
  target: { readonly name: string } | null | undefined
}) => {
  const kit = useDocument((s) => s.kit)
  return (
    <>
      <WordRow
        title="Goes to"
        value={into}
        options={[
          { value: 'new', label: 'a sheet of its own' },
          ...(kit?.sheetOrder ?? []).map((id) => ({ value: id, label: kit!.sheets[id]!.name })),
        ]}
        onChange={onInto}
      />
      {target && (
        <p className="soft">
          “{target.name}” will carry {many ? 'one of them at random' : 'it'}.
        </p>
      )}
    </>
  )
}

/** Sprites by formula: a kind, its size, hardness and seed; one frame, or several faces of it. */
const MakeDialog = ({ onClose }: { onClose: () => void }) => {
  const { kind, varies, settings, images, count, set, choose, setWanted } = useMaker()
  const [into, setInto] = useState('new')
  const target = useActiveType()
  const make = (): void => void addMade({ kind, images, typeId: target?.id }, into).then(onClose, tell)
  return (
    <Dialog open maxWidth="md" onClose={onClose}>
      <DialogTitle>Make a sprite</DialogTitle>
      <DialogContent className="make-dialog">
        <KindChoice kind={kind} onChoose={choose} />
        <div className="make-side">
          <MadePreview images={images} />
          <SettingRows settings={settings} varies={varies} set={set} />
          {varies && (
            <NumberField
              label="Frames, each another one"
              value={count}
              low={1}
              high={MOST_FRAMES}
              onCommit={setWanted}
            />
          )}
          <Destination into={into} onInto={setInto} many={count > 1} target={target} />
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={make}>
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
