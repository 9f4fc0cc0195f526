/** Every chosen effect as it is and as it would be, side by side; only the rows in sight exist. */
import type { Kit, KitFile } from '@gliv/document'
import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useRef } from 'react'
import { Thumbnail } from '../preview/Thumbnail.tsx'
import { factorText } from '../document/factor.ts'
import { useBoxSize } from '../shared/hooks/useBoxSize.ts'
import { useMany } from './useMany.ts'

interface PairProps {
  readonly id: string
  readonly kit: Kit
  readonly next: Kit | null
  readonly pictures: KitFile['pictures']
}

const Pair = memo(({ id, kit, next, pictures }: PairProps) => {
  const [before, after] = [kit.effects[id]!.name, next?.effects[id]?.name]
  const factor = useMany((s) => s.size.factor)
  const renamed = after !== undefined && after !== before
  return (
    <article className="many-pair" data-testid="many-pair" data-card>
      <h2 title={renamed ? `${before} → ${after}` : before}>
        {renamed ? (
          <>
            <s>{before}</s> {after}
          </>
        ) : (
          before
        )}
      </h2>
      <div className="many-two">
        <figure>
          <Thumbnail kit={kit} effectId={id} pictures={pictures} />
          <figcaption>now</figcaption>
        </figure>
        <figure>
          {next?.effects[id] ? (
            <Thumbnail kit={next} effectId={id} pictures={pictures} />
          ) : (
            <span className="thumbnail many-none" aria-hidden />
          )}
          <figcaption>
            {next ? 'then' + (factor === 1 ? '' : `, × ${factorText(factor)}`) : 'as it is'}
          </figcaption>
        </figure>
      </div>
    </article>
  )
})
Pair.displayName = 'Pair'

/** Least width of a pair, and the gap, in px. */
const [PAIR, GAP] = [400, 14]

/** @param next the kit as it would be; null while nothing is asked for */
export const ManyPairs = ({
  ids,
  kit,
  next,
  pictures,
}: { readonly ids: readonly string[] } & Omit<PairProps, 'id'>) => {
  const place = useRef<HTMLDivElement>(null)
  const { width } = useBoxSize(place, 0, 0)
  const columns = Math.max(1, Math.floor((width + GAP) / (PAIR + GAP)))
  const each = (width - 2 * GAP - (columns - 1) * GAP) / columns
  const virtual = useVirtualizer({
    count: width > 0 ? Math.ceil(ids.length / columns) : 0,
    getScrollElement: () => place.current,
    estimateSize: () => ((each - 6) / 2) * (5 / 8) + 66,
    overscan: 2,
    gap: GAP,
    paddingStart: GAP,
    paddingEnd: GAP,
  })
  return (
    <div
      ref={place}
      className="many-pairs"
      tabIndex={0}
      role="region"
      aria-label="Effects as they are and would be"
    >
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start, key }) => (
          <div
            key={key}
            className="many-row"
            data-index={index}
            ref={virtual.measureElement}
            style={{
              gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
              transform: `translateY(${start}px)`,
            }}
          >
            {ids.slice(index * columns, (index + 1) * columns).map((id) => (
              <Pair key={id} id={id} kit={kit} next={next} pictures={pictures} />
            ))}
          </div>
        ))}
      </div>
    </div>
  )
}
