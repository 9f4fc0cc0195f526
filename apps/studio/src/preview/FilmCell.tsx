import type { Draws } from '@gliv/engine'
import { memo, useEffect, useRef } from 'react'
import { shownKit, useDocument } from '../state/document.ts'
import { groundColour, useSession } from '../state/session.ts'
import { paintSheetOf } from '../shared/sheetImages.ts'
import { whenIdle } from '../shared/whenIdle.ts'
import { largestSide, paintCell } from './film.ts'
import './FilmCell.css'

const rgb = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]

/** Film follows when there is time for it, never in the way of the stage; at the latest after so many ms. */
const LATEST_MS = 250

/** One moment in the life of the typical particle, on the stage's own ground. */
export const FilmCell = memo(
  ({
    typeId,
    life,
    size,
    draws = 'middle',
    scaledTo = 'middle',
  }: {
    typeId: string
    life: number
    size: number
    draws?: Draws
    scaledTo?: Draws
  }) => {
    const canvas = useRef<HTMLCanvasElement>(null)
    const type = useDocument((s) => shownKit(s)?.types[typeId])
    const pictures = useDocument((s) => s.pictures)
    const ground = useSession((s) => s.ground)
    useEffect(
      () =>
        whenIdle(() => {
          const kit = shownKit()
          const context = canvas.current?.getContext('2d')
          const sheet = kit && type ? paintSheetOf(kit, type.pictures[0]!.sheet, pictures) : undefined
          if (!kit || !type || !context || !sheet) return
          const pixels = paintCell(
            kit,
            type,
            sheet,
            life,
            size,
            largestSide(kit, type, scaledTo),
            rgb(groundColour(ground)),
            draws,
          )
          context.putImageData(new ImageData(new Uint8ClampedArray(pixels.buffer), size, size), 0, 0)
        }, LATEST_MS),
      [type, pictures, ground, life, size, draws, scaledTo],
    )
    return <canvas ref={canvas} className="film-cell" width={size} height={size} aria-hidden />
  },
)
FilmCell.displayName = 'FilmCell'
