/** The kit's effects as cards; only the rows in sight exist. */
import ContentCopy from '@mui/icons-material/ContentCopy'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import IconButton from '@mui/material/IconButton'
import { deleteEffect, duplicateEffect, type Effect, usersOfEffect } from '@gliv/document'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { lazy, memo, Suspense, useLayoutEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { PLAY_TEXTS } from '@gliv/words'
import { Thumbnail } from '../preview/Thumbnail.tsx'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'

const ChangedDot = lazy(() => import('../ship/ChangedDot.tsx'))

/** Deletes an effect; says so where others lose it. */
const remove = ({ id, name }: Effect): void => {
  const users = usersOfEffect(useDocument.getState().kit!, id).map((user) => `“${user.name}”`)
  edit(`Delete ${name}`, (kit) => deleteEffect(kit, id))
  if (users.length > 0)
    useDocument.setState({
      notice: `“${name}” was also played by ${users.join(', ')} and is gone there. Undo brings all of it back.`,
    })
}

const playText = ({ play, numbers }: Effect): string => {
  if (play === 'loop') return `loops every ${numbers.loopSeconds} s`
  if (play === 'period') return `repeats every ${numbers.periodSeconds} s`
  return play === 'once' ? 'plays once' : PLAY_TEXTS[play]
}

const EffectPicture = ({ effectId }: { effectId: string }) => {
  const kit = useDocument((s) => s.kit)
  const pictures = useDocument((s) => s.pictures)
  return kit?.effects[effectId] ? <Thumbnail kit={kit} effectId={effectId} pictures={pictures} /> : null
}

/** Only what was written can have changed since. */
const Written = ({ effectId }: { effectId: string }) => {
  const written = useDocument((s) => (s.kit?.ship?.effects[effectId]?.written ?? '') !== '')
  return written ? (
    <Suspense>
      <ChangedDot effectId={effectId} />
    </Suspense>
  ) : null
}

const EffectCard = memo(({ effect, kitId }: { effect: Effect; kitId: string }) => {
  const count = effect.emitterOrder.length
  return (
    <article className="card effect-card" data-card data-effect={effect.id} data-testid="effect-card">
      <Link to={`/kit/${kitId}/effect/${effect.id}`} className="card-link" aria-label={`Open ${effect.name}`}>
        <EffectPicture effectId={effect.id} />
        <h2 title={effect.name}>{effect.name}</h2>
      </Link>
      <footer>
        <span>
          {count} emitter{count === 1 ? '' : 's'} · {playText(effect)}
          <Written effectId={effect.id} />
        </span>
        <IconButton
          aria-label={`Duplicate ${effect.name}`}
          title="Duplicate; Ctrl C on the card copies it for another kit"
          onClick={() =>
            edit(`Duplicate ${effect.name}`, (kit) => void duplicateEffect(kit, effect.id, makeId))
          }
        >
          <ContentCopy fontSize="inherit" />
        </IconButton>
        <IconButton
          aria-label={`Delete ${effect.name}`}
          title="Delete (can be undone)"
          onClick={() => remove(effect)}
        >
          <DeleteOutline fontSize="inherit" />
        </IconButton>
      </footer>
    </article>
  )
})
EffectCard.displayName = 'EffectCard'

/** Least width of a card and the gap between cards, in px; as in common.css. */
const CARD = 240
const GAP = 18
/** Height of a card under its picture, in px; the real height is measured. */
const FOOT = 78

/** Inner width of an element, kept up to date. */
const useWidth = (place: React.RefObject<HTMLElement | null>): number => {
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const element = place.current
    if (!element) return
    const read = (): void => setWidth(element.clientWidth)
    read()
    const observer = new ResizeObserver(read)
    observer.observe(element)
    return () => observer.disconnect()
  }, [place])
  return width
}

export const EffectCards = ({ effects, kitId }: { effects: readonly Effect[]; kitId: string }) => {
  const list = useRef<HTMLDivElement>(null)
  const width = useWidth(list)
  const columns = Math.max(1, Math.floor((width + GAP) / (CARD + GAP)))
  const rows = Math.ceil(effects.length / columns)
  const cardWidth = (width + GAP) / columns - GAP
  const virtual = useWindowVirtualizer({
    count: width > 0 ? rows : 0,
    estimateSize: () => (cardWidth * 5) / 8 + FOOT,
    overscan: 3,
    gap: GAP,
    scrollMargin: list.current?.offsetTop ?? 0,
  })
  return (
    <div className="card-rows" ref={list} style={{ height: virtual.getTotalSize() }}>
      {virtual.getVirtualItems().map(({ index, start, key }) => (
        <div
          key={key}
          className="card-row"
          data-index={index}
          ref={virtual.measureElement}
          style={{
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            transform: `translateY(${start - virtual.options.scrollMargin}px)`,
          }}
        >
          {effects.slice(index * columns, (index + 1) * columns).map((effect) => (
            <EffectCard key={effect.id} effect={effect} kitId={kitId} />
          ))}
        </div>
      ))}
    </div>
  )
}
