import Button from '@mui/material/Button'
import Popover from '@mui/material/Popover'
import { freeName } from '@gliv/document'
import { createImage } from '@gliv/pixels'
import { useState } from 'react'
import { useDocument } from '../state/document.ts'
import { type DrawSize, SizeFields } from './draw/SizeFields.tsx'
import { addPacked, centred } from './sheets/repack.ts'
import { tell } from './sheets/pictures.ts'
import { chooseFrame, chooseSheet } from '../state/sprites.ts'
import { useActiveType } from './sheets/activeType.ts'
import './NewSprite.css'
import './styles/common.css'

const SIZES = [
  [8, 8],
  [16, 8],
  [16, 16],
  [32, 32],
  [64, 64],
] as const

/**
 * An empty sprite to draw on; beside the stage the selected particle type carries it from the first stroke
 * on.
 */
export const NewSprite = ({ anchor, onClose }: { anchor: HTMLElement | null; onClose: () => void }) => {
  const [size, setSize] = useState<DrawSize>({ w: 8, h: 8 })
  const target = useActiveType()
  const kitId = useDocument((s) => s.kit?.id)
  const open = async (w: number, h: number): Promise<void> => {
    onClose()
    const sheets = Object.values(useDocument.getState().kit?.sheets ?? {})
    const name = freeName(
      'Sprite',
      sheets.map((sheet) => sheet.name),
    )
    const id = await addPacked(
      'New sprite',
      name,
      [centred(name.toLowerCase(), createImage(w, h))],
      'nearest',
      { padding: 1, extrude: 0, powerOfTwo: false },
      {},
      (kit, sheet) => {
        if (target) Object.assign(kit.types[target.id]!.pictures[0]!, { sheet, frames: [0], clip: null })
      },
    )
    chooseSheet(kitId!, id, 'draw')
    chooseFrame(id, 0)
  }
  return (
    <Popover
      open={anchor !== null}
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
    >
      <div className="small-form" aria-label="New sprite">
        <div className="size-presets">
          {SIZES.map(([w, h]) => (
            <Button key={`${w}×${h}`} variant="outlined" onClick={() => void open(w, h).catch(tell)}>
              {w} × {h}
            </Button>
          ))}
        </div>
        <SizeFields size={size} onChange={setSize} />
        {target && <p className="soft">“{target.name}” will carry it.</p>}
        <div className="side-buttons">
          <Button variant="contained" onClick={() => void open(size.w, size.h).catch(tell)}>
            Draw {size.w} × {size.h}
          </Button>
        </div>
      </div>
    </Popover>
  )
}
