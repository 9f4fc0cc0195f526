/** One effect of the kit, small: opened, chosen, renamed, played, carried, by pointer and by keys. */
import ContentCopy from '@mui/icons-material/ContentCopy'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import { type Effect, groupOf } from '@gliv/document'
import { PLAY_TEXTS } from '@gliv/words'
import { lazy, memo, Suspense, useCallback, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { MenuRuns } from '../../shared/keys/contextMenu.ts'
import type { Show } from '../../preview/still.ts'
import { LivingThumbnail, Thumbnail } from '../../preview/Thumbnail.tsx'
import { NameEntry } from '../../shared/controls/NameEntry.tsx'
import { edit, useDocument } from '../../state/document.ts'
import { useChosenEffects } from '../../state/effectsPage.ts'
import { deleteEffects, duplicateEffects } from './acts.ts'
import { useCarry } from './Carry.tsx'

const ChangedDot = lazy(() => import('../../ship/ChangedDot.tsx'))

const secondsText = (seconds: number): string => `${Number(seconds.toFixed(1))} s`

/** How long it takes, how it goes on, what it costs at most. */
const factsText = ({ play, numbers }: Effect, show: Show | null): string => {
  const most = show ? ` · ${show.most}` : ''
  if (play === 'loop') return `loops ${secondsText(numbers.loopSeconds)}${most}`
  if (play === 'period') return `repeats ${secondsText(numbers.periodSeconds)}${most}`
  if (play !== 'once') return `${PLAY_TEXTS[play]}${most}`
  return show ? `${secondsText(show.seconds)}${most}` : 'plays once'
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

const VariantOf = ({ effect }: { effect: Effect }) => {
  const master = useDocument((s) => s.kit?.effects[effect.variant?.of ?? '']?.name)
  return effect.variant ? <small> · variant of {master ?? 'nothing'}</small> : null
}

const EffectPicture = ({
  id,
  plays,
  onShow,
}: {
  id: string
  plays: boolean
  onShow: (show: Show) => void
}) => {
  const kit = useDocument((s) => s.kit)
  const pictures = useDocument((s) => s.pictures)
  if (!kit?.effects[id]) return null
  const Picture = plays ? LivingThumbnail : Thumbnail
  return <Picture kit={kit} effectId={id} pictures={pictures} onShow={onShow} />
}

const rename = ({ id, name: before }: Effect, name: string): void => {
  if (name !== '' && name !== before) edit(`Rename ${before}`, (kit) => void (kit.effects[id]!.name = name))
}

const CardName = ({ effect, onNamed }: { effect: Effect; onNamed: () => void }) => (
  <NameEntry
    className="card-name"
    label={`Name of ${effect.name}`}
    start={effect.name}
    onDone={(name) => {
      if (name !== null) rename(effect, name.trim())
      onNamed()
    }}
  />
)

interface Props {
  readonly effect: Effect
  readonly kitId: string
  readonly uses: number
  /** It is one of several that are chosen now. */
  readonly movable: boolean
  /** One of the cards is carried now. */
  readonly carrying: boolean
  readonly plays: boolean
  readonly naming: boolean
  readonly onNamed: () => void
  readonly onPick: (id: string, how: { readonly shift: boolean; readonly ctrl: boolean }) => boolean
  readonly onMenu: (id: string, more: MenuRuns, event: React.MouseEvent) => void
}

const CardFoot = ({ effect, show, uses }: { effect: Effect; show: Show | null; uses: number }) => {
  const tags = effect.tags ?? []
  return (
    <footer>
      <span title={[show ? `${show.most} particles at most` : '', ...tags].filter(Boolean).join(' · ')}>
        {factsText(effect, show)}
        <Written effectId={effect.id} />
        {uses > 0 && <small> · in {uses}</small>}
        <VariantOf effect={effect} />
      </span>
      <button
        type="button"
        className="card-tool"
        aria-label={`Duplicate ${effect.name}`}
        title="Duplicate; Ctrl C on the card copies it for another kit"
        onClick={() => duplicateEffects([effect.id])}
      >
        <ContentCopy fontSize="inherit" />
      </button>
      <button
        type="button"
        className="card-tool"
        aria-label={`Delete ${effect.name}`}
        title="Delete (can be undone)"
        onClick={() => deleteEffects([effect.id])}
      >
        <DeleteOutline fontSize="inherit" />
      </button>
    </footer>
  )
}

export const EffectCard = memo(
  ({ effect, kitId, uses, movable, carrying, plays, naming, onNamed, onPick, onMenu }: Props) => {
    const { id, name } = effect
    const navigate = useNavigate()
    const [show, setShow] = useState<Show | null>(null)
    const onShow = useCallback((found: Show) => setShow(found), [])
    const chosen = useChosenEffects((s) => s.ids.includes(id))
    const { card, over, onPointerDown, part } = useCarry(id, movable && !naming, carrying)
    const className = ['card', 'effect-card', chosen ? 'chosen' : '', over ? 'over' : '']
      .filter(Boolean)
      .join(' ')
    return (
      <article
        ref={card}
        className={className}
        data-card
        data-effect={id}
        data-testid="effect-card"
        onContextMenu={(event) =>
          onMenu(
            id,
            {
              open: () => void navigate(`/kit/${kitId}/effect/${encodeURIComponent(id)}`),
              ship: () => void navigate(`/kit/${kitId}/ship/${encodeURIComponent(id)}`),
            },
            event,
          )
        }
        onPointerDown={onPointerDown}
      >
        <Link
          to={`/kit/${kitId}/effect/${encodeURIComponent(id)}`}
          className="card-link"
          aria-label={`Open ${name}`}
          aria-describedby={chosen ? 'chosen-effects' : undefined}
          draggable={false}
          onClick={(event) => {
            const how = { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey }
            if (onPick(id, how)) event.preventDefault()
          }}
        >
          <EffectPicture id={id} plays={plays} onShow={onShow} />
          {!naming && <h2 title={name}>{groupOf(name).rest}</h2>}
        </Link>
        {naming && <CardName effect={effect} onNamed={onNamed} />}
        <CardFoot effect={effect} show={show} uses={uses} />
        {part}
      </article>
    )
  },
)
EffectCard.displayName = 'EffectCard'
