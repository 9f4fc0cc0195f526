/** The effects of a kit: what was worked on lately, a search, an order, and all of them. */
import CleaningServices from '@mui/icons-material/CleaningServicesOutlined'
import Button from '@mui/material/Button'
import type { Effect, Kit } from '@gliv/document'
import { usesOfEffects } from '@gliv/document'
import { lazy, Suspense, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { Guard } from '../../frame/Guard.tsx'
import { useDocument } from '../../state/document.ts'
import { chooseEffects, LATELY, useChosenEffects, useEffectsPage } from '../../state/effectsPage.ts'
import { ChosenBar } from './ChosenBar.tsx'
import { EffectCards } from './EffectCards.tsx'
import { found, type Sort, SORT_TEXTS, sorted, SORTS } from './effectList.ts'
import { useFacts } from './useFacts.ts'

const TidyDialog = lazy(() => import('./TidyDialog.tsx'))

const NO_IDS: readonly string[] = []

/** What was opened last in this browser; nothing while there are hardly more effects than that. */
const Lately = ({ kit }: { kit: Kit }) => {
  const opened = useEffectsPage((s) => s.opened[kit.id] ?? NO_IDS)
  const pictures = useDocument((s) => s.pictures)
  const effects = opened.flatMap((id) => kit.effects[id] ?? []).slice(0, LATELY)
  if (effects.length === 0 || kit.effectOrder.length <= LATELY) return null
  return (
    <section className="lately" aria-label="Opened lately">
      <h2>Lately</h2>
      <div>
        {effects.map(({ id, name }) => (
          <Link
            key={id}
            to={`/kit/${kit.id}/effect/${encodeURIComponent(id)}`}
            className="card card-link"
            aria-label={`Go on with ${name}`}
            data-card
          >
            <Thumbnail kit={kit} effectId={id} pictures={pictures} />
            <h2 title={name}>{name}</h2>
          </Link>
        ))}
      </div>
    </section>
  )
}

/** Tags of the kit's effects, those that are used most first. */
const tagsOf = (effects: readonly Effect[]): readonly string[] => {
  const counts = new Map<string, number>()
  for (const { tags = [] } of effects) for (const tag of tags) counts.set(tag, (counts.get(tag) ?? 0) + 1)
  return [...counts.keys()].sort((a, b) => counts.get(b)! - counts.get(a)! || a.localeCompare(b)).slice(0, 12)
}

/** Typing anywhere on the page searches. */
const useTypedSearch = (field: React.RefObject<HTMLInputElement | null>): void =>
  useEffect(() => {
    const onKeyDown = ({ key, ctrlKey, metaKey, altKey, target, defaultPrevented }: KeyboardEvent): void => {
      if (defaultPrevented || ctrlKey || metaKey || altKey || key.length !== 1 || key === ' ') return
      if (
        target instanceof HTMLElement &&
        target.closest('input, textarea, select, [role="dialog"], [role="menu"]')
      )
        return
      field.current?.focus()
    }
    addEventListener('keydown', onKeyDown)
    return () => removeEventListener('keydown', onKeyDown)
  }, [field])

const Search = ({
  search,
  onSearch,
  first,
}: {
  search: string
  onSearch: (search: string) => void
  /** The first effect that was found. */
  first: string | null
}) => {
  const field = useRef<HTMLInputElement>(null)
  const kitId = useDocument((s) => s.kit?.id)
  const navigate = useNavigate()
  useTypedSearch(field)
  return (
    <input
      ref={field}
      type="search"
      className="plain-input search-field"
      aria-label="Find effects"
      placeholder="Find: a name, a tag, “uses churn”"
      value={search}
      onChange={(event) => onSearch(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && first !== null && search.trim() !== '')
          void navigate(`/kit/${kitId}/effect/${encodeURIComponent(first)}`)
        else if (event.key === 'ArrowDown')
          document.querySelector<HTMLElement>('.all-effects .card-link')?.focus()
        else if (event.key === 'Escape' && search !== '') onSearch('')
        else return
        event.preventDefault()
      }}
    />
  )
}

const TidyButton = () => {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        variant="outlined"
        startIcon={<CleaningServices />}
        title="Sheets, palettes, sounds and cues that nothing uses"
        onClick={() => setOpen(true)}
      >
        Tidy up
      </Button>
      {open && (
        <Guard what="Tidying up">
          <Suspense>
            <TidyDialog onClose={() => setOpen(false)} />
          </Suspense>
        </Guard>
      )}
    </>
  )
}

interface BarProps {
  readonly search: string
  readonly onSearch: (search: string) => void
  /** The tag that all that is shown have; null for any. */
  readonly only: string | null
  readonly onOnly: (tag: string | null) => void
  readonly all: readonly Effect[]
  readonly shown: readonly Effect[]
}

/** Search, order and tags in one line. */
const Bar = ({ search, onSearch, only, onOnly, all, shown }: BarProps) => {
  const sort = useEffectsPage((s) => s.sort)
  const tags = useMemo(() => tagsOf(all), [all])
  return (
    <div className="effects-bar">
      <Search search={search} onSearch={onSearch} first={shown[0]?.id ?? null} />
      <label>
        Sorted{' '}
        <select
          className="plain-input"
          aria-label="Sorted"
          value={sort}
          onChange={(event) => useEffectsPage.setState({ sort: event.target.value as Sort })}
        >
          {SORTS.map((one) => (
            <option key={one} value={one}>
              {SORT_TEXTS[one]}
            </option>
          ))}
        </select>
      </label>
      <TidyButton />
      {tags.map((tag) => (
        <button
          key={tag}
          type="button"
          className={only === tag ? 'tag on' : 'tag'}
          aria-pressed={only === tag}
          onClick={() => onOnly(only === tag ? null : tag)}
        >
          {tag}
        </button>
      ))}
      {(search !== '' || only !== null) && (
        <small role="status">
          {shown.length} of {all.length}
        </small>
      )}
    </div>
  )
}

const List = ({ kit }: { kit: Kit }) => {
  const all = useMemo(() => kit.effectOrder.map((id) => kit.effects[id]!), [kit])
  const [search, setSearch] = useState('')
  const [tag, setOnly] = useState<string | null>(null)
  // A tag that nobody has any more holds nothing back.
  const only = tag !== null && all.some(({ tags }) => tags?.includes(tag)) ? tag : null
  const asked = useDeferredValue(search)
  const sort = useEffectsPage((s) => s.sort)
  const facts = useFacts(kit, sort)
  const shown = useMemo(() => {
    const tagged = only === null ? all : all.filter(({ tags }) => tags?.includes(only))
    return sorted(found(kit, tagged, asked), sort, facts)
  }, [kit, all, only, asked, sort, facts])
  const uses = useMemo(() => usesOfEffects(kit), [kit])
  const chosen = useChosenEffects((s) => s.ids.length)
  useEffect(() => () => chooseEffects([]), [])
  return (
    <section className="all-effects" aria-label="All effects">
      <Bar search={search} onSearch={setSearch} only={only} onOnly={setOnly} all={all} shown={shown} />
      {chosen > 0 && <ChosenBar />}
      {shown.length === 0 && (
        <p className="empty-note">
          No effect has all of “{search}” in its name, tags or contents; clear a word to find more.
        </p>
      )}
      <EffectCards
        effects={shown}
        kitId={kit.id}
        uses={uses}
        movable={sort === 'order' && only === null && asked.trim() === ''}
      />
    </section>
  )
}

export const EffectsSection = () => {
  const kit = useDocument((s) => s.kit)
  if (!kit) return null
  return (
    <>
      <Lately kit={kit} />
      <List kit={kit} />
    </>
  )
}
