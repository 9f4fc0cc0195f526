/** Menus of ramps and of their points. */
import { type Ease, FLAT_RAMP, type Ramp, type RampKind, type TintRamp } from '@gliv/model'
import { copyRamp, readClip, writeClip } from '@gliv/document'
import { readClipboard, refuseHere, say, writeClipboard } from '../../document/clipboard.ts'
import { withEase } from '../../document/rampMaths.ts'
import { openMenu } from '../../shared/keys/contextMenu.ts'
import { edit, useDocument } from '../../state/document.ts'

type Any = Ramp | TintRamp

const isTint = (ramp: Any): ramp is TintRamp => ramp.points.some((point) => 'colour' in point)

/** End to end: what came last comes first. */
const mirrored = <R extends Any>(ramp: R): R => {
  const last = ramp.points.length - 1
  return {
    ...ramp,
    // The way to the next point is that of the point before it.
    points: ramp.points
      .map((point, k) => ({ ...point, at: 1 - point.at, ease: ramp.points[Math.max(0, k - 1)]!.ease }))
      .map((point, k) => (k === last && last > 0 ? { ...point, ease: ramp.points[last - 1]!.ease } : point))
      .toReversed(),
  } as R
}

const flipped = (ramp: Ramp): Ramp => ({
  ...ramp,
  points: ramp.points.map((point) => ({ ...point, value: 1 - point.value })),
})

interface RampPlace {
  /** What it is called in the list of steps. */
  readonly name: string
  readonly read: () => Any | undefined
  readonly write: (ramp: Any, label: string) => void
  /** Shows it in the life strip; null where it is there already. */
  readonly show: (() => void) | null
}

const paste = async ({ name, read, write }: RampPlace): Promise<void> => {
  const text = await readClipboard()
  if (text === null) return
  const clip = readClip(text)
  if (typeof clip === 'string') return say(clip)
  if (clip.kind !== 'ramp') return say(refuseHere(clip))
  const now = read()
  if (now && isTint(now) !== (clip.of === 'tint'))
    return say(
      clip.of === 'tint'
        ? 'The clipboard holds a ramp through colours; paste it on a tint'
        : 'The clipboard holds a ramp through numbers; paste it on scale, opacity or another number',
    )
  write(structuredClone(clip.ramp) as Any, `Paste a ramp for ${name}`)
}

/** Opens the menu of a ramp. */
export const openRampMenu = (event: React.MouseEvent, place: RampPlace): void => {
  const { name, read, write, show } = place
  const ramp = read()
  if (!ramp) return
  const tint = isTint(ramp)
  openMenu(event, 'ramp', {
    showRamp: show,
    flip: tint ? null : () => write(flipped(ramp), `Turn ${name} upside down`),
    mirror: () => write(mirrored(ramp), `Turn ${name} end to end`),
    flat: tint ? null : () => write(FLAT_RAMP, `Make ${name} even`),
    copy: () =>
      void writeClipboard(
        writeClip(copyRamp(ramp, tint ? 'tint' : 'value')),
        `Copied the ramp ${name}; paste it on another one`,
      ),
    paste: () => void paste(place),
  })
}

/** The place of a particle type's ramp. */
export const typeRampPlace = (
  typeId: string,
  kind: RampKind,
  name: string,
  show: (() => void) | null,
): RampPlace => ({
  name,
  read: () => useDocument.getState().kit?.types[typeId]?.ramps[kind],
  write: (ramp, label) =>
    edit(label, (kit) => void ((kit.types[typeId]!.ramps as Record<string, Any>)[kind] = ramp)),
  show,
})

/** Opens the menu of a point. @param write gets the ramp with another way to the next point */
export const openPointMenu = (
  event: React.MouseEvent,
  ramp: Ramp,
  index: number,
  write: (ramp: Ramp) => void,
  remove: () => void,
  chooseAll: () => void,
): void => {
  const isLast = index === ramp.points.length - 1
  const ease = (to: Ease) => (isLast ? null : () => write(withEase(ramp, index, to)))
  openMenu(event, 'point', {
    straight: ease('linear'),
    soft: ease('ease'),
    hold: ease('step'),
    chooseAll,
    takeOut: ramp.points.length > 1 ? remove : null,
  })
}
